import { isDeveloper, isWater, type StepKind } from '../kit/kind.ts';

/** What a bath does and why it comes here, in one sentence for somebody who has never done it (domain.md 19). */
const WORDS: Readonly<Record<StepKind, string>> = {
  prebath: 'Loosens the black backing of cine film, so that it washes off before anything else is poured.',
  prewash: 'Wets the film evenly and brings the tank near the developer’s temperature; coloured water is normal.',
  'remjet-rinse': 'Carries the loosened backing away; what is left of it would clog every bath after it.',
  'first-developer': 'Makes a black-and-white negative where light fell; its time decides how light the slides are.',
  reversal: 'Makes the silver that the first developer left ready to be developed, as light would.',
  'colour-developer': 'Makes silver and, with it, the dyes of the picture.',
  developer: 'Makes silver and dye where light fell: its time and temperature are the picture.',
  stop: 'Ends development in a moment, everywhere alike.',
  rinse: 'Takes the last bath out of film and tank, so that it is not carried into the next.',
  'pre-bleach': 'Readies the silver for the bleach and keeps the dyes that were made.',
  bleach: 'Turns the silver back into a salt, and leaves the dye alone.',
  'bleach-fix': 'Turns the silver back into a salt and takes the salt away: only the dye stays. It runs to completion.',
  fixer: 'Takes the silver salt away; after it light does no harm.',
  wash: 'Takes what bleach and fixer left in the film out of it; longer does no harm.',
  stabiliser: 'Keeps the dyes and lets the film dry without spots. It is not rinsed off.',
  'final-rinse': 'Lets the film dry without spots. It is not rinsed off.',
  'wetting-agent': 'A drop that lets water run off evenly, so that no drying marks stay.',
};

/** Water after a developer has another task than water at the end. */
const AFTER_A_DEVELOPER = 'Takes the developer out of the film, so that it works no further and spoils no bath that follows.';

/** `before` is the bath that was in the tank before it; absent for the bath as such. */
export function whatItDoes(kind: StepKind, before?: StepKind): string {
  return isWater(kind) && before !== undefined && isDeveloper(before) ? AFTER_A_DEVELOPER : WORDS[kind];
}

/** The same of each step of a run, in their order. */
export function whatEachDoes(steps: readonly { readonly kind: StepKind }[]): string[] {
  return steps.map(({ kind }, i) => whatItDoes(kind, steps[i - 1]?.kind));
}
