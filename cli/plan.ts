import { answered, refused, type Answer } from '../core/answer.ts';
import type { FilmCount } from '../core/film/roll-equivalents.ts';
import type { Treatment } from '../core/film/treatment.ts';
import { DEFAULT_COOLING_PER_MIN, DEFAULT_TANK_HEAT_JK, type TankMaterial } from '../core/heat/bath/water.ts';
import { materialOf } from '../core/heat/tank/tank-heat-setting.ts';
import type { TankHeatSetting } from '../core/heat/tank/tank-through-the-run.ts';
import { DEFAULT_TANK, type Tank } from '../core/heat/tank/tank.ts';
import type { Kit } from '../core/kit/kit.ts';
import type { Habits } from '../core/schedule/habits.ts';
import { planRun, type BatchState, type Plan } from '../core/schedule/plan.ts';
import { bare, readRequest, round, type Surrounding } from './request.ts';
import { planRequest } from './requests.ts';

export interface PlanRequest {
  readonly batch?: Partial<BatchState>;
  readonly on?: string;
  readonly tank?: Partial<Tank>;
  readonly rolls: readonly (Omit<FilmCount, 'count'> & { readonly count?: number })[];
  readonly pushStops?: number;
  readonly treatment?: Treatment;
  readonly temperaturesC?: Record<string, number>;
  readonly habits?: Habits;
  readonly heat?: HeatRequest;
  readonly ownS?: Record<string, number>;
}

interface HeatRequest extends Partial<Omit<TankHeatSetting, 'startC'>> {
  readonly roomC: number;
  readonly startC?: number;
  readonly material?: TankMaterial;
}

/** A run planned as a request has it; `kitBaths` are those of its kit, left out or not. */
export function plannedAsAsked(
  value: PlanRequest,
  kit: Kit,
  { today }: Surrounding,
): Answer<Plan & { readonly kitBaths: readonly string[] }> {
  const { mixedOn } = value.batch ?? {};
  const tank = { ...DEFAULT_TANK, ...value.tank };
  if (value.heat && tank.volumeMl === undefined)
    return refused({ code: 'missing', path: '$.tank.volumeMl', message: 'The tank’s heat needs tank.volumeMl, the solution it takes.' });
  if (value.heat?.stands === 'machine' && value.heat.machineC === undefined)
    return refused({ code: 'missing', path: '$.heat.machineC', message: 'A tank in a machine needs machineC, the temperature it holds.' });
  const planned = planRun({
    kit,
    batch: { volumeMl: value.batch?.volumeMl ?? kit.makesMl, rollsDone: value.batch?.rollsDone ?? 0, ...(mixedOn ? { mixedOn } : {}) },
    on: value.on ?? today,
    tank,
    heat: value.heat ? heatSetting(value.heat, tank) : null,
    own: Object.fromEntries(
      Object.entries(value.ownS ?? {}).map(([bath, amount]) => [bath, { by: 'seconds' as const, amount, reason: '' }]),
    ),
    rolls: value.rolls.map((film) => ({ format: film.format, count: film.count ?? 1 })),
    pushStops: value.pushStops ?? 0,
    treatment: value.treatment ?? 'normal',
    temperaturesC: value.temperaturesC ?? {},
    habits: value.habits ?? {},
  });
  return planned.ok ? answered({ ...planned.value, kitBaths: kit.baths.map((bath) => bath.id) }) : planned;
}

/** Every step of a run with its time, working and cues (scripting.md, plan). */
export function plan(request: unknown, surrounding: Surrounding): Answer<unknown> {
  const { faults, value, kit } = readRequest<PlanRequest>(planRequest, request);
  if (faults.length > 0 || !kit) return refused(...faults);
  const planned = plannedAsAsked(value, kit, surrounding);
  if (!planned.ok) return planned;
  const { rollNumber, steps, totalS, batchAfter, warnings, heat } = planned.value;
  return answered({
    rollNumber,
    steps: steps.map(({ bath, kind, startS, seconds, temperatureC, working, cues, pourC, inTankC }) => ({
      bath,
      kind,
      startS,
      seconds,
      temperatureC,
      working: working.map(({ what, seconds: s, label }) => ({ what, seconds: s, label })),
      cues: cues.map(({ atS, kind: cue, label }) => ({ atS, kind: cue, label })),
      ...(heat && pourC !== null && inTankC
        ? {
            pourC: round(pourC, 2),
            inTankC: { starts: round(inTankC.startsC, 2), ends: round(inTankC.endsC, 2), mean: round(inTankC.meanC, 2) },
          }
        : {}),
    })),
    totalS,
    batchAfter: batchAfter.seenRemjet ? batchAfter : { rollsDone: batchAfter.rollsDone },
    warnings: warnings.map(bare),
  });
}

/** The tank's heat as it was asked for, with the usual figures where it says nothing (domain.md 8.1). */
function heatSetting(heat: HeatRequest, tank: Tank): TankHeatSetting {
  const material = heat.material ?? materialOf(tank);
  const stands = heat.stands ?? 'air';
  return {
    startC: heat.startC ?? heat.roomC,
    heatJK: heat.heatJK ?? DEFAULT_TANK_HEAT_JK[material],
    roomC: heat.roomC,
    stands,
    machineC: heat.machineC ?? null,
    bathC: heat.bathC ?? null,
    coolingPerMin: heat.coolingPerMin ?? DEFAULT_COOLING_PER_MIN[stands][material],
    school: heat.school ?? 'wait-longer',
  };
}
