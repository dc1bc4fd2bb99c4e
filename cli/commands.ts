import { answered, refused, type Answer, type Fault } from '../core/answer.ts';
import type { Process } from '../core/film/process.ts';
import type { FilmCount } from '../core/film/roll-equivalents.ts';
import type { TimedReading } from '../core/heat/bath/cooling.ts';
import { warmUp, type BottleInBath } from '../core/heat/bath/water-bath.ts';
import { developmentRate, doseUntil } from '../core/heat/dose.ts';
import { driftFinish } from '../core/heat/drift.ts';
import { mixWater, swapWater } from '../core/heat/mixing.ts';
import { pourTemperature } from '../core/heat/pour-temperature.ts';
import { settlesAtC } from '../core/heat/pouring-in.ts';
import { temperaturePath } from '../core/heat/temperature-path.ts';
import type { Bath } from '../core/kit/kit.ts';
import type { Holds } from '../core/packing/load.ts';
import { packRolls, type BatchToUse, type RollToPack } from '../core/packing/pack.ts';
import { ratePoints } from '../core/timing/one-temperature.ts';
import { pushEquivalent } from '../core/timing/push.ts';
import { effect } from './effect.ts';
import { answer, chart, density, judge } from './inspect.ts';
import { plan } from './plan.ts';
import { bare, bathIn, readRequest, round, type Command, type LaterCommand } from './request.ts';
import { driftRequest, mixRequest, refreshRequest, packRequest, pourRequest, warmupRequest } from './requests.ts';
import { shelf } from './shelf.ts';

/** Every command of scripting.md. Each checks its request whole before anything is computed. */
export const COMMANDS: Readonly<Record<string, Command>> = {
  plan,
  drift,
  warmup,
  pour,
  mix,
  refresh,
  pack,
  effect,
  shelf,
  answer,
  chart,
  judge,
};

/** The one that reads a file and so answers later. */
export const LATER_COMMANDS: Readonly<Record<string, LaterCommand>> = { density };

interface DriftRequest {
  readonly bath: string;
  readonly nominalS: number;
  readonly plannedS?: number;
  readonly readings: readonly TimedReading[];
  readonly tank?: { readonly coolingPerMin: number; readonly surroundC: number };
  readonly pouredC?: number;
  readonly endedS?: number;
}

function drift(request: unknown): Answer<unknown> {
  const { faults, value, kit } = readRequest<DriftRequest>(driftRequest, request);
  if (faults.length > 0 || !kit) return refused(...faults);
  const bath = bathIn(kit, value.bath);
  if (!bath.ok) return bath;
  const finish = driftFinish({
    bath: bath.value,
    ratePoints: ratePoints(bath.value, kit.process),
    nominalS: value.nominalS,
    readings: value.readings,
    surroundings: value.tank ?? null,
    pouredC: value.pouredC ?? null,
    ...(value.plannedS === undefined ? {} : { plannedS: value.plannedS }),
  });
  if (!finish.ok) return finish;
  return answered({
    finishS: round(finish.value.finishS, 1),
    warnings: finish.value.warnings.map(bare),
    ...(value.endedS === undefined ? {} : gotBy(bath.value, kit.process, value, value.endedS)),
  });
}

/** What the step really got by the second it ended (domain.md 10.1). */
function gotBy(bath: Bath, process: Process, { nominalS, readings, tank, pouredC }: DriftRequest, endedS: number): object {
  const points = ratePoints(bath, process);
  const path = temperaturePath(readings, tank ?? null, pouredC ?? null);
  const share = nominalS > 0 ? doseUntil(developmentRate(points, bath.nominalC), path, points, endedS) / nominalS : 0;
  const stops = pushEquivalent(bath.push, nominalS, share);
  return { doseShare: round(share, 3), pushEquivalent: stops === null ? null : round(stops, 2) };
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
      windows: windows.map(({ fromS, toS }) => ({ fromS: round1(fromS), toS: toS === null ? null : round1(toS) })),
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
  if (solutionC !== undefined && !kit) return answered({ settlesC: round1(settlesAtC(solutionMl, solutionC, tank)) });
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
  const found = pourTemperature({ bath: bath.value, process: kit.process, nominalS, plannedS, solutionMl, tank, surroundings });
  return found.ok ? answered({ pourC: round1(found.value.pourC), settlesC: round1(found.value.settlesC) }) : found;
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

interface RefreshRequest {
  readonly litres: number;
  readonly c: number;
  readonly goalC: number;
  readonly hotC: number;
}

/** A bath without a heater, topped up: so much out, so much hot water in (scripting.md, refresh). */
function refresh(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<RefreshRequest>(refreshRequest, request);
  if (faults.length > 0) return refused(...faults);
  const swapped = swapWater({ totalMl: value.litres * 1000, fromC: value.c, goalC: value.goalC, hotC: value.hotC });
  return swapped.ok ? answered({ swapMl: Math.round(swapped.value) }) : swapped;
}

interface PackRequest {
  readonly rolls: readonly (Pick<RollToPack, 'id' | 'process'> &
    Partial<Omit<RollToPack, 'format'>> & { readonly format: FilmCount['format'] })[];
  readonly tanks: readonly { readonly id: string; readonly holds: Holds; readonly volumeMl?: number }[];
  readonly batches?: readonly BatchToUse[];
}

function pack(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<PackRequest>(packRequest, request);
  if (faults.length > 0) return refused(...faults);
  const repeated = [...repeatedIds(value.rolls, '$.rolls'), ...repeatedIds(value.tanks, '$.tanks')];
  if (repeated.length > 0) return refused(...repeated);
  // Film that is known by its area alone has no place of its own in a tank.
  const placed = value.rolls.flatMap(({ format, ...roll }): RollToPack[] =>
    typeof format === 'string' ? [{ pushStops: 0, treatment: 'normal', keeper: false, count: 1, ...roll, format }] : [],
  );
  const byArea = value.rolls
    .filter(({ format }) => typeof format !== 'string')
    .map(({ id }) => ({ id, why: 'A format that is given by its area has no place in a tank; name the reel or holder that takes it.' }));
  const packing = packRolls(
    placed,
    value.tanks.map((tank) => ({ volumeMl: 0, ...tank })),
    value.batches ?? null,
  );
  return answered({
    runs: packing.runs.map(({ tank, rolls, process, pushStops, treatment }) => ({ tank, rolls, process, pushStops, treatment })),
    leftOut: packing.leftOut,
    unplaceable: [...packing.unplaceable, ...byArea],
  });
}

function repeatedIds(entries: readonly { readonly id: string }[], path: string): Fault[] {
  return entries.flatMap((entry, i) =>
    entries.findIndex((other) => other.id === entry.id) < i
      ? [{ code: 'repeated', path: `${path}[${i}].id`, message: `The id “${entry.id.slice(0, 80)}” is used twice.` }]
      : [],
  );
}

const round1 = (value: number): number => round(value, 1);
