import type { AnySchema } from 'yup';
import { answered, faultsUnder, refused, type Answer, type Fault } from '../core/answer.ts';
import { checkedAgainst } from '../core/faults-in-words.ts';
import type { FilmCount } from '../core/film/roll-equivalents.ts';
import { driftFinish } from '../core/heat/drift.ts';
import { mixWater } from '../core/heat/mixing.ts';
import { pourTemperature } from '../core/heat/pour-temperature.ts';
import { settlesAtC } from '../core/heat/pouring-in.ts';
import { warmUp, type BottleInBath } from '../core/heat/water-bath.ts';
import type { TimedReading } from '../core/heat/cooling.ts';
import { readKit } from '../core/kit/kit-document.ts';
import { bathById, type Bath, type Kit } from '../core/kit/kit.ts';
import { SHIPPED_KITS, shippedKit } from '../core/kit/shipped-kits.ts';
import { packRolls, type BatchToUse, type RollToPack } from '../core/packing/pack.ts';
import type { Holds } from '../core/packing/load.ts';
import type { Habits } from '../core/schedule/habits.ts';
import { planRun, type BatchState } from '../core/schedule/plan.ts';
import { DEFAULT_TANK, type Tank } from '../core/schedule/tank.ts';
import type { Treatment } from '../core/schedule/treatment.ts';
import { driftRequest, mixRequest, packRequest, planRequest, pourRequest, warmupRequest } from './requests.ts';

/** What a command needs from outside the core: the day it is. */
export interface Surrounding {
  readonly today: string;
}

export type Command = (request: unknown, surrounding: Surrounding) => Answer<unknown>;

/** Every command of scripting.md. Each checks its request whole before anything is computed. */
export const COMMANDS: Readonly<Record<string, Command>> = { plan, drift, warmup, pour, mix, pack };

function kitOf(value: unknown): Answer<Kit> {
  if (typeof value === 'string') {
    const kit = shippedKit(value);
    if (kit) return answered(kit);
    const known = SHIPPED_KITS.map((shipped) => shipped.id).join(', ');
    return refused({
      code: 'unknown-kit',
      path: '$.kit',
      message: `No shipped kit is called “${value.slice(0, 80)}”. There are ${known}.`,
    });
  }
  const kit = readKit(value);
  return kit.ok ? kit : refused(...faultsUnder('$.kit', kit.errors));
}

/** Shape first, then the kit, so that faults of both are reported together. */
function readRequest<T>(
  schema: AnySchema,
  request: unknown,
): { readonly faults: readonly Fault[]; readonly value: T; readonly kit: Kit | null } {
  const shaped = checkedAgainst(schema, request);
  const given = typeof request === 'object' && request !== null ? (request as { kit?: unknown }).kit : undefined;
  const takesKit = typeof given === 'string' || (typeof given === 'object' && given !== null);
  const kit = takesKit && 'kit' in (schema as unknown as { fields: object }).fields ? kitOf(given) : null;
  return {
    faults: [...(shaped.ok ? [] : shaped.errors), ...(kit && !kit.ok ? kit.errors : [])],
    value: request as T,
    kit: kit?.ok ? kit.value : null,
  };
}

interface PlanRequest {
  readonly batch?: Partial<BatchState>;
  readonly on?: string;
  readonly tank?: Partial<Tank>;
  readonly rolls: readonly (Omit<FilmCount, 'count'> & { readonly count?: number })[];
  readonly pushStops?: number;
  readonly treatment?: Treatment;
  readonly temperaturesC?: Record<string, number>;
  readonly habits?: Habits;
}

