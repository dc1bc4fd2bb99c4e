import { addDays, parseISO } from 'date-fns';
import { isDeveloper, type BathKind } from '../../kit/kind.ts';
import type { Bath } from '../../kit/kit.ts';
import { isoDay } from '../../units/day.ts';
import { ageInDays } from '../life/shelf-life.ts';
import { mlAfterPour, type EffectEntry } from './effect.ts';
import { newStanding, withIncident, withTest, type Incident, type Standing, type TestResult } from './standing.ts';

/** How the air is kept off a solution: left as it is, squeezed out, or driven out by a gas. */
export const STORAGE = ['plain', 'squeezed', 'gas'] as const;
export type Storage = (typeof STORAGE)[number];

interface Entered {
  /** The day it happened, ISO. */
  readonly on: string;
}

/** What happens to one bottle. */
type OneBottlesEntry = Entered &
  (
    | { readonly kind: 'topped-up' | 'poured-away' | 'measured'; readonly bottle: string; readonly ml: number }
    | { readonly kind: 'incident'; readonly bottle: string; readonly what: Incident; readonly ml?: number; readonly days?: number }
    /** With how long it took, where somebody looked at a clock. */
    | { readonly kind: 'test'; readonly bottle: string; readonly result: TestResult; readonly seconds?: number }
    | { readonly kind: 'stored'; readonly bottle: string; readonly how: Storage }
    /** The person knows better than the leaflet how long it lasts, and says why. */
    | { readonly kind: 'good-until'; readonly bottle: string; readonly until: string; readonly reason: string }
    | { readonly kind: 'emptied'; readonly bottle?: string }
  );

/**
 * What can happen to the bottles of a batch (domain.md 15). Appended, never changed: an entry that was wrong is met by
 * a counter-entry (`undone`). Without `bottle` it concerns all of them.
 */
export type BottleEntry =
  | OneBottlesEntry
  | (Entered &
      (
        | { readonly kind: 'carried-over'; readonly rolls: number }
        | RunEntry
        /** What a person counts differently from the book, with the reason. */
        | { readonly kind: 'corrected'; readonly rolls: number; readonly reason: string }
      ));

/** What a run did to one bottle (effect.ts), as the ledger keeps it. */
export interface RunEntry extends Entered, Omit<EffectEntry, 'kind'> {
  readonly kind: 'run';
  /** Entries of one run, or of one entered by hand, share it. */
  readonly act: string;
  /** Film that had been through before: it wears the bottle and is no roll of the batch. */
  readonly again?: boolean;
  /** Film with a remjet backing went through. */
  readonly remjet?: boolean;
}

/** A bottle as it was filled. */
export interface FilledBottle {
  readonly id: string;
  readonly bath: Pick<Bath, 'id' | 'name' | 'kind' | 'after' | 'keepsDays'>;
  readonly volumeMl: number;
  readonly mixedOn: string;
}

export interface BottleNow {
  readonly id: string;
  /** The bath of the kit that it holds. */
  readonly bath: string;
  readonly name: string;
  readonly kind: BathKind;
  readonly volumeMl: number;
  readonly mixedOn: string;
  readonly mlLeft: number;
  /** Roll equivalents that went through it, in whichever batch it stood. */
  readonly rollsDone: number;
  /** Of these, what the solution in it has seen itself: what was thrown away took its share with it. */
  readonly wornRolls: number;
  readonly seenRemjet: boolean;
  readonly after: 'return' | 'discard';
  readonly ageDays: number;
  readonly goodUntil: string | null;
  readonly standing: Standing['standing'];
  /** Why it is not simply good, in sentences. */
  readonly why: readonly string[];
  readonly stored: Storage;
  readonly emptied: boolean;
  /** How long a snip took in it, since anything went through it or came into it; null where nobody knows. */
  readonly clearS: number | null;
  /** The day of the last thing that made it what it is; null while nothing did. */
  readonly sinceOn: string | null;
}

/** A bottle that holds less than this share of what was mixed has air over it (domain.md 15, storage). */
const AIRY_BELOW = 2 / 3;

interface Life {
  ml: number;
  rolls: number;
  worn: number;
  seenRemjet: boolean;
  standing: Standing;
  openDays: number;
  stored: Storage;
  /** The day since which air stands over it; null while none does. */
  airySince: string | null;
  airyDays: number;
  until: string | null;
  emptied: boolean;
  clearS: number | null;
  sinceOn: string | null;
}

export interface FoldingRules {
  /** The school of storage: a bottle with air over it ages at twice the pace (domain.md 15, a rule of thumb). */
  readonly airAges?: boolean;
}

