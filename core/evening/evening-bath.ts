import { answered, refused, type Answer } from '../answer.ts';
import { coolerStartC, sinkStartC, warmingSeconds } from '../heat/bath/heater-on.ts';
import { warmUp, type BottleInBath, type BottleMaterial, type WarmUp } from '../heat/bath/water-bath.ts';
import { mixWater, type WaterMix } from '../heat/mixing.ts';
import { pouredAtC } from '../schedule/poured-at.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import { heatTo } from '../schedule/pour-words.ts';
import { asMessage, sentence, type Sentence } from '../units/sentence.ts';

/** The tub as a person fills it. */
export interface TubSetting {
  readonly litres: number;
  /** Water as it goes in. */
  readonly startC: number;
  /** 0 is a sink left to fall. */
  readonly heaterW: number;
  readonly lidded: boolean;
  readonly roomC: number;
  readonly bottleStartC: number;
  readonly material: BottleMaterial;
  readonly hotTapC: number;
  readonly coldTapC: number;
}

export interface EveningBathQuestion {
  readonly steps: readonly PlannedStep[];
  readonly bottleMl: number;
  /** What is poured stands in the bath, in jugs, in place of the bottles; absent or null, the bottles do (domain.md 8.2). */
  readonly portionMl?: number | null;
  readonly tub: TubSetting;
  /** What the bath must be held at where the tank's heat is reckoned with; null follows the pours alone. */
  readonly bathC: number | null;
  /** The room is the bath: nothing has to be warmed (domain.md 8.2). */
  readonly noHeater?: boolean;
  readonly horizonS: number;
}

/** One bottle's pour: what to heat it to, and where the tank then takes it. */
interface BottlePour {
  readonly id: string;
  readonly heatTo: Sentence;
}

export interface EveningBath {
  readonly setC: number;
  readonly bottles: readonly (BottleInBath & { readonly name: string; readonly critical: boolean; readonly pourC: number })[];
  readonly warmUp: WarmUp;
  /** Seconds from heater on until every bottle is in its range; with a sink, until the developer is. */
  readonly readyS: Answer<number>;
  /** How warm each critical bath is poured, by the run's own plan. */
  readonly pours: readonly BottlePour[];
  readonly tap: Answer<WaterMix>;
  /** Without a heater: water to start with so that the developer is right half an hour later. */
  readonly sinkStartC: Answer<number> | null;
  /** Where the water goes in so warm that it must fall for hours: what to begin with instead; null where that is not so. */
  readonly coolerC: number | null;
}

/** A bottle is kept this near to its pour temperature where that is not inside the leaflet's own range. */
const NEAR_C = 0.3;
const SINK_POUR_S = 1800;
/** Longer than this nobody waits for water to fall. */
const LONG_WAIT_S = 5400;

/** What a bath is held at for a run, and the bottles that stand in it; those whose range begins at room temperature need none. */
export function standsInBath({ steps, bottleMl, portionMl = null, tub, bathC, noHeater = false }: Omit<EveningBathQuestion, 'horizonS'>): {
  readonly setC: number;
  readonly bottles: EveningBath['bottles'];
} {
  const critical = steps.filter((step) => step.critical);
  const developer = critical[0] ?? steps.find((step) => step.bottle !== null);
  const setC = Math.max(bathC ?? -Infinity, ...(critical.length > 0 ? critical : developer ? [developer] : []).map(pouredAtC));
  const bottles = steps
    .filter((step) => !noHeater && step.bottle !== null && (step.range === null || step.range.lowC > tub.roomC))
    .map((step) => {
      const pourC = pouredAtC(step);
      const near = { lowC: pourC - NEAR_C, highC: pourC + NEAR_C };
      const inside = step.range && pourC >= step.range.lowC && pourC <= step.range.highC;
      // A bath that runs to completion is right in all its range, or within two degrees of what the tub is held at.
      const range = inside ? step.range : step.critical ? near : (step.range ?? { lowC: setC - 2, highC: setC + 2 });
      return {
        id: step.bath,
        name: step.bottle ?? step.name,
        critical: step.critical,
        pourC,
        ml: portionMl ?? bottleMl,
        material: tub.material,
        startC: tub.bottleStartC,
        lowC: range?.lowC ?? near.lowC,
        highC: range?.highC ?? near.highC,
      };
    });
  return { setC: Number.isFinite(setC) ? setC : tub.startC, bottles };
}

/**
 * The evening's bath (domain.md 8): when the bottles are ready, how long they stay so, how warm to pour, and what the
 * taps must give. Everything follows from the pour temperatures of the run's plan; bottles whose range begins at room
 * temperature need no bath and are left out of it.
 */
export function eveningBath(question: EveningBathQuestion): EveningBath {
  const { steps, tub, noHeater = false, horizonS } = question;
  const { setC, bottles } = standsInBath(question);
  const critical = steps.filter((step) => step.critical);
  const developer = critical[0] ?? steps.find((step) => step.bottle !== null);
  const water = {
    litres: tub.litres,
    startC: tub.startC,
    setC,
    heaterW: tub.heaterW,
    ambientC: tub.roomC,
    lidded: tub.lidded,
  };
  const first = bottles.find((bottle) => bottle.id === developer?.bath);
  const asked = tub.heaterW > 0 ? bottles : bottles.filter((bottle) => bottle === first);
  const readyS = noHeater ? answered(0) : warmingSeconds(water, bottles, asked);
  const falls = !noHeater && tub.heaterW > 0 && tub.startC > water.setC && (!readyS.ok || readyS.value > LONG_WAIT_S);
  return {
    setC: water.setC,
    bottles,
    warmUp: warmUp(water, bottles, horizonS),
    readyS: falls && !readyS.ok ? waterTooWarm(tub.startC, water.setC) : readyS,
    pours: critical.map((step) => ({ id: step.id, heatTo: heatTo(step) })),
    tap: mixWater({ totalMl: tub.litres * 1000, hotC: tub.hotTapC, coldC: tub.coldTapC, targetC: tub.startC }),
    sinkStartC: tub.heaterW > 0 || !first ? null : sinkStartC(water, bottles, first.id, SINK_POUR_S),
    coolerC: falls ? coolerStartC(water, bottles, asked, tub.startC) : null,
  };
}

function waterTooWarm(startC: number, setC: number): Answer<number> {
  return refused({
    code: 'never-warm',
    path: '$.tub.startC',
    nearestC: setC,
    ...asMessage(
      sentence`The water goes in at ${{ tempC: startC }} and must fall to ${{ tempC: setC }}, which takes more than six hours. Begin with cooler water.`,
    ),
  });
}
