import { bleachesOrFixes, isDeveloper, type StepKind } from '../../kit/kind.ts';

/** Jugs for spent solution, apart by what a collection point wants apart (domain.md 15). Local rules decide. */
export const JUGS = ['developers', 'silver-bearing', 'others'] as const;
export type Jug = (typeof JUGS)[number];

export const JUG_WORDS: Readonly<Record<Jug, { readonly name: string; readonly holds: string }>> = {
  developers: { name: 'Developers', holds: 'first, colour and other developers' },
  'silver-bearing': { name: 'Silver-bearing', holds: 'bleach-fix, fixer, bleach' },
  others: { name: 'Others', holds: 'stop bath, prebath, stabiliser, final rinse' },
};

/** `the jug of developers`: where a solution goes that does not go back. */
export function jugInWords(kind: StepKind): string {
  const jug = jugOf(kind);
  return jug === 'silver-bearing' ? 'the silver-bearing jug' : jug === 'developers' ? 'the jug for developers' : 'the jug for other baths';
}

export function jugOf(kind: StepKind): Jug {
  if (isDeveloper(kind)) return 'developers';
  return bleachesOrFixes(kind) ? 'silver-bearing' : 'others';
}
