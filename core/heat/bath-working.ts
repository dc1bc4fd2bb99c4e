import { showDuration } from '../units/duration.ts';
import type { EveningBath, EveningBathQuestion } from './evening-bath.ts';
import type { WorkedSum } from '../worked-sum.ts';
import { cooledC } from './cooling.ts';
import { WATER_J_PER_ML_K } from './water.ts';

const c = (tempC: number) => tempC.toFixed(1);

/** How the figures of the evening's bath come about (domain.md 8), in °C, ml and J/K as the formulas are. */
export function bathWorking(bath: EveningBath, { steps, tub, tank }: Pick<EveningBathQuestion, 'steps' | 'tub' | 'tank'>): WorkedSum[] {
  const sums: WorkedSum[] = [];
  if (bath.tap.ok) {
    sums.push({
      what: 'Hot water',
      sum: `${tub.litres} l × (${c(tub.startC)} − ${c(tub.coldTapC)}) ⁄ (${c(tub.hotTapC)} − ${c(tub.coldTapC)})`,
      figure: `${(bath.tap.value.hotMl / 1000).toFixed(1)} l`,
    });
  }
  // The slowest bottle sets the time; all are said, so that it is seen which one that is.
  for (const bottle of bath.bottles) {
    const windows = bath.warmUp.bottles.find((warmed) => warmed.id === bottle.id)?.windows ?? [];
    const window = windows.findLast((each) => each.toS === null) ?? windows.at(-1);
    sums.push({
      what: `${bottle.name} warm`,
      sum: `${Math.round(bottle.ml)} ml in ${bottle.material}, from ${c(bottle.startC)} to at least ${c(bottle.lowC)} °C`,
      figure: window ? `after ${showDuration(window.fromS)}` : 'never',
    });
  }
  if (bath.pour) {
    const water = `${WATER_J_PER_ML_K} × ${Math.round(tank.volumeMl)}`;
    const heat = Math.round(tank.heatJK);
    sums.push({
      what: 'In the tank',
      sum: `(${water} × ${c(bath.pour.pourC)} + ${heat} × ${c(tub.roomC)}) ⁄ (${water} + ${heat})`,
      figure: `${c(bath.pour.settlesC)} °C`,
    });
    const developer = steps.find((step) => step.critical);
    if (tank.surroundings && developer) {
      const { coolingPerMin, surroundC } = tank.surroundings;
      const atEnd = cooledC(bath.pour.settlesC, surroundC, coolingPerMin, developer.seconds);
      sums.push({
        what: 'As it is poured out',
        sum: `${c(surroundC)} + (${c(bath.pour.settlesC)} − ${c(surroundC)}) × e^(−${coolingPerMin.toFixed(4)} × ${(developer.seconds / 60).toFixed(2)} min)`,
        figure: `${c(atEnd)} °C`,
      });
    }
  }
  return sums;
}
