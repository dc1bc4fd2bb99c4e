import type { Process } from '../film/process.ts';
import { isFinal, isWater } from '../kit/kind.ts';
import { counted } from '../units/counted.ts';
import { asMessage, sentence } from '../units/sentence.ts';
import type { Advice, PlannedStep } from './plan.ts';
import { EVEN_BY_C, watersNeeded } from './tonights-temperatures.ts';

/** Jumps of temperature from bath to bath, as planned, with the water that steps them down (domain.md 8.2). */
export function evenness(process: Process, steps: readonly PlannedStep[]): Advice[] {
  return steps.flatMap((step, i): Advice[] => {
    const before = steps[i - 1];
    // The last bath stands at room temperature by every standard (domain.md 3), and film bears it by then.
    if (!before?.inTank || !step.inTank || isFinal(step.kind)) return [];
    const [fromC, toC] = [before.temperatureC, step.temperatureC];
    const byC = Math.abs(toC - fromC);
    if (byC <= EVEN_BY_C[process] + 1e-9) return [];
    const jump = sentence`${before.name} to ${step.name.toLowerCase()}: ${{ byC }} at once can wrinkle the film.`;
    const half = sentence`${{ tempC: (fromC + toC) / 2 }}`;
    const waters = watersNeeded(fromC, toC, process);
    const eased = isWater(step.kind)
      ? sentence`Begin the ${step.name.toLowerCase()} at ${half} and bring it to ${{ tempC: toC }} by and by.`
      : waters === 1
        ? sentence`Put water at ${half} between them for half a minute.`
        : sentence`Put ${counted(waters, 'water')} between them in even steps, half a minute each.`;
    return [{ step: step.id, ...asMessage(sentence`${jump} ${eased}`) }];
  });
}
