import type { Warning } from '../answer.ts';
import type { TankThroughTheRun } from '../heat/tank/tank-through-the-run.ts';
import type { HeatSchool } from '../heat/tank/school-and-place.ts';
import type { Tank } from '../heat/tank/tank.ts';
import { isFinal, isWater } from '../kit/kind.ts';
import { showDuration } from '../units/duration.ts';
import { asMessage, sentence, type Sentence } from '../units/sentence.ts';
import { leastChangesS } from './manner.ts';
import type { Advice, PlannedStep } from './plan.ts';

/** A path may go this far out of a range before it is said; a mean may not (domain.md 5.1). */
const PATH_BEYOND_C = 1;
/** What rounding and the curve of a rate make of a mean that is right. */
const MEAN_WITHIN_C = 0.05;
/** A pour this far over its bath's own temperature is said (domain.md 8.1). */
const FAR_C = 3;

/** A developer printed for one temperature that the tank takes out of its range, with the figure of each remedy (domain.md 5.1). */
export function tankOutsideRange(steps: readonly PlannedStep[], tank: TankThroughTheRun | null): Warning[] {
  return steps.flatMap((step, i): Warning[] => {
    const { range, inTankC } = step;
    const heated = tank?.steps[i];
    if (!step.byRuleOfThumb || !range || !inTankC || !heated?.otherwise) return [];
    // A temperature that the person chose is said by itself; here it is what the tank makes of it.
    const lowC = Math.min(range.lowC, step.temperatureC);
    const highC = Math.max(range.highC, step.temperatureC);
    const [leastC, mostC] = [Math.min(inTankC.startsC, inTankC.endsC), Math.max(inTankC.startsC, inTankC.endsC)];
    const meanOut = inTankC.meanC < lowC - MEAN_WITHIN_C || inTankC.meanC > highC + MEAN_WITHIN_C;
    if (!meanOut && leastC >= lowC - PATH_BEYOND_C - 1e-9 && mostC <= highC + PATH_BEYOND_C + 1e-9) return [];
    const { dueS, pourC } = heated.otherwise();
    const remedies: Sentence[] = [];
    if (pourC !== null && Math.abs(pourC - (step.pourC ?? step.temperatureC)) >= MEAN_WITHIN_C)
      remedies.push(sentence`pour at ${{ tempC: pourC }}`);
    remedies.push(inTankC.meanC < lowC ? sentence`warm the tank first` : sentence`stand it in the bath`);
    const longerS = dueS === null ? 0 : Math.round(dueS - step.nominalS);
    if (longerS > 0) remedies.push(sentence`wait ${showDuration(longerS)} longer`);
    const offered = remedies.reduce((all, one) => sentence`${all}, or ${one}`);
    return [
      {
        code: 'tank-outside-range',
        bath: step.bath,
        ...asMessage(
          sentence`${step.name}: in the tank it goes from ${{ tempC: inTankC.startsC }} to ${{ tempC: inTankC.endsC }}, and its leaflet asks for ${{ fromC: range.lowC, toC: range.highC }}. By rule of thumb: ${offered}.`,
        ),
      },
    ];
  });
}

export function pouredFar(steps: readonly PlannedStep[]): Warning[] {
  return steps.flatMap((step): Warning[] =>
    step.critical && step.pourC !== null && step.pourC > step.temperatureC + FAR_C + 1e-9
      ? [
          {
            code: 'pour-far',
            bath: step.bath,
            ...asMessage(
              sentence`${step.name}: poured at ${{ tempC: step.pourC }} for ${{ tempC: step.temperatureC }} in the tank, a slip with the hotter bottle tells at once. Warm the tank first, or stand it in the bath.`,
            ),
          },
        ]
      : [],
  );
}

/** Changes that follow one another quicker than the tank fills and drains (domain.md 9.1). */
export function tooQuick(steps: readonly PlannedStep[], tank: Pick<Tank, 'fillS' | 'drainS'>): Warning[] {
  return steps.flatMap((step): Warning[] => {
    const leastS = leastChangesS(step.manner ?? null, tank);
    if (leastS === null || step.seconds >= leastS || step.manner?.manner !== 'changes') return [];
    return [
      {
        code: 'changes-too-quick',
        bath: step.bath,
        message: `${step.name}: ${step.manner.changes} changes take ${showDuration(leastS)} at least, filling and emptying alone, and it has ${showDuration(step.seconds)}.`,
      },
    ];
  });
}

/** Water after a last bath takes away what it left on the film: allowed, with what it costs (domain.md 9.1). */
export function afterFinal(steps: readonly PlannedStep[]): Warning[] {
  const final = steps.findIndex((step) => isFinal(step.kind));
  return final === -1
    ? []
    : steps.slice(final + 1).flatMap((step): Warning[] =>
        isWater(step.kind)
          ? [
              {
                code: 'after-final',
                bath: step.bath,
                message: `${step.name} after the ${steps[final]?.name.toLowerCase()} washes away what keeps dyes and leaves the film without spots.`,
              },
            ]
          : [],
      );
}

/** Said once: what a plan without the tank's heat does not see (domain.md 5.1). */
export function unseenHeat(seen: boolean, steps: readonly PlannedStep[]): Advice[] {
  const once = seen ? undefined : steps.find((step) => step.byRuleOfThumb);
  if (!once) return [];
  return [
    {
      ...asMessage(
        sentence`${once.name}: its one time is right at ${{ tempC: once.nominalC }} in the tank. What a cold tank takes of that is not reckoned with here: it needs the tank’s volume and the temperature of the room.`,
      ),
      offers: 'heat',
    },
  ];
}

/** A tank that nothing warms is poured warmer instead, and said (domain.md 8.1). */
export function unwarmed(school: HeatSchool | undefined, tank: TankThroughTheRun | null, steps: readonly PlannedStep[]): Advice[] {
  if (school !== 'warm-tank' || !tank || tank.warmedBy !== null || steps.some((step) => step.kind === 'prewash')) return [];
  return [{ message: 'No water comes before the developer, so nothing warms the tank: the developer is poured warmer instead.' }];
}
