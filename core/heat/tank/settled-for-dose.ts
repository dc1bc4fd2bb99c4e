import type { LeafletPoint } from '../../kit/kit.ts';
import { doseUntil, type Rate } from '../dose.ts';
import { coolingPath, type Surroundings } from '../temperature-path.ts';

interface Dosed {
  readonly seconds: number;
  readonly doseS: number;
  readonly points: readonly LeafletPoint[];
  readonly temperatureC: number;
}

/** Nothing is poured warmer than this over its own temperature, nor than this at all (domain.md 8.1). */
const MOST_OVER_C = 10;
const HOTTEST_POUR_C = 50;

/** As warm as a bath may be poured that is planned at `temperatureC` (domain.md 8.1). */
export function warmestPourC(temperatureC: number): number {
  return Math.max(temperatureC, Math.min(temperatureC + MOST_OVER_C, HOTTEST_POUR_C));
}

const COLDEST_C = -20;
const HOTTEST_C = 120;
const WITHIN_S = 1e-7;

/**
 * Where solution and tank must settle for the dose to be right at the planned time. A warmer start always gives a
 * larger dose, and ln(dose) is all but straight in the temperature, so the secant lands in a few steps; halving is
 * there for leaflets that are not so kind. Null where no temperature does it.
 */
export function settledForDose(rate: Rate, step: Dosed, surroundings: Surroundings): number | null {
  const missing = (settledC: number) =>
    Math.log(doseUntil(rate, coolingPath(settledC, surroundings), step.points, step.seconds)) - Math.log(step.doseS);
  let [low, high] = [COLDEST_C, HOTTEST_C];
  let [a, b] = [step.temperatureC, step.temperatureC + 0.5];
  let [fa, fb] = [missing(a), missing(b)];
  for (let i = 0; i < 80; i++) {
    if (Math.abs(fb) * step.doseS < WITHIN_S) return b;
    if (fb < 0) low = Math.max(low, b);
    else high = Math.min(high, b);
    const secant = b - (fb * (b - a)) / (fb - fa);
    const next = secant > low && secant < high ? secant : (low + high) / 2;
    [a, fa] = [b, fb];
    b = next;
    fb = missing(b);
    if (high - low < 1e-9) break;
  }
  return b > COLDEST_C + 1e-6 && b < HOTTEST_C - 1e-6 && Math.abs(fb) * step.doseS < 0.01 ? b : null;
}
