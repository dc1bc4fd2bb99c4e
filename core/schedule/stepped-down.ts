import type { Process } from '../film/process.ts';
import { isDeveloper } from '../kit/kind.ts';
import type { Habits } from './habits.ts';
import { usualManner } from './manner.ts';
import { bareSteps, type DraftStep } from './sequence.ts';
import { watersNeeded } from './tonights-temperatures.ts';

/**
 * Bleach bypass goes from a warm developer to a fixer that may stand in the room: as many waters are set in between as
 * take the film down evenly, half a minute each (domain.md 8.2).
 */
export function steppedDown(drafts: readonly DraftStep[], stepsC: readonly number[], process: Process, habits: Habits): DraftStep[] {
  const fixer = drafts.findIndex((step) => step.kind === 'fixer');
  const developer = drafts.findLastIndex((step, i) => i < fixer && isDeveloper(step.kind));
  if (fixer === -1 || developer === -1) return [...drafts];
  const needed = watersNeeded(stepsC[developer] as number, stepsC[fixer] as number, process);
  const missing = Math.max(0, needed - drafts.slice(developer + 1, fixer).filter((step) => step.ownC === null).length);
  const rinse = { ...bareSteps(habits)('rinse', 'rinse'), manner: usualManner('rinse', habits) };
  return drafts.toSpliced(fixer, 0, ...Array.from({ length: missing }, () => rinse));
}
