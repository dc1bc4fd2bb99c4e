import type { Process } from '../film/process.ts';
import { isFinal, isWater } from '../kit/kind.ts';
import { asMessage, sentence } from '../units/sentence.ts';
import { pouredAtC } from './cues.ts';
import type { Advice, PlannedStep } from './plan.ts';

/** More than this from one bath to the next wrinkles the gelatine; cine film bears a little more (domain.md 16). */
export const EVEN_BY_C = { 'C-41': 5, 'E-6': 5, 'ECN-2': 8 } as const;

/** Jumps of temperature from bath to bath, with the water that steps them down. */
export function evenness(process: Process, steps: readonly PlannedStep[]): Advice[] {
  const by = EVEN_BY_C[process];
  return steps.flatMap((step, i): Advice[] => {
    const before = steps[i - 1];
    // The last bath stands at room temperature by every standard (domain.md 3), and film bears it by then.
    if (!before?.inTank || !step.inTank || isFinal(step.kind)) return [];
    const fromC = before.inTankC?.endsC ?? before.temperatureC;
    const toC = pouredAtC(step);
    if (Math.abs(toC - fromC) <= by + 1e-9) return [];
    const half = sentence`${{ tempC: (fromC + toC) / 2 }}`;
    return [
      {
        step: step.id,
        ...asMessage(
          isWater(step.kind)
            ? sentence`${before.name} to ${step.name.toLowerCase()}: ${{ byC: Math.abs(toC - fromC) }} at once can wrinkle the film. Begin the ${step.name.toLowerCase()} at ${half} and bring it to ${{ tempC: toC }} by and by.`
            : sentence`${before.name} to ${step.name.toLowerCase()}: ${{ byC: Math.abs(toC - fromC) }} at once can wrinkle the film. Put water at ${half} between them for half a minute.`,
        ),
      },
    ];
  });
}
