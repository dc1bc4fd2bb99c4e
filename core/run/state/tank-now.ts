import { cooledC } from '../../heat/bath/cooling.ts';
import { developmentRate } from '../../heat/dose.ts';
import { pourForSettledC } from '../../heat/pouring-in.ts';
import { settledForDose, warmestPourC } from '../../heat/tank/settled-for-dose.ts';
import { pathTemperature } from '../../heat/temperature-path.ts';
import { pouredAtC } from '../../schedule/poured-at.ts';
import type { PlannedStep } from '../../schedule/plan.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import type { ActualStep, RunState } from './state.ts';
import { pathOf } from './path-of.ts';

/**
 * What the tank is at by all that was read and poured so far, and what it will be at the next pour; null where nothing
 * is known of its heat. A tank that turned out colder than planned shows here before it costs the next bath.
 */
export function tankAtNextPourC(plan: RunPlan, state: RunState, nowMs: number): number | null {
  const { surroundings } = plan;
  if (!surroundings) return null;
  const place = state.phase === 'running' ? state.step : state.step - 1;
  const step = plan.steps[place];
  const actual = state.actual[place];
  if (!step?.inTankC || !actual || actual.skipped) return null;
  return pouredOutC(plan, step, actual, actual.endMs ?? Math.max(nowMs, actual.startMs + step.seconds * 1000));
}

/** What a bath is at when it is poured out: by what was read, else as predicted; as planned where it has not been poured. */
export function pouredOutC(plan: RunPlan, step: PlannedStep, actual: ActualStep | null, endMs: number): number {
  if (!actual) return step.inTankC?.endsC ?? step.temperatureC;
  return pathTemperature(pathOf(plan, step, actual), Math.max(0, (endMs - actual.startMs) / 1000));
}

/**
 * How warm a coming step is poured, by what the tank has turned out to be: only where the school is to pour warmer, and
 * only for the very next bath, since each pour starts the reckoning anew. Everything else keeps its plan's figure.
 */
export function pourNowC(plan: RunPlan, state: RunState, place: number, nowMs: number): number | null {
  const step = plan.steps[place];
  if (!step) return null;
  const planned = pouredAtC(step);
  const next = state.phase === 'running' ? state.step + 1 : state.step;
  const { heat, surroundings } = plan;
  const isSolved = step.poursForDose ?? heat?.school === 'pour-warmer';
  if (place !== next || !heat || !isSolved || !step.critical || step.points.length < 2 || !surroundings) return planned;
  const tankC = tankAtNextPourC(plan, state, nowMs);
  if (tankC === null || plan.tank.volumeMl === undefined) return planned;
  const dosed = { ...step, doseS: step.doseS ?? step.nominalS };
  const settledC = settledForDose(developmentRate(step.points, step.nominalC), dosed, surroundings);
  if (settledC === null) return planned;
  return Math.min(warmestPourC(step.temperatureC), pourForSettledC(plan.tank.volumeMl, settledC, { heatJK: heat.heatJK, startC: tankC }));
}

/** Where the running step stands by the prediction from its pour, for a dotted line under the readings. */
export function predictedC(plan: RunPlan, place: number, afterS: number): number | null {
  const step = plan.steps[place];
  if (!step?.inTankC || !plan.surroundings) return null;
  return cooledC(step.inTankC.startsC, plan.surroundings.surroundC, plan.surroundings.coolingPerMin, afterS);
}
