import { lowerFirst } from '../units/first-letter.ts';
import { sentence, type Sentence } from '../units/sentence.ts';
import { pouredAtC } from './poured-at.ts';
import type { PlannedStep } from './plan.ts';

/** Nearer than a thermometer shows, two temperatures are one. */
const SHOWN_C = 0.05;

type Poured = Pick<PlannedStep, 'name' | 'temperatureC' | 'pourC' | 'inTankC'>;

/** The sentence before the pour, one for bath card, checklist and Bench: what to heat it to, and what the tank makes of that. */
export function heatTo(step: Poured, pourC = pouredAtC(step)): Sentence {
  const name = lowerFirst(step.name);
  const byC = pourC - step.temperatureC;
  const { inTankC } = step;
  if (Math.abs(byC) >= SHOWN_C)
    return sentence`${byC > 0 ? 'Heat' : 'Cool'} the ${name} to ${{ tempC: pourC }}: this tank takes it to ${{ tempC: inTankC?.meanC ?? step.temperatureC }}.`;
  if (inTankC && Math.abs(inTankC.meanC - pourC) >= SHOWN_C)
    return sentence`Pour the ${name} at ${{ tempC: pourC }}: this tank takes it to ${{ tempC: inTankC.meanC }}, and its time allows for that.`;
  return sentence`Pour the ${name} at ${{ tempC: pourC }}.`;
}
