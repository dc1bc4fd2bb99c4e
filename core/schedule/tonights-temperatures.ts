import type { Process } from '../film/process.ts';
import { isDeveloper, isFinal } from '../kit/kind.ts';
import { hasCurve, leafletRange } from '../timing/leaflet-curve.ts';
import { ROOM_C } from './habits.ts';
import type { DraftStep } from './sequence.ts';

/** More than this from one bath to the next wrinkles the gelatine; cine film bears a little more (domain.md 8.2). */
export const EVEN_BY_C: Readonly<Record<Process, number>> = { 'C-41': 5, 'E-6': 5, 'ECN-2': 8 };

/** Water after the last developer is no warmer than the process allows (domain.md 8.2). */
const WARMEST_WATER_C: Readonly<Record<Process, number>> = { 'C-41': 40.5, 'E-6': 39, 'ECN-2': 38 };

/** So near to the developer a room needs no heater. */
const ROOM_WITHIN_C = 0.3;
const EPSILON_C = 1e-9;

export interface TonightsTemperatures {
  /** One for each step. */
  readonly stepsC: readonly number[];
  /** The room is the bath: nothing has to be warmed (domain.md 8.2). */
  readonly noHeater: boolean;
}

interface Tonight {
  readonly process: Process;
  /** By step id, or by bath id for all of its steps. */
  readonly temperaturesC: Readonly<Record<string, number>>;
  /** Null where nothing is known of the room. */
  readonly roomC: number | null;
}

/**
 * A person sets the developer; the rest follows, and each can be set for tonight (domain.md 8.2). `ids` are the steps' own,
 * in the order of `drafts`. A plan never warns of a temperature that it chose itself while another was open to it.
 */
export function tonightsTemperatures(drafts: readonly DraftStep[], ids: readonly string[], tonight: Tonight): TonightsTemperatures {
  const { process, temperaturesC, roomC } = tonight;
  const asked = drafts.map((draft, i): number | null => {
    if (typeof draft.setC === 'number') return draft.setC;
    if (draft.setC === 'room') return roomC ?? ROOM_C;
    if (draft.setC === 'developer') return null;
    return temperaturesC[ids[i] ?? draft.id] ?? temperaturesC[draft.id] ?? null;
  });
  const developerAt = drafts.map((draft, i) => (isDeveloper(draft.kind) ? (asked[i] ?? draft.ownC ?? ROOM_C) : null));
  const lastDeveloper = developerAt.findLastIndex((c) => c !== null);
  const developerC = (i: number) => developerAt.find((c, at) => at >= i && c !== null) ?? developerAt[lastDeveloper] ?? ROOM_C;
  const noHeater = isRoomRight(
    drafts.map(({ kind, range }, i) => ({ kind, range, temperatureC: developerAt[i] ?? ROOM_C })),
    roomC,
  );

  const baths = drafts.map((draft, i): number | null => {
    const at = asked[i] ?? developerAt[i] ?? null;
    if (at !== null) return at;
    if (draft.ownC === null) return null;
    if (isLast(draft)) return noHeater && draft.range ? roomC : draft.ownC;
    return draft.standsIn || !draft.range ? draft.ownC : nearest(developerC(i), draft);
  });
  const ruleC = (i: number) => (i > lastDeveloper ? Math.min(developerC(i), WARMEST_WATER_C[process]) : developerC(i));
  const stepsC = drafts.map((draft, i) => {
    const at = baths[i];
    if (at !== null && at !== undefined) return at;
    const rule = draft.setC === 'developer' ? ruleC(i) : evenedC(i, drafts, baths, ruleC, EVEN_BY_C[process]);
    return nearest(rule, draft);
  });
  return { stepsC, noHeater };
}

/** The room is the bath: every developer is planned at it, and it is in the range of all the rest (domain.md 8.2). */
export function isRoomRight(
  steps: readonly (Pick<DraftStep, 'kind' | 'range'> & { readonly temperatureC: number })[],
  roomC: number | null,
): boolean {
  if (roomC === null) return false;
  return steps.every(
    ({ kind, range, temperatureC }) =>
      (!isDeveloper(kind) || Math.abs(temperatureC - roomC) <= ROOM_WITHIN_C + EPSILON_C) &&
      (!range || (roomC >= range.lowC - EPSILON_C && roomC <= range.highC + EPSILON_C)),
  );
}

function isLast({ kind }: Pick<DraftStep, 'kind'>): boolean {
  return isFinal(kind) || kind === 'wetting-agent';
}

/** Inside what is printed for it: its range, and the temperatures that its leaflet has times for. */
function nearest(c: number, { range, bath }: DraftStep): number {
  const within = (at: number, { lowC, highC }: { readonly lowC: number; readonly highC: number }) => Math.min(Math.max(at, lowC), highC);
  const inRange = range ? within(c, range) : c;
  return bath && hasCurve(bath.time.points) ? within(inRange, leafletRange(bath.time.points)) : inRange;
}

/** Water between two baths that are far apart is set in even steps; elsewhere it goes by the developer. */
function evenedC(
  i: number,
  drafts: readonly DraftStep[],
  baths: readonly (number | null)[],
  ruleC: (i: number) => number,
  byC: number,
): number {
  const isBath = (at: number) => drafts[at]?.ownC !== null;
  let from = i - 1;
  while (from >= 0 && !isBath(from)) from--;
  let to = i + 1;
  while (to < drafts.length && !isBath(to)) to++;
  const fromC = baths[from] ?? null;
  const next = drafts[to];
  const toC = next && !isLast(next) ? (baths[to] ?? null) : null;
  const rule = ruleC(i);
  if (fromC === null) return rule;
  // Nothing but the last bath follows: the water stays where the bath before it was.
  if (toC === null) return Math.abs(rule - fromC) > byC + EPSILON_C ? fromC : rule;
  const isFar = (a: number, b: number) => Math.abs(a - b) > byC + EPSILON_C;
  return isFar(fromC, toC) || isFar(rule, fromC) || isFar(rule, toC) ? fromC + ((toC - fromC) * (i - from)) / (to - from) : rule;
}

/** How many waters a gap needs so that no step of it is too great (domain.md 8.2). */
export function watersNeeded(fromC: number, toC: number, process: Process): number {
  return Math.max(0, Math.ceil(Math.abs(toC - fromC) / EVEN_BY_C[process] - EPSILON_C) - 1);
}
