import type { Kit } from '../../kit/kit.ts';
import { washSeconds, prewashSeconds, type Habits } from '../habits.ts';
import { usualManner } from '../manner.ts';
import { draftSequence } from '../sequence.ts';
import { stepIds } from '../step-ids.ts';
import type { StepChanged } from './way.ts';

/**
 * Habits of washing and prewash as a way of a kit that times its water (domain.md 9.1): they overruled it when they were stored, and
 * the kit decides now. Empty where the kit leaves its water to the habits anyway.
 */
export function waysOfHabits(kit: Kit, habits: Habits): StepChanged[] {
  const { prewash, washing } = habits;
  const steps = draftSequence(kit, habits, 'normal');
  const ids = stepIds(steps.map(({ id }) => id));
  return steps.flatMap(({ kind, kitTimed }, i) => {
    const said = kind === 'wash' ? washing : kind === 'prewash' && prewash?.kind !== 'none' ? prewash : undefined;
    const manner = usualManner(kind, habits);
    if (!kitTimed || said === undefined || manner === null) return [];
    const s = kind === 'wash' ? washSeconds(washing) : prewashSeconds(prewash);
    // Counted fills make their own time.
    return [{ id: ids[i] ?? kind, ...(manner.manner === 'counted' ? {} : { s }), ...manner }];
  });
}
