import { TZDate } from '@date-fns/tz';
import { parseISO } from 'date-fns';
import { dayOf, stillArranged } from '../../run/evening/reserved-rolls.server.ts';
import { keptEvenings, type KeptEvening } from '../../server/evenings.server.ts';
import { waitingRolls, type Roll } from '../../server/rolls.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { DRAFT_FORMAT, readDraftDocument, type Draft } from '../draft/draft.ts';

/** An evening to come with what of it still waits. */
export interface EveningToCome {
  readonly id: string;
  readonly name: string;
  readonly onDay: string;
  readonly firstPour: string;
  /** `Saturday 28 November` */
  readonly day: string;
  readonly draft: Draft;
  readonly rolls: number;
  readonly runs: number;
}

export function eveningsToCome(waiting: readonly Roll[] = waitingRolls()): EveningToCome[] {
  return keptEvenings().map((evening) => toCome(evening, waiting));
}

export function toCome(evening: KeptEvening, waiting: readonly Roll[]): EveningToCome {
  const { id, name, onDay, firstPour, draft } = evening;
  const arrangement = stillArranged(evening, waiting);
  return {
    id,
    name,
    onDay,
    firstPour,
    day: dayOf(evening),
    draft: { ...readDraftDocument(draft), arrangement },
    rolls: arrangement.reduce((sum, run) => sum + run.rollIds.length, 0),
    runs: arrangement.length,
  };
}

/** The instant of a clock time on a day, where the person is. */
export function instantOf(onDay: string, time: string): number {
  const day = parseISO(onDay);
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return new TZDate(day.getFullYear(), day.getMonth(), day.getDate(), hours, minutes, personsZone()).getTime();
}

/** A draft as it is kept with an evening. */
export function keptDraft(draft: Draft): object {
  return { format: DRAFT_FORMAT, ...draft };
}
