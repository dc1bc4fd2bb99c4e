import { bottlesAfter, type EffectEntry } from '../../chemistry/ledger/effect.ts';
import type { Bath } from '../../kit/kit.ts';
import { rollNumber } from '../../timing/roll-number.ts';
import type { BottleForRun } from '../bottles-in-run.ts';
import type { Habits } from '../habits.ts';

/** The bottle that a single bath is poured from, with what it was filled with. */
export interface BottleOfSingle extends BottleForRun {
  readonly volumeMl: number;
  /** How long a snip took to clear in it since its last run; null where none was laid in. */
  readonly clearS: number | null;
}

/** A single bath that a run may take: out of its own bottle, or made up when it is needed (domain.md 4, 9). */
export interface SingleInUse {
  /** Its kit document’s id. */
  readonly kit: string;
  /** As the person called it. */
  readonly name: string;
  readonly bath: Bath;
  readonly makesMl: number;
  /** Null for what is made up when it is needed. */
  readonly bottle: BottleOfSingle | null;
}

/** The single bath that is taken where a bath of its kind is wanted: one that stands ready before one that must be made up. */
export function singleOfKind(singles: readonly SingleInUse[], kind: Bath['kind']): SingleInUse | null {
  const of = singles.filter(({ bath }) => bath.kind === kind);
  return of.find(({ bottle }) => bottle !== null) ?? of[0] ?? null;
}

/** Which roll this is in a single bath's own bottle, whatever the batch of the run has seen. */
export function rollInSingle({ makesMl, bottle }: SingleInUse, runRolls: number, { wear = 'last' }: Pick<Habits, 'wear'>): number {
  if (bottle === null) return 1;
  return rollNumber({ rollsDone: bottle.wornRolls, runRolls, makesMl, volumeMl: bottle.volumeMl, wear });
}

/** The single baths' own bottles that a run is poured from, each in the place that it takes in the run. */
export function singlesPoured(
  steps: readonly { readonly bath: string; readonly from?: string }[],
  singles: readonly SingleInUse[],
): BottleOfSingle[] {
  return steps.flatMap(({ bath, from }) => {
    const bottle = from === undefined ? null : singles.find((single) => single.bottle?.id === from)?.bottle;
    return bottle ? [{ ...bottle, bath }] : [];
  });
}

/** Single baths as some entries leave their bottles; what went through one makes of its snip's time a thing of the past. */
export function singlesAfter(singles: readonly SingleInUse[], entries: readonly EffectEntry[]): SingleInUse[] {
  return singles.map((single) => {
    if (!single.bottle) return single;
    const [after = single.bottle] = bottlesAfter([single.bottle], entries);
    return { ...single, bottle: after.wornRolls === single.bottle.wornRolls ? after : { ...after, clearS: null } };
  });
}
