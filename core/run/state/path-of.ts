import { coolingPath, temperaturePath, type PathPiece } from '../../heat/temperature-path.ts';
import type { PlannedStep } from '../../schedule/plan.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import type { ActualStep } from './state.ts';

/** The temperature in the tank during a step: by its readings, as predicted from the pour, or as planned. */
export function pathOf(plan: RunPlan, step: PlannedStep, actual: Pick<ActualStep, 'startMs' | 'readings'>): PathPiece[] {
  if (actual.readings.length > 0) {
    const readings = actual.readings.map((reading) => ({ atS: Math.max(0, (reading.atMs - actual.startMs) / 1000), c: reading.c }));
    return temperaturePath(readings, plan.surroundings, step.pourC);
  }
  const still = { coolingPerMin: 0, surroundC: step.temperatureC };
  return step.inTankC && plan.surroundings ? coolingPath(step.inTankC.startsC, plan.surroundings) : coolingPath(step.temperatureC, still);
}
