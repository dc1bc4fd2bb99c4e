import type { FirstStep } from '../../core/beginner/first-roll.ts';
import { filesOfPart } from '../server/files-of-parts.server.ts';

/** The files of the step that is shown. */
export function filesOfStep(step: FirstStep): readonly string[] {
  return filesOfPart('app/first/first-roll.tsx', `app/first/steps/${step}-step.tsx`);
}
