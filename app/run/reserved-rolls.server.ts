import { format, parseISO } from 'date-fns';
import { rollEquivalents } from '../../core/film/roll-equivalents.ts';
import { isArrangement } from '../../core/schedule/arranged-run.ts';
import type { ArrangedRun } from '../../core/schedule/evening.ts';
import { keptEvenings, type KeptEvening } from '../server/evenings.server.ts';
import { waitingRolls, type Roll } from '../server/rolls.server.ts';

/** Rolls and roll equivalents that evenings to come have spoken for. */
export interface Reserved {
  /** By roll: which evening has it. */
  readonly rolls: Readonly<Record<string, string>>;
  /** By batch: roll equivalents, and for which evenings. */
  readonly batches: Readonly<Record<string, { readonly rolls: number; readonly evenings: readonly string[] }>>;
}

/** Reads what evenings to come will use, so that it is promised once. */
export function reservedRolls(waiting: readonly Roll[] = waitingRolls()): Reserved {
  const rolls: Record<string, string> = {};
  const batches: Record<string, { rolls: number; evenings: string[] }> = {};
  for (const evening of keptEvenings()) {
    for (const run of stillArranged(evening, waiting)) {
      const film = run.rollIds.flatMap((id) => waiting.find((roll) => roll.id === id) ?? []);
      for (const roll of film) rolls[roll.id] = `${evening.name}, ${dayOf(evening)}`;
      const batch = (batches[run.batchId] ??= { rolls: 0, evenings: [] });
      batch.rolls = Math.round((batch.rolls + rollEquivalents(film)) * 1000) / 1000;
      if (!batch.evenings.includes(evening.name)) batch.evenings.push(evening.name);
    }
  }
  return { rolls, batches };
}

/** `Saturday 28 November` */
export function dayOf({ onDay }: Pick<KeptEvening, 'onDay'>): string {
  return format(parseISO(onDay), 'EEEE d MMMM');
}

/** The runs of an evening to come with what of them still waits: a roll that was developed meanwhile is no longer in it. */
export function stillArranged({ draft }: Pick<KeptEvening, 'draft'>, waiting: readonly Roll[]): ArrangedRun[] {
  const stored = (draft as { arrangement?: unknown } | null)?.arrangement;
  const waits = new Set(waiting.map((roll) => roll.id));
  return (isArrangement(stored) ? stored : [])
    .map((run) => ({ ...run, rollIds: run.rollIds.filter((id) => waits.has(id)) }))
    .filter((run) => run.rollIds.length > 0);
}
