/** Every kind of bath a sequence can hold (domain.md 4). */
export const BATH_KINDS = [
  'prewash',
  'prebath',
  'remjet-rinse',
  'developer',
  'first-developer',
  'reversal',
  'colour-developer',
  'stop',
  'rinse',
  'pre-bleach',
  'bleach',
  'fixer',
  'bleach-fix',
  'wash',
  'stabiliser',
  'final-rinse',
] as const;
export type BathKind = (typeof BATH_KINDS)[number];

/** Bare words of a sequence: steps that belong to no bottle of the kit; habits time them. */
export const BARE_STEPS = ['prewash', 'rinse', 'stop', 'wash', 'wetting-agent'] as const;
export type BareStep = (typeof BARE_STEPS)[number];
export type StepKind = BathKind | 'wetting-agent';

export function isBareStep(word: string): word is BareStep {
  return (BARE_STEPS as readonly string[]).includes(word);
}

/** The baths whose time makes the picture; all others run to completion (domain.md 3). */
export function isDeveloper(kind: StepKind): boolean {
  return isMainDeveloper(kind) || kind === 'colour-developer';
}

/** The developer that makes the density of the picture: a negative's only one, or slide film's first (domain.md 16). */
export function isMainDeveloper(kind: StepKind): boolean {
  return kind === 'developer' || kind === 'first-developer';
}

/** After the last of these the film may see light (domain.md 3). */
export function bleachesOrFixes(kind: StepKind): boolean {
  return kind === 'bleach' || kind === 'fixer' || kind === 'bleach-fix';
}

export function isWater(kind: StepKind): boolean {
  return kind === 'prewash' || kind === 'rinse' || kind === 'wash' || kind === 'remjet-rinse';
}

export function isFinal(kind: StepKind): boolean {
  return kind === 'stabiliser' || kind === 'final-rinse';
}
