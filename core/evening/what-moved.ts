import { isDeveloper } from '../kit/kind.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import { showDuration } from '../units/duration.ts';

/** A run that is still to come, as far as a change can move it. */
export interface ComingRun {
  readonly run: number;
  readonly rollNames: readonly string[];
  readonly tankName: string;
  readonly batchName: string;
  readonly steps: readonly Pick<PlannedStep, 'id' | 'kind' | 'name' | 'seconds'>[];
  /** The first pour as the person reads it, `20:41`. */
  readonly pour: string;
}

/** What a change moved, run by run: `Run 3: developer 3:56 → 4:01, first pour 20:41 → 20:52`. */
export function whatMoved(before: readonly ComingRun[], after: readonly ComingRun[]): string[] {
  const runs = new Set([...before, ...after].map(({ run }) => run));
  return [...runs]
    .sort((a, b) => a - b)
    .flatMap((run) => {
      const was = before.find((each) => each.run === run);
      const is = after.find((each) => each.run === run);
      if (!is) return [`Run ${run} is left out: ${was?.rollNames.join(', ')}.`];
      if (!was) return [`Run ${run} is new: ${is.rollNames.join(', ')}, first pour ${is.pour}.`];
      const moved = [
        ...changed('', was.rollNames.join(', '), is.rollNames.join(', ')),
        ...changed('', was.tankName, is.tankName),
        ...changed('', was.batchName, is.batchName),
        ...developers(was, is),
        ...changed('first pour ', was.pour, is.pour),
      ];
      return moved.length > 0 ? [`Run ${run}: ${moved.join('; ')}.`] : [];
    });
}

function changed(what: string, was: string, is: string): string[] {
  return was === is ? [] : [`${what}${was} → ${is}`];
}

function developers(was: ComingRun, is: ComingRun): string[] {
  return is.steps
    .filter((step) => isDeveloper(step.kind))
    .flatMap((step) => {
      const before = was.steps.find((each) => each.id === step.id);
      return before ? changed(`${step.name.toLowerCase()} `, showDuration(before.seconds), showDuration(step.seconds)) : [];
    });
}