/** Entries by day, those of one day as they were written. */
export function byDay<T extends Entered>(entries: readonly T[]): readonly T[] {
  // Most ledgers are written as the days go; sorting is stable, and ISO days compare as text.
  const inOrder = entries.every((entry, i) => i === 0 || (entries[i - 1] as T).on <= entry.on);
  return inOrder ? entries : [...entries].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
}

/**
 * One bottle as the entries that concern it leave it on a day (domain.md 15). `entries` are in order; nothing falls
 * below nought.
 */
export function foldBottle(filled: FilledBottle, entries: readonly BottleEntry[], on: string, rules: FoldingRules = {}): BottleNow {
  const life: Life = {
    ml: filled.volumeMl,
    rolls: 0,
    worn: 0,
    seenRemjet: false,
    standing: newStanding(),
    openDays: 0,
    stored: 'plain',
    airySince: null,
    airyDays: 0,
    until: null,
    emptied: false,
    clearS: null,
    sinceOn: null,
  };
  for (const entry of entries) {
    happensTo(life, filled, entry);
    breathes(life, filled, entry.on);
  }
  const { bath, mixedOn } = filled;
  const air = rules.airAges && !life.emptied ? life : null;
  const goodUntil = life.until ?? leafletUntil(filled, life.openDays, air);
  return {
    id: filled.id,
    bath: bath.id,
    name: bath.name,
    kind: bath.kind,
    volumeMl: filled.volumeMl,
    mixedOn,
    mlLeft: round(life.ml, 1),
    rollsDone: Math.max(0, round(life.rolls, 3)),
    wornRolls: Math.max(0, round(life.worn, 3)),
    seenRemjet: life.seenRemjet,
    after: bath.after ?? 'return',
    ageDays: ageInDays(mixedOn, on),
    goodUntil,
    standing: life.standing.standing,
    why:
      air?.airySince && life.until === null && bath.keepsDays !== undefined
        ? [...life.standing.why, 'Less than two thirds full: air over it ages it twice as fast. Squeeze the bottle, or use a smaller one.']
        : life.standing.why,
    stored: life.stored,
    emptied: life.emptied,
    clearS: life.clearS,
    sinceOn: life.sinceOn,
  };
}

function happensTo(life: Life, { bath }: FilledBottle, entry: BottleEntry): void {
  // What went through it or came into it since makes of a test's time a thing of the past.
  if (entry.kind === 'run' || entry.kind === 'topped-up' || entry.kind === 'incident') life.clearS = null;
  switch (entry.kind) {
    case 'carried-over':
    case 'corrected':
      life.rolls += entry.rolls;
      life.worn += entry.rolls;
      return;
    case 'run':
      life.rolls += entry.rolls;
      life.worn += entry.wears;
      life.ml = mlAfterPour(life.ml, entry);
      if (entry.remjet) life.seenRemjet = true;
      return;
    case 'topped-up':
      life.ml += entry.ml;
      return;
    case 'poured-away':
      life.ml = Math.max(0, life.ml - entry.ml);
      return;
    case 'measured':
      life.ml = entry.ml;
      return;
    case 'emptied':
      life.ml = 0;
      life.emptied = true;
      return;
    case 'stored':
      life.stored = entry.how;
      return;
    case 'good-until':
      life.until = entry.until;
      return;
    case 'test':
      life.standing = withTest(life.standing, entry.result);
      life.clearS = entry.seconds ?? null;
      life.sinceOn = entry.on;
      return;
    case 'incident':
      // Air ages a developer threefold: each day open counts as two more (domain.md 15).
      if (entry.what === 'cap-off' && isDeveloper(bath.kind)) life.openDays += entry.days ?? 0;
      if (entry.what === 'remjet') life.seenRemjet = true;
      life.standing = withIncident(life.standing, bath.kind, life.ml, entry);
      life.sinceOn = entry.on;
  }
}

function breathes(life: Life, { volumeMl }: FilledBottle, on: string): void {
  const airy = life.stored === 'plain' && life.ml < AIRY_BELOW * volumeMl - 1e-9;
  if (airy && life.airySince === null) life.airySince = on;
  if (!airy && life.airySince !== null) {
    life.airyDays += ageInDays(life.airySince, on);
    life.airySince = null;
  }
}

function leafletUntil({ bath, mixedOn }: FilledBottle, openDays: number, air: Life | null): string | null {
  if (bath.keepsDays === undefined) return null;
  const days = bath.keepsDays - 2 * openDays - (air?.airyDays ?? 0);
  if (!air?.airySince) return isoDay(addDays(parseISO(mixedOn), Math.floor(days)));
  const lived = ageInDays(mixedOn, air.airySince);
  const left = days - lived;
  return isoDay(addDays(parseISO(mixedOn), Math.floor(lived + (left > 0 ? left / 2 : left))));
}

export function round(value: number, digits: number): number {
  return Math.round(value * 10 ** digits) / 10 ** digits;
}
