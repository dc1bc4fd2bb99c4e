import type { BathKind } from './kind.ts';
import type { ShelfKit } from './kit.ts';

/** What is in a box, by the names on the bottles, in the order they are usually poured. */
export const BOTTLE_NAMES: Readonly<Record<Exclude<BathKind, 'prewash' | 'remjet-rinse' | 'rinse' | 'wash'>, string>> = {
  prebath: 'Prebath',
  developer: 'Developer',
  'first-developer': 'First developer',
  reversal: 'Reversal',
  'colour-developer': 'Colour developer',
  stop: 'Stop bath',
  'pre-bleach': 'Pre-bleach',
  bleach: 'Bleach',
  fixer: 'Fixer',
  'bleach-fix': 'Bleach-fix',
  stabiliser: 'Stabiliser',
  'final-rinse': 'Final rinse',
};
export type BottleKind = keyof typeof BOTTLE_NAMES;
export const BOTTLE_KINDS = Object.keys(BOTTLE_NAMES) as readonly BottleKind[];

/** What a bath is called that is mixed by itself, where it serves otherwise than in a kit. */
const SINGLE_NAMES: Partial<Record<BottleKind, string>> = { prebath: 'Alkaline bath', 'final-rinse': 'Last bath' };

export function bottleName(kind: BottleKind, process: ShelfKit['process']): string {
  return (process === 'any' ? SINGLE_NAMES[kind] : undefined) ?? BOTTLE_NAMES[kind];
}

/** The bottles that a kit of this process usually has; the others are a press further. */
export const USUAL_BOTTLES: Readonly<Record<ShelfKit['process'], readonly BottleKind[]>> = {
  'C-41': ['developer', 'bleach-fix', 'stabiliser'],
  'E-6': ['first-developer', 'colour-developer', 'bleach-fix', 'stabiliser'],
  'ECN-2': ['prebath', 'developer', 'stop', 'bleach', 'fixer', 'final-rinse'],
  any: ['fixer', 'stop', 'prebath', 'final-rinse'],
};