function plan(request: unknown, { today }: Surrounding): Answer<unknown> {
  const { faults, value, kit } = readRequest<PlanRequest>(planRequest, request);
  if (faults.length > 0 || !kit) return refused(...faults);
  const { mixedOn } = value.batch ?? {};
  const planned = planRun({
    kit,
    batch: { volumeMl: value.batch?.volumeMl ?? kit.makesMl, rollsDone: value.batch?.rollsDone ?? 0, ...(mixedOn ? { mixedOn } : {}) },
    on: value.on ?? today,
    tank: { ...DEFAULT_TANK, ...value.tank },
    rolls: value.rolls.map((film) => ({ format: film.format, count: film.count ?? 1 })),
    pushStops: value.pushStops ?? 0,
    treatment: value.treatment ?? 'normal',
    temperaturesC: value.temperaturesC ?? {},
    habits: value.habits ?? {},
  });
  if (!planned.ok) return planned;
  const { rollNumber, steps, totalS, batchAfter, warnings } = planned.value;
  return answered({
    rollNumber,
    steps: steps.map(({ bath, kind, startS, seconds, temperatureC, working, cues }) => ({
      bath,
      kind,
      startS,
      seconds,
      temperatureC,
      working,
      cues,
    })),
    totalS,
    batchAfter: batchAfter.seenRemjet ? batchAfter : { rollsDone: batchAfter.rollsDone },
    warnings,
  });
}

function bathIn(kit: Kit, id: string): Answer<Bath> {
  const bath = bathById(kit, id);
  if (bath) return answered(bath);
  return refused({
    code: 'unknown-bath',
    path: '$.bath',
    message: `${kit.name} has no bath “${id.slice(0, 80)}”. It has ${kit.baths.map((known) => known.id).join(', ')}.`,
  });
}

interface DriftRequest {
  readonly bath: string;
  readonly nominalS: number;
  readonly plannedS?: number;
  readonly readings: readonly TimedReading[];
  readonly tank?: { readonly coolingPerMin: number; readonly surroundC: number };
}

function drift(request: unknown): Answer<unknown> {
  const { faults, value, kit } = readRequest<DriftRequest>(driftRequest, request);
  if (faults.length > 0 || !kit) return refused(...faults);
  const bath = bathIn(kit, value.bath);
  if (!bath.ok) return bath;
  const finish = driftFinish({
    bath: bath.value,
    nominalS: value.nominalS,
    readings: value.readings,
    surroundings: value.tank ?? null,
    ...(value.plannedS === undefined ? {} : { plannedS: value.plannedS }),
  });
  return finish.ok ? answered({ finishS: tenth(finish.value.finishS), warnings: finish.value.warnings }) : finish;
}

interface WarmupRequest {
  readonly bath: {
    readonly litres: number;
    readonly startC: number;
    readonly setC?: number;
    readonly heaterW?: number;
    readonly ambientC: number;
    readonly lidded?: boolean;
  };
  readonly bottles: readonly BottleInBath[];
  readonly horizonS?: number;
}

function warmup(request: unknown): Answer<{ readonly bottles: unknown }> {
  const { faults, value } = readRequest<WarmupRequest>(warmupRequest, request);
  if (faults.length > 0) return refused(...faults);
  const { bath, bottles } = value;
  const heaterW = bath.heaterW ?? 0;
  const unsaid: Fault[] = [];
  if (heaterW > 0 && bath.setC === undefined)
    unsaid.push({ code: 'missing', path: '$.bath.setC', message: 'A heated bath needs setC, the temperature its thermostat holds.' });
  bottles.forEach((bottle, i) => {
    if (bottle.lowC > bottle.highC)
      unsaid.push({ code: 'out-of-range', path: `$.bottles[${i}].lowC`, message: `lowC ${bottle.lowC} is above highC ${bottle.highC}.` });
  });
  if (unsaid.length > 0) return refused(...unsaid);
  const warmed = warmUp(
    { ...bath, setC: bath.setC ?? bath.startC, heaterW, lidded: bath.lidded ?? false },
    bottles,
    value.horizonS ?? 14_400,
  );
  return answered({
    bottles: warmed.bottles.map(({ id, windows }) => ({
      id,
      windows: windows.map(({ fromS, toS }) => ({ fromS: tenth(fromS), toS: toS === null ? null : tenth(toS) })),
    })),
  });
}

