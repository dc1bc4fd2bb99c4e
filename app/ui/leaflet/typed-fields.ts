import { PROCESSES } from '../../../core/film/process.ts';
import { BOTTLE_KINDS, type BottleKind } from '../../../core/kit/bottle-kinds.ts';
import type { ShelfKit } from '../../../core/kit/kit.ts';

/** What stands in the fields, by name; a bottle's are its place and what they ask: `0.time`. */
export type Typed = Readonly<Record<string, string>>;
/** What is wrong, by field, in the leaflet's words. */
export type Faults = Readonly<Record<string, string>>;

/** Longer is no leaflet. */
const MOST_TYPED = 40_000;

const MOST_BOTTLES = 12;

/** What a form or an address says, by field. */
export function typedOf(entries: Iterable<readonly [string, FormDataEntryValue]>): Typed {
  let left = MOST_TYPED;
  return Object.fromEntries(
    [...entries].flatMap(([name, value]) => {
      if (typeof value !== 'string' || value.length > left) return [];
      left -= value.length;
      return [[name, value]];
    }),
  );
}

/** The bottles that were picked, in the order of pouring. */
export function bottlesOf(typed: Typed): BottleKind[] {
  return (typed['bottles'] ?? '')
    .split(',')
    .filter((kind): kind is BottleKind => (BOTTLE_KINDS as readonly string[]).includes(kind))
    .slice(0, MOST_BOTTLES);
}

/** The process on the box; none for a single bath, which any of them may use. */
export function processOf(typed: Typed): ShelfKit['process'] {
  return typed['process'] === 'any' ? 'any' : (PROCESSES.find((each) => each === typed['process']) ?? 'C-41');
}

/** `stop` picks a bottle, `-2` takes the third one back. */
export function picked(bottles: string, pick: string): string {
  const list = bottles.split(',').filter(Boolean);
  return (pick.startsWith('-') ? list.toSpliced(Number(pick.slice(1)), 1) : [...list, pick]).join(',');
}

/** What was typed of the bottles that stay, under the places they then have. */
export function withoutBottle(typed: Typed, pick: string): Typed {
  if (!pick.startsWith('-')) return typed;
  const out = Number(pick.slice(1));
  return Object.fromEntries(
    Object.entries(typed).flatMap(([name, value]) => {
      const [, place, rest] = /^(\d+)\.(.+)$/.exec(name) ?? [];
      if (place === undefined || rest === undefined) return [[name, value]];
      const n = Number(place);
      return n === out ? [] : [[`${n > out ? n - 1 : n}.${rest}`, value]];
    }),
  );
}
