import { answered, refused, type Answer } from '../answer.ts';
import { asMessage, sentence } from '../units/sentence.ts';

/** What a thermometer shows above the truth: `offsetC` at `slopeAtC`, changing by `slope` for each degree. */
export interface ThermometerError {
  readonly offsetC: number;
  readonly slope: number;
  readonly slopeAtC: number;
}

export interface Compared {
  readonly shownC: number;
  readonly trueC: number;
}

/** The temperature behind what a thermometer shows. */
export function trueC({ offsetC, slope, slopeAtC }: ThermometerError, shownC: number): number {
  return (shownC - offsetC + slope * slopeAtC) / (1 + slope);
}

/** Two comparisons nearer to each other than this say nothing of a slope. */
const APART_C = 5;
const FAR_OFF_C = 5;
const STEEPEST = 0.2;

/**
 * A thermometer's error from one comparison with a trusted one, or from two at different temperatures (domain.md 8).
 * Errors: `misread` where the two are more than 5 °C apart, `too-close` where two comparisons lie too near together.
 */
export function fitThermometer(compared: readonly [Compared, Compared?]): Answer<ThermometerError> {
  const [first, second] = compared;
  for (const each of [first, second]) {
    if (each && Math.abs(each.shownC - each.trueC) > FAR_OFF_C)
      return refused({
        code: 'misread',
        path: '$.compared',
        ...asMessage(sentence`More than ${{ byC: FAR_OFF_C }} apart: one of the two was misread, or the thermometer belongs in the bin.`),
      });
  }
  const offsetC = first.shownC - first.trueC;
  if (!second) return answered({ offsetC, slope: 0, slopeAtC: first.trueC });
  const apartC = second.trueC - first.trueC;
  if (Math.abs(apartC) < APART_C)
    return refused({
      code: 'too-close',
      path: '$.compared',
      ...asMessage(
        sentence`Compare at two temperatures at least ${{ byC: APART_C }} apart, such as ${{ tempC: 20 }} and ${{ tempC: 38 }}.`,
      ),
    });
  const slope = (second.shownC - second.trueC - offsetC) / apartC;
  if (Math.abs(slope) > STEEPEST)
    return refused({ code: 'misread', path: '$.compared', message: 'Its error changes too steeply to be true: read both again.' });
  return answered({ offsetC, slope, slopeAtC: first.trueC });
}
