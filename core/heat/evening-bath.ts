import type { Answer } from '../answer.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import { sinkStartC, warmingSeconds } from './heater-on.ts';
import { mixWater, type WaterMix } from './mixing.ts';
import { pourTemperature, type PourAnswer } from './pour-temperature.ts';
import { settlesAtC } from './pouring-in.ts';
import type { Surroundings } from './temperature-path.ts';
import { warmUp, type BottleInBath, type BottleMaterial, type WarmUp } from './water-bath.ts';

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
  readonly tub: TubSetting;
  readonly tank: { readonly volumeMl: number; readonly heatJK: number; readonly surroundings: Surroundings | null };
  /** Whether the bath stands above the target so that the tank averages it (domain.md 9). */
  readonly averagesTarget: boolean;
  readonly horizonS: number;
}

export interface EveningBath {
  readonly setC: number;
  readonly bottles: readonly (BottleInBath & { readonly name: string; readonly critical: boolean })[];
  readonly warmUp: WarmUp;
  /** Seconds from heater on until every bottle is in its range; with a sink, until the developer is. */
  readonly readyS: Answer<number>;
  /** How warm to pour the developer so that its dose comes right in this tank; null where its time has no curve. */
  readonly pour: PourAnswer | null;
  /** Where a developer at its target would settle in a tank at room temperature. */
  readonly coldTankC: number;
  readonly tap: Answer<WaterMix>;
  /** Without a heater: water to start with so that the developer is right half an hour later. */
  readonly sinkStartC: Answer<number> | null;
}

/** A critical bottle is kept this near to its target where the target is not the leaflet's own. */
const NEAR_C = 0.3;
const SINK_POUR_S = 1800;

/**
 * The evening's bath (domain.md 8): when the bottles are ready, how long they stay so, how warm to pour, and what the
 * taps must give. Bottles whose range begins at room temperature need no bath and are left out of it.
 */
export function eveningBath({ steps, bottleMl, tub, tank, averagesTarget, horizonS }: EveningBathQuestion): EveningBath {
  const developer = steps.find((step) => step.critical) ?? steps.find((step) => step.bottle !== null);
  const targetC = developer?.temperatureC ?? 38;
  const poured =
    developer &&
    pourTemperature({
      bath: { name: developer.name, nominalC: developer.nominalC, time: { points: developer.points } },
      nominalS: developer.nominalS,
      plannedS: developer.seconds,
      solutionMl: tank.volumeMl,
      tank: { heatJK: tank.heatJK, startC: tub.roomC },
      surroundings: tank.surroundings,
    });
  const pour = poured?.ok ? poured.value : null;
  const setC = averagesTarget && pour ? pour.pourC : targetC;
  const bottles = steps
    .filter((step) => step.bottle !== null && (step.range === null || step.range.lowC > tub.roomC))
    .map((step) => {
      const range =
        step.range && setC >= step.range.lowC && setC <= step.range.highC
          ? step.range
          : step.critical
            ? { lowC: setC - NEAR_C, highC: setC + NEAR_C }
            : (step.range ?? { lowC: setC - 2, highC: setC + 2 });
      return {
        id: step.bath,
        name: step.bottle ?? step.name,
        critical: step.critical,
        ml: bottleMl,
        material: tub.material,
        startC: tub.bottleStartC,
        lowC: range.lowC,
        highC: range.highC,
      };
    });
  const water = { litres: tub.litres, startC: tub.startC, setC, heaterW: tub.heaterW, ambientC: tub.roomC, lidded: tub.lidded };
  const first = bottles.find((bottle) => bottle.id === developer?.bath);
  return {
    setC,
    bottles,
    warmUp: warmUp(water, bottles, horizonS),
    readyS: warmingSeconds(water, tub.heaterW > 0 ? bottles : bottles.filter((bottle) => bottle === first)),
    pour,
    coldTankC: settlesAtC(tank.volumeMl, targetC, { heatJK: tank.heatJK, startC: tub.roomC }),
    tap: mixWater({ totalMl: tub.litres * 1000, hotC: tub.hotTapC, coldC: tub.coldTapC, targetC: tub.startC }),
    sinkStartC: tub.heaterW > 0 || !first ? null : sinkStartC(water, bottles, first.id, SINK_POUR_S),
  };
}