interface PourRequest {
  readonly bath?: string;
  readonly nominalS?: number;
  readonly plannedS?: number;
  readonly solutionMl: number;
  readonly solutionC?: number;
  readonly tank: { readonly heatJK: number; readonly startC: number; readonly coolingPerMin?: number; readonly surroundC?: number };
}

function pour(request: unknown): Answer<unknown> {
  const { faults, value, kit } = readRequest<PourRequest>(pourRequest, request);
  if (faults.length > 0) return refused(...faults);
  const { solutionC, solutionMl, tank, bath: bathId, nominalS, plannedS } = value;
  if (solutionC !== undefined && !kit) return answered({ settlesC: tenth(settlesAtC(solutionMl, solutionC, tank)) });
  const missing: Fault[] = [];
  const need = (path: string, there: boolean) => {
    if (!there)
      missing.push({
        code: 'missing',
        path,
        message: `${path.slice(2)} is missing. Give solutionC, or kit, bath, nominalS and plannedS to find the pour temperature.`,
      });
  };
  need('$.kit', kit !== null);
  need('$.bath', bathId !== undefined);
  need('$.nominalS', nominalS !== undefined);
  need('$.plannedS', plannedS !== undefined);
  if (solutionC !== undefined)
    missing.push({ code: 'unknown-field', path: '$.solutionC', message: 'Give either solutionC or a kit with its bath, not both.' });
  if (missing.length > 0 || !kit || bathId === undefined || nominalS === undefined || plannedS === undefined) return refused(...missing);
  const bath = bathIn(kit, bathId);
  if (!bath.ok) return bath;
  const surroundings =
    tank.coolingPerMin === undefined ? null : { coolingPerMin: tank.coolingPerMin, surroundC: tank.surroundC ?? tank.startC };
  const found = pourTemperature({ bath: bath.value, nominalS, plannedS, solutionMl, tank, surroundings });
  return found.ok ? answered({ pourC: tenth(found.value.pourC), settlesC: tenth(found.value.settlesC) }) : found;
}

interface MixRequest {
  readonly totalMl: number;
  readonly hotC: number;
  readonly coldC: number;
  readonly targetC: number;
}

function mix(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<MixRequest>(mixRequest, request);
  if (faults.length > 0) return refused(...faults);
  const mixed = mixWater(value);
  if (!mixed.ok) return mixed;
  const hotMl = Math.round(mixed.value.hotMl);
  return answered({ hotMl, coldMl: Math.round(value.totalMl) - hotMl });
}

interface PackRequest {
  readonly rolls: readonly (Pick<RollToPack, 'id' | 'format' | 'process'> & Partial<RollToPack>)[];
  readonly tanks: readonly { readonly id: string; readonly holds: Holds; readonly volumeMl?: number }[];
  readonly batches?: readonly BatchToUse[];
}

function pack(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<PackRequest>(packRequest, request);
  if (faults.length > 0) return refused(...faults);
  const repeated = [...repeatedIds(value.rolls, '$.rolls'), ...repeatedIds(value.tanks, '$.tanks')];
  if (repeated.length > 0) return refused(...repeated);
  const packing = packRolls(
    value.rolls.map((roll) => ({ pushStops: 0, treatment: 'normal', keeper: false, count: 1, ...roll })),
    value.tanks.map((tank) => ({ volumeMl: 0, ...tank })),
    value.batches ?? null,
  );
  return answered({
    runs: packing.runs.map(({ tank, rolls, process, pushStops, treatment }) => ({ tank, rolls, process, pushStops, treatment })),
    leftOut: packing.leftOut,
    unplaceable: packing.unplaceable,
  });
}

function repeatedIds(entries: readonly { readonly id: string }[], path: string): Fault[] {
  return entries.flatMap((entry, i) =>
    entries.findIndex((other) => other.id === entry.id) < i
      ? [{ code: 'repeated', path: `${path}[${i}].id`, message: `The id “${entry.id.slice(0, 80)}” is used twice.` }]
      : [],
  );
}

function tenth(value: number): number {
  return Math.round(value * 10) / 10;
}
