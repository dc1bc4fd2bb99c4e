import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns';
import { isDeveloper, isWater, type BathKind } from '../kit/kind.ts';
import type { Bath, Kit } from '../kit/kit.ts';
import { newStanding, withIncident, withTest, type Incident, type Standing, type TestResult } from './standing.ts';

interface Entered {
  /** The day it happened, ISO. */
  readonly on: string;
}

/**
 * What can happen to the bottles of a batch (domain.md 15). Appended, never changed: an entry that was wrong is met by
 * a counter-entry (`undone`). Without `bottle` it concerns all of them.
 */
export type BottleEntry = Entered &
  (
    | { readonly kind: 'carried-over'; readonly rolls: number }
    | {
        readonly kind: 'run';
        readonly rolls: number;
        readonly drawnMl: number;
        readonly returned: boolean;
        /** Film with a remjet backing went through. */
        readonly remjet?: boolean;
      }
    | { readonly kind: 'topped-up' | 'poured-away' | 'measured'; readonly bottle: string; readonly ml: number }
    | { readonly kind: 'incident'; readonly bottle: string; readonly what: Incident; readonly ml?: number; readonly days?: number }
    | { readonly kind: 'test'; readonly bottle: string; readonly result: TestResult }
    /** What a person counts differently from the book, with the reason. */
    | { readonly kind: 'corrected'; readonly rolls: number; readonly reason: string }
    | { readonly kind: 'emptied'; readonly bottle?: string }
  );

export interface BottleNow {
  readonly id: string;
  readonly name: string;
  readonly kind: BathKind;
  readonly mlLeft: number;
  readonly ageDays: number;
  readonly goodUntil: string | null;
  readonly standing: Standing['standing'];
  /** Why it is not simply good, in sentences. */
  readonly why: readonly string[];
  readonly emptied: boolean;
}

export interface ShelfState {
  /** Roll equivalents through the batch since it was mixed. */
  readonly rollsDone: number;
  /** Of these, what the solution in the bottles has seen itself: one-shot rolls took theirs with them. */
  readonly wornRolls: number;
  readonly seenRemjet: boolean;
  readonly bottles: readonly BottleNow[];
}

export interface BatchToFold {
  readonly kit: Pick<Kit, 'baths'>;
  readonly volumeMl: number;
  readonly mixedOn: string;
}

/** What film and tank keep of a bath that goes back into its bottle, in ml (domain.md 15; a habit). */
export function keptByFilmMl(rolls: number): number {
  return 5 + 8 * rolls;
}

interface Folding {
  readonly bath: Bath;
  ml: number;
  standing: Standing;
  openDays: number;
  emptied: boolean;
}

/** The batch as its entries leave it on a day. Entries of one day count in the order given; nothing falls below nought. */
export function foldLedger({ kit, volumeMl, mixedOn }: BatchToFold, entries: readonly BottleEntry[], on: string): ShelfState {
  const bottles = kit.baths
    .filter((bath) => !isWater(bath.kind))
    .map((bath): Folding => ({ bath, ml: volumeMl, standing: newStanding(), openDays: 0, emptied: false }));
  let [rollsDone, wornRolls, seenRemjet] = [0, 0, false];
  const inOrder = entries.map((entry, i) => ({ entry, i })).sort((a, b) => a.entry.on.localeCompare(b.entry.on) || a.i - b.i);
  for (const { entry } of inOrder) {
    switch (entry.kind) {
      case 'carried-over':
      case 'corrected':
        rollsDone += entry.rolls;
        wornRolls += entry.rolls;
        break;
      case 'run':
        rollsDone += entry.rolls;
        if (entry.returned) wornRolls += entry.rolls;
        if (entry.remjet) seenRemjet = true;
        for (const bottle of bottles) {
          const back = entry.returned && bottle.bath.after !== 'discard' ? Math.max(0, entry.drawnMl - keptByFilmMl(entry.rolls)) : 0;
          bottle.ml = Math.max(0, bottle.ml - entry.drawnMl + back);
        }
        break;
      default:
        for (const bottle of bottles) if (entry.bottle === undefined || entry.bottle === bottle.bath.id) happensTo(bottle, entry);
        if (entry.kind === 'incident' && entry.what === 'remjet') seenRemjet = true;
    }
  }
  return {
    rollsDone: Math.max(0, round(rollsDone, 3)),
    wornRolls: Math.max(0, round(wornRolls, 3)),
    seenRemjet,
    bottles: bottles.map(({ bath, ml, standing, openDays, emptied }) => ({
      id: bath.id,
      name: bath.name,
      kind: bath.kind,
      mlLeft: round(ml, 1),
      ageDays: differenceInCalendarDays(parseISO(on), parseISO(mixedOn)),
      goodUntil: goodUntil(bath, mixedOn, openDays),
      standing: standing.standing,
      why: standing.why,
      emptied,
    })),
  };
}

function happensTo(bottle: Folding, entry: Exclude<BottleEntry, { kind: 'carried-over' | 'corrected' | 'run' }>): void {
  switch (entry.kind) {
    case 'topped-up':
      bottle.ml += entry.ml;
      return;
    case 'poured-away':
      bottle.ml = Math.max(0, bottle.ml - entry.ml);
      return;
    case 'measured':
      bottle.ml = entry.ml;
      return;
    case 'emptied':
      bottle.ml = 0;
      bottle.emptied = true;
      return;
    case 'test':
      bottle.standing = withTest(bottle.standing, entry.result);
      return;
    case 'incident':
      // Air ages a developer threefold: each day open counts as two more (domain.md 15).
      if (entry.what === 'cap-off' && isDeveloper(bottle.bath.kind)) bottle.openDays += entry.days ?? 0;
      bottle.standing = withIncident(bottle.standing, bottle.bath.kind, bottle.ml, entry);
  }
}

function goodUntil(bath: Bath, mixedOn: string, openDays: number): string | null {
  if (bath.keepsDays === undefined) return null;
  return formatISO(addDays(parseISO(mixedOn), Math.floor(bath.keepsDays - 2 * openDays)), { representation: 'date' });
}

function round(value: number, digits: number): number {
  return Math.round(value * 10 ** digits) / 10 ** digits;
}
