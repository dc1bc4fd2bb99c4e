import { answered, refused, type Answer } from '../answer.ts';
import { asMessage, sentence } from '../units/sentence.ts';

export interface WaterMix {
  readonly hotMl: number;
  readonly coldMl: number;
}

/**
 * How much hot and cold water makes `totalMl` at `targetC` (domain.md 8).
 * Errors: `target-outside-taps` when neither tap reaches it.
 */
export function mixWater(question: {
  readonly totalMl: number;
  readonly hotC: number;
  readonly coldC: number;
  readonly targetC: number;
}): Answer<WaterMix> {
  const { totalMl, hotC, coldC, targetC } = question;
  const [low, high] = [Math.min(hotC, coldC), Math.max(hotC, coldC)];
  if (targetC < low || targetC > high) {
    return refused({
      code: 'target-outside-taps',
      path: '$.targetC',
      nearestC: targetC < low ? low : high,
      ...asMessage(
        sentence`${{ tempC: targetC }} cannot be mixed from ${{ tempC: coldC }} and ${{ tempC: hotC }}. Choose a target from ${{ fromC: low, toC: high }}.`,
      ),
    });
  }
  const hotMl = hotC === coldC ? totalMl : (totalMl * (targetC - coldC)) / (hotC - coldC);
  return answered({ hotMl, coldMl: totalMl - hotMl });
}
