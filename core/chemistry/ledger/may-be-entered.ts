import { dayAndYear } from '../../units/day.ts';
import { asMessage, sentence, type Spoken } from '../../units/sentence.ts';
import type { BottleEntry, BottleNow } from './bottle.ts';

/** A run that nobody timed, as a person enters it. */
export interface RunByHand {
  readonly on: string;
  readonly rolls: number;
  readonly drawnMl: number;
  readonly returned: boolean;
  /** What came back of each bottle, where it was measured. */
  readonly returnedMl?: number;
}

export interface EntryFault extends Spoken {
  /** The field of the form it is about. */
  readonly field: 'on' | 'ml' | 'rolls' | 'drawnMl' | 'returnedMl' | 'until' | 'kind';
  readonly message: string;
}

/** A bottle is a little larger than what was mixed into it; much more than that is a slip. */
const ROOM_OVER = 1.25;

/**
 * What is wrong with an entry before it is made, each at its field with what would be accepted (domain.md 15). The
 * ledger itself folds whatever it holds.
 */
export function entryFaults(entry: BottleEntry, bottles: readonly BottleNow[], today: string): EntryFault[] {
  const faults = dayFaults(entry.on, bottles, today);
  const bottle = 'bottle' in entry ? bottles.find((each) => each.id === entry.bottle) : undefined;
  if (bottle?.emptied && entry.kind !== 'emptied')
    faults.push({ field: 'kind', message: `${bottle.name} was emptied. Take that back first, if it was not.` });
  if (bottle && (entry.kind === 'topped-up' || entry.kind === 'measured')) {
    const most = bottle.volumeMl * ROOM_OVER - (entry.kind === 'topped-up' ? bottle.mlLeft : 0);
    if (entry.ml > most + 1e-9)
      faults.push({ field: 'ml', ...asMessage(sentence`That is more than the bottle takes: up to ${{ volumeMl: Math.max(0, most) }}.`) });
  }
  if (bottle && entry.kind === 'poured-away' && entry.ml > bottle.mlLeft + 1e-9)
    faults.push({ field: 'ml', ...asMessage(sentence`There are only ${{ volumeMl: bottle.mlLeft }} in it.`) });
  if (entry.kind === 'good-until' && bottle && entry.until < bottle.mixedOn)
    faults.push({ field: 'until', message: `It was mixed on ${dayAndYear(bottle.mixedOn)}; it was good at least until then.` });
  return faults;
}

function dayFaults(on: string, bottles: readonly BottleNow[], today: string): EntryFault[] {
  const mixedOn = bottles.map((bottle) => bottle.mixedOn).sort()[0] ?? today;
  const said = (day: string) => dayAndYear(day);
  return [
    ...(on < mixedOn ? [{ field: 'on' as const, message: `It was mixed on ${said(mixedOn)}; give a day from then to today.` }] : []),
    ...(on > today ? [{ field: 'on' as const, message: `That day is still to come; today is ${said(today)}.` }] : []),
  ];
}

/** What is wrong with a run entered by hand, each at its field. */
export function runByHandFaults(run: RunByHand, bottles: readonly BottleNow[], today: string): EntryFault[] {
  const faults = dayFaults(run.on, bottles, today);
  const least = bottles.filter((bottle) => !bottle.emptied).sort((a, b) => a.mlLeft - b.mlLeft)[0];
  if (run.returnedMl !== undefined && run.returnedMl > run.drawnMl + 1e-9)
    faults.push({ field: 'returnedMl', ...asMessage(sentence`No more comes back than was drawn: up to ${{ volumeMl: run.drawnMl }}.`) });
  if (least && run.drawnMl > least.mlLeft + 1e-9)
    faults.push({
      field: 'drawnMl',
      ...asMessage(sentence`${least.name} holds ${{ volumeMl: least.mlLeft }}, so no more than that can be drawn.`),
    });
  return faults;
}
