import type { StepKind } from '../../../core/kit/kind.ts';

/** The texture that a bath wears, beside its name (interface.md). */
export function bathTexture(kind: StepKind): string {
  switch (kind) {
    case 'developer':
    case 'first-developer':
    case 'colour-developer':
      return 'bath bath-developer';
    case 'bleach':
    case 'pre-bleach':
      return 'bath bath-bleach';
    case 'fixer':
      return 'bath bath-fixer';
    case 'bleach-fix':
      return 'bath bath-bleach-fix';
    case 'prewash':
    case 'rinse':
    case 'wash':
    case 'remjet-rinse':
      return 'bath bath-water';
    case 'stop':
    case 'reversal':
    case 'prebath':
      return 'bath';
    case 'stabiliser':
    case 'final-rinse':
    case 'wetting-agent':
      return 'bath bath-final';
  }
}
