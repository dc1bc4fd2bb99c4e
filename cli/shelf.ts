import { answered, refused, type Answer, type Fault } from '../core/answer.ts';
import type { BottleEntry } from '../core/chemistry/ledger/bottle.ts';
import { effectOfRun } from '../core/chemistry/ledger/effect.ts';
import { entriesOfEffect, foldLedger, stepsOfKit } from '../core/chemistry/ledger/ledger.ts';
import { INCIDENTS, TEST_RESULTS, type Incident, type TestResult } from '../core/chemistry/ledger/standing.ts';
import { runsLeft, twoEnds, type Pace } from '../core/chemistry/life/two-ends.ts';
import { isWater } from '../core/kit/kind.ts';
import type { ShelfKit } from '../core/kit/kit.ts';
import { readShelfKit } from '../core/kit/shelf-kit.ts';
import { readRequest, round, type Surrounding } from './request.ts';
import { shelfRequest } from './requests.ts';

interface AskedEntry {
  readonly kind: Exclude<BottleEntry['kind'], 'stored' | 'good-until'>;
  readonly on: string;
  readonly bottle?: string;
  readonly rolls?: number;
  readonly drawnMl?: number;
  readonly returned?: boolean;
  readonly ml?: number;
  readonly days?: number;
  readonly what?: Incident | TestResult;
  readonly result?: TestResult;
}

interface ShelfRequest {
  readonly batch: { readonly volumeMl?: number; readonly mixedOn: string };
  readonly on?: string;
  readonly entries?: readonly AskedEntry[];
  readonly tank?: { readonly volumeMl: number };
  readonly pace?: Pace;
  readonly oneShot?: boolean;
}

/** A batch's bottles as their entries leave them (scripting.md, shelf). */
export function shelf(request: unknown, { today }: Surrounding): Answer<unknown> {
  const { faults, value, kit } = readRequest<ShelfRequest, ShelfKit>(shelfRequest, request, readShelfKit);
  if (faults.length > 0 || !kit) return refused(...faults);
  const { batch, entries = [], tank, pace = null, oneShot = false } = value;
  const on = value.on ?? today;
  const volumeMl = batch.volumeMl ?? kit.makesMl;
  const wrong = entries.flatMap((entry, i) => entryFaults(entry, `$.entries[${i}]`, kit, batch.mixedOn));
  if (on < batch.mixedOn)
    wrong.push({ code: 'out-of-range', path: '$.on', message: `on is ${on}, before the mixing on ${batch.mixedOn}.` });
  if (wrong.length > 0) return refused(...wrong);
  const state = foldLedger(
    { kit, volumeMl, mixedOn: batch.mixedOn },
    entries.flatMap((entry, i) =>
      entry.kind === 'run' ? runOf(entry, `run-${i}`, kit, tank?.volumeMl ?? 0) : entryOf({ ...entry, kind: entry.kind }),
    ),
    on,
  );
  const ends = twoEnds(kit, volumeMl, state, on, pace);
  const rolls = (n: number | null) => (n === null ? null : round(n, 2));
  return answered({
    rollsDone: round(state.rollsDone, 2),
    rollsLeft: rolls(ends.rollsLeft),
    runsLeft: tank ? runsLeft(state, ends.rollsLeft, tank.volumeMl, oneShot) : null,
    bottles: state.bottles.map(({ id, mlLeft, ageDays, goodUntil, standing, why }) => ({ id, mlLeft, ageDays, goodUntil, standing, why })),
    wornOn: ends.wornOn,
    oldOn: ends.oldOn,
    endsOn: ends.endsOn,
    rollsLost: rolls(ends.rollsLost),
  });
}

/** What each kind of entry needs, beyond its shape. */
function entryFaults(entry: AskedEntry, path: string, kit: ShelfKit, mixedOn: string): Fault[] {
  const faults: Fault[] = [];
  const need = (field: keyof AskedEntry, what: string) => {
    if (entry[field] === undefined) faults.push({ code: 'missing', path: `${path}.${field}`, message: `${field} is missing: ${what}.` });
  };
  const bottles = kit.baths.filter((bath) => !isWater(bath.kind)).map((bath) => bath.id);
  if (entry.bottle !== undefined && !bottles.includes(entry.bottle))
    faults.push({
      code: 'unknown-bath',
      path: `${path}.bottle`,
      message: `This kit has no bottle “${entry.bottle}”. It has ${bottles.join(', ')}.`,
    });
  if (entry.on < mixedOn)
    faults.push({ code: 'out-of-range', path: `${path}.on`, message: `on is ${entry.on}, before the mixing on ${mixedOn}.` });
  const oneOf = (field: 'what' | 'result', of: readonly string[]) => {
    const given = entry[field];
    if (given !== undefined && !of.includes(given))
      faults.push({
        code: 'not-one-of',
        path: `${path}.${field}`,
        message: `${field} must be one of ${of.join(', ')}, and is “${given}”.`,
      });
  };
  switch (entry.kind) {
    case 'carried-over':
    case 'run':
      need('rolls', 'the roll equivalents that went through');
      break;
    case 'topped-up':
    case 'poured-away':
    case 'measured':
      need('bottle', 'which bottle');
      need('ml', 'how many ml');
      break;
    case 'incident':
      need('bottle', 'which bottle');
      need('what', `one of ${INCIDENTS.join(', ')}`);
      oneOf('what', INCIDENTS);
      break;
    case 'test':
      need('bottle', 'which bottle');
      if (entry.what === undefined) need('result', `one of ${TEST_RESULTS.join(', ')}`);
      oneOf('what', TEST_RESULTS);
      break;
    default:
      break;
  }
  return faults;
}

/** A run draws from every bottle that is not water; without its ml it takes what the tank needs. */
function runOf({ on, rolls = 0, drawnMl, returned = true }: AskedEntry, act: string, kit: ShelfKit, tankMl: number): BottleEntry[] {
  const steps = stepsOfKit(kit);
  // How full each bottle is then, its ledger knows: it gives what it has.
  const bottles = steps.map(({ bath }) => ({ id: bath, bath, mlLeft: Infinity }));
  const { entries } = effectOfRun({ steps, bottles, tankMl: drawnMl ?? tankMl, rolls, oneShot: !returned });
  return entriesOfEffect(entries, { on, act });
}

/** An entry that was checked, in the ledger's own shape. */
function entryOf(entry: AskedEntry & { readonly kind: Exclude<AskedEntry['kind'], 'run'> }): BottleEntry {
  const { kind, on, bottle = '', ml = 0, rolls = 0 } = entry;
  switch (kind) {
    case 'carried-over':
      return { kind, on, rolls };
    case 'topped-up':
    case 'poured-away':
    case 'measured':
      return { kind, on, bottle, ml };
    case 'incident':
      return {
        kind,
        on,
        bottle,
        what: entry.what as Incident,
        ...(entry.ml === undefined ? {} : { ml }),
        ...(entry.days === undefined ? {} : { days: entry.days }),
      };
    case 'test':
      return { kind, on, bottle, result: entry.result ?? (entry.what as TestResult) };
    case 'corrected':
      return { kind, on, rolls, reason: '' };
    case 'emptied':
      return entry.bottle === undefined ? { kind, on } : { kind, on, bottle };
  }
}
