import { windowToPourIn } from '../heat/bath/heater-on.ts';
import { WATER_J_PER_ML_K } from '../heat/bath/water.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import { showDuration, showMinutes } from '../units/duration.ts';
import { asMessage, sentence, type Spoken } from '../units/sentence.ts';
import type { EveningBath, EveningBathQuestion } from './evening-bath.ts';

/** One sum as a person could write it down, in °C and ml as the formulas are, or in their own units. */
export interface BathSum {
  readonly what: string;
  readonly sum: { readonly message: string } & Spoken;
  readonly figure: { readonly message: string } & Spoken;
}

/** What the sums have to know of the tank. */
export interface TankInSums {
  readonly volumeMl: number;
  readonly heatJK: number;
  readonly startC: number;
}

/** How the figures of the evening's bath come about (domain.md 8, 8.1). */
export function bathWorking(
  bath: EveningBath,
  { steps, tub }: Pick<EveningBathQuestion, 'steps' | 'tub'>,
  tank: TankInSums | null,
): BathSum[] {
  const sums: BathSum[] = [];
  if (bath.tap.ok) {
    const { startC, coldTapC, hotTapC, litres } = tub;
    sums.push({
      what: 'Hot water',
      sum: asMessage(
        sentence`${litres} l × (${{ tempC: startC }} − ${{ tempC: coldTapC }}) ⁄ (${{ tempC: hotTapC }} − ${{ tempC: coldTapC }})`,
      ),
      figure: asMessage(sentence`${(bath.tap.value.hotMl / 1000).toFixed(1)} l`),
    });
  }
  // The slowest bottle sets the time; all are said, so that it is seen which one that is.
  for (const bottle of bath.bottles) {
    const windows = bath.warmUp.bottles.find((warmed) => warmed.id === bottle.id)?.windows ?? [];
    const window = windowToPourIn(windows);
    sums.push({
      what: `${bottle.name} warm`,
      sum: asMessage(
        sentence`${{ volumeMl: bottle.ml }} in ${bottle.material}, from ${{ tempC: bottle.startC }} to at least ${{ tempC: bottle.lowC }}`,
      ),
      figure: { message: window ? `after ${showMinutes(window.fromS)}` : 'never' },
    });
  }
  return tank ? [...sums, ...tankSums(steps, tank)] : sums;
}

/** Every pour up to the last critical bath: solution and tank settle, and the step takes its share. */
function tankSums(steps: readonly PlannedStep[], { volumeMl, heatJK, startC }: TankInSums): BathSum[] {
  const last = steps.findLastIndex((step) => step.critical);
  const water = `${WATER_J_PER_ML_K} × ${Math.round(volumeMl)}`;
  let tankC = startC;
  return steps.slice(0, last + 1).flatMap((step): BathSum[] => {
    if (!step.inTankC || step.pourC === null) return [];
    const sum = sentence`(${water} × ${{ tempC: step.pourC }} + ${Math.round(heatJK)} × ${{ tempC: tankC }}) ⁄ (${water} + ${Math.round(heatJK)}), then ${showDuration(step.seconds)}`;
    tankC = step.inTankC.endsC;
    return [
      {
        what: `${step.name} in the tank`,
        sum: asMessage(sum),
        figure: asMessage(sentence`${{ fromC: step.inTankC.startsC, toC: step.inTankC.endsC }}`),
      },
    ];
  });
}
