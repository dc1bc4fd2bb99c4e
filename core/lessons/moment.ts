import { isDeveloper, type StepKind } from '../kit/kind.ts';

/** When a lesson is wanted (domain.md 16): before anything, at a bath, or with the film in the hand. */
export const MOMENTS = [
  'planning',
  'warming',
  'first-pour',
  'prewash',
  'developer',
  'colour-developer',
  'stop',
  'bleach',
  'fixer',
  'wash',
  'final',
  'hanging-up',
] as const;
export type Moment = (typeof MOMENTS)[number];

export const MOMENT_WORDS: Readonly<Record<Moment, string>> = {
  planning: 'when I plan',
  warming: 'while it warms',
  'first-pour': 'before the first pour',
  prewash: 'at the prewash',
  developer: 'at the developer',
  'colour-developer': 'at the colour developer',
  stop: 'at the stop or rinse',
  bleach: 'at the bleach',
  fixer: 'at the fixer',
  wash: 'at the wash',
  final: 'at the last bath',
  'hanging-up': 'when I hang it up',
};

/** The moments that a step of a run is; a bleach-fix is both of its baths. */
export function momentsOfStep(kind: StepKind): readonly Moment[] {
  switch (kind) {
    case 'prewash':
    case 'prebath':
    case 'remjet-rinse':
      return ['prewash'];
    case 'developer':
    case 'first-developer':
      return ['developer'];
    case 'colour-developer':
      return ['colour-developer'];
    case 'stop':
    case 'rinse':
    case 'reversal':
      return ['stop'];
    case 'bleach':
    case 'pre-bleach':
      return ['bleach'];
    case 'bleach-fix':
      return ['bleach', 'fixer'];
    case 'fixer':
      return ['fixer'];
    case 'wash':
      return ['wash'];
    case 'stabiliser':
    case 'final-rinse':
    case 'wetting-agent':
      return ['final'];
  }
}

/** Moments that a run with these steps has, in order. */
export function momentsOfRun(kinds: readonly StepKind[]): Moment[] {
  const has = new Set<Moment>(kinds.flatMap(momentsOfStep));
  const always: readonly Moment[] = ['planning', 'warming', 'first-pour', 'hanging-up'];
  return MOMENTS.filter((moment) => always.includes(moment) || has.has(moment) || (moment === 'developer' && kinds.some(isDeveloper)));
}
