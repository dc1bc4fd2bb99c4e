import { answered, faultsUnder, refused, type Answer, type Fault } from '../core/answer.ts';
import type { FilmCount } from '../core/film/roll-equivalents.ts';
import type { Treatment } from '../core/film/treatment.ts';
import { DEFAULT_COOLING_PER_MIN, DEFAULT_TANK_HEAT_JK, type TankMaterial } from '../core/heat/bath/water.ts';
import { materialOf } from '../core/heat/tank/tank-heat-setting.ts';
import type { TankHeatSetting } from '../core/heat/tank/tank-through-the-run.ts';
import { DEFAULT_TANK, type Tank } from '../core/heat/tank/tank.ts';
import type { Kit } from '../core/kit/kit.ts';
import type { StepSaid } from '../core/kit/manner.ts';
import { byTheLitre } from '../core/chemistry/mixing/made-at-use.ts';
import { readSingleBath } from '../core/kit/single-bath.ts';
import { shareOfLoad, volumeForLoadMl, type Holds, type VolumeByLoad } from '../core/packing/load.ts';
import type { Habits } from '../core/schedule/habits.ts';
import { TAP_LITRES_PER_MIN, waterMl } from '../core/schedule/manner.ts';
import { planRun, type BatchState, type Plan } from '../core/schedule/plan.ts';
import type { StepSetIn, WayStep } from '../core/schedule/way/way.ts';
import { bare, readRequest, round, type Surrounding } from './request.ts';
import { planRequest } from './requests.ts';

export interface PlanRequest {
  readonly batch?: Partial<BatchState>;
  readonly on?: string;
  readonly tank?: Partial<Tank> & { readonly volumeByLoad?: VolumeByLoad; readonly holds?: Holds };
  readonly tapLitresPerMin?: number;
  readonly steps?: readonly (StepSaid &
    Partial<Omit<StepSetIn, 'bottle'>> & { readonly id: string; readonly leaveOut?: boolean; readonly bottle?: unknown })[];
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

export interface PlannedAsAsked extends Plan {
  /** Those of its kit, left out or not. */
  readonly kitBaths: readonly string[];
  readonly volumeMl: number | undefined;
}

/** A run planned as a request has it. */
export function plannedAsAsked(value: PlanRequest, kit: Kit, { today }: Surrounding): Answer<PlannedAsAsked> {
  const { mixedOn } = value.batch ?? {};
  const rolls = value.rolls.map((film) => ({ format: film.format, count: film.count ?? 1 }));
  const { volumeByLoad, holds, ...plain } = value.tank ?? {};
  const faults: Fault[] = [];
  const fault = (code: string, path: string, message: string) => faults.push({ code, path, message });
  let volumeMl = plain.volumeMl;
  if (volumeByLoad && volumeMl !== undefined)
    fault('one-of', '$.tank.volumeByLoad', 'Give either tank.volumeMl or tank.volumeByLoad, not both.');
  else if (volumeByLoad && !holds) fault('missing', '$.tank.holds', 'tank.volumeByLoad needs tank.holds, which says what a whole load is.');
  else if (volumeByLoad && holds) {
    volumeMl = volumeForLoadMl(volumeByLoad, shareOfLoad(rolls, holds)) ?? undefined;
    if (volumeMl === undefined)
      fault(
        'load-too-large',
        '$.tank.volumeByLoad',
        'This load is more than the rows of tank.volumeByLoad go to, or the tank has no place for it.',
      );
  }
  const tank: Tank = { ...DEFAULT_TANK, ...plain, ...(volumeMl === undefined ? {} : { volumeMl }) };
  if (value.heat && volumeMl === undefined && faults.length === 0)
    fault('missing', '$.tank.volumeMl', 'The tank’s heat needs tank.volumeMl, the solution it takes.');
  if (value.heat?.stands === 'machine' && value.heat.machineC === undefined)
    fault('missing', '$.heat.machineC', 'A tank in a machine needs machineC, the temperature it holds.');
  const way = wayOf(value.steps ?? []);
  if (!way.ok || faults.length > 0) return refused(...faults, ...(way.ok ? [] : way.errors));
  const planned = planRun({
    kit,
    batch: { volumeMl: value.batch?.volumeMl ?? kit.makesMl, rollsDone: value.batch?.rollsDone ?? 0, ...(mixedOn ? { mixedOn } : {}) },
    on: value.on ?? today,
    tank,
    heat: value.heat ? heatSetting(value.heat, tank) : null,
    own: Object.fromEntries(
      Object.entries(value.ownS ?? {}).map(([bath, amount]) => [bath, { by: 'seconds' as const, amount, reason: '' }]),
    ),
    rolls,
    pushStops: value.pushStops ?? 0,
    treatment: value.treatment ?? 'normal',
    temperaturesC: value.temperaturesC ?? {},
    habits: value.habits ?? {},
    way: way.value,
  });
  return planned.ok ? answered({ ...planned.value, kitBaths: kit.baths.map((bath) => bath.id), volumeMl }) : planned;
}

/** The steps of a request with their single baths read (scripting.md, plan). */
function wayOf(steps: NonNullable<PlanRequest['steps']>): Answer<readonly WayStep[]> {
  const faults: Fault[] = [];
  const way = steps.map(({ bottle, ...step }, i): WayStep => {
    if (bottle === undefined) return step;
    const single = readSingleBath(bottle);
    if (single.ok) return { ...step, bottle: byTheLitre(single.value.bath, single.value.makesMl) };
    faults.push(...faultsUnder(`$.steps[${i}].bottle`, single.errors));
    return step;
  });
  return faults.length > 0 ? refused(...faults) : answered(way);
}

/** Every step of a run with its time, working and cues (scripting.md, plan). */
export function plan(request: unknown, surrounding: Surrounding): Answer<unknown> {
  const { faults, value, kit } = readRequest<PlanRequest>(planRequest, request);
  if (faults.length > 0 || !kit) return refused(...faults);
  const planned = plannedAsAsked(value, kit, surrounding);
  if (!planned.ok) return planned;
  const { rollNumber, steps, totalS, batchAfter, warnings, heat, volumeMl } = planned.value;
  const tapLitresPerMin = value.tapLitresPerMin ?? TAP_LITRES_PER_MIN;
  return answered({
    rollNumber,
    steps: steps.map(({ id, bath, kind, startS, seconds, temperatureC, working, cues, pourC, inTankC, manner }) => ({
      id,
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
      ...(manner ? { manner: manner.manner, waterMl: whole(waterMl(manner, seconds, volumeMl, tapLitresPerMin)) } : {}),
    })),
    totalS,
    batchAfter: batchAfter.seenRemjet ? batchAfter : { rollsDone: batchAfter.rollsDone },
    warnings: warnings.map(bare),
  });
}

const whole = (ml: number | null) => (ml === null ? null : Math.round(ml));

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
