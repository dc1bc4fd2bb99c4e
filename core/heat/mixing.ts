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

/**
 * A bath without a heater is topped up: how much to take out, and to pour in of hot water (domain.md 8.2).
 * Errors: `target-outside-taps` when that water cannot bring it there.
 */
export function swapWater(question: {
  readonly totalMl: number;
  readonly fromC: number;
  readonly goalC: number;
  readonly hotC: number;
}): Answer<number> {
  const { totalMl, fromC, goalC, hotC } = question;
  const [low, high] = [Math.min(fromC, hotC), Math.max(fromC, hotC)];
  if (goalC < low || goalC > high) {
    return refused({
      code: 'target-outside-taps',
      path: '$.goalC',
      nearestC: goalC < low ? low : high,
      ...asMessage(
        sentence`Water of ${{ tempC: hotC }} cannot bring a bath of ${{ tempC: fromC }} to ${{ tempC: goalC }}. Choose a goal from ${{ fromC: low, toC: high }}.`,
      ),
    });
  }
  return answered(goalC === fromC ? 0 : (totalMl * (goalC - fromC)) / (hotC - fromC));
}
