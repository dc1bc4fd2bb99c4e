import { entriesOfEffect } from '../../../core/chemistry/ledger/ledger.ts';
import { batchState } from '../../../core/evening/evening.ts';
import type { Treatment } from '../../../core/film/treatment.ts';
import type { RunEvent } from '../../../core/run/acts/event.ts';
import { frozenPlan } from '../../../core/run/plan/frozen-plan.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import { findRoll, setRollState, type RollFields } from '../../server/rolls.server.ts';
import { insertEvent } from '../../server/runs/run-events.server.ts';
import { insertRun, insertSession, setRunState } from '../../server/runs/runs.server.ts';
import { storeRoll } from '../../server/shelf/a-shelf.fixture.ts';
import { findBatch, isFilmBatch } from '../../server/shelf/batches.server.ts';
import { writeRun } from '../../server/shelf/bottle-entries.server.ts';
import { findTank } from '../../server/shelf/tanks.server.ts';
import { effectOnBottles } from './effect-of-run.server.ts';
import { indexRunAnew } from './run-index.server.ts';

export interface DoneRun {
  readonly batchId: string;
  readonly tankId: string;
  /** ISO day; it begins at 19:00 UTC. */
  readonly on: string;
  readonly rolls?: readonly (Partial<RollFields> & { readonly id: string })[];
  readonly pushStops?: number;
  readonly treatment?: Treatment;
  /** Temperatures read in each critical bath: seconds after its pour, °C. */
  readonly readings?: readonly (readonly [number, number])[];
  /** Baths that got another share of their time. */
  readonly shares?: Readonly<Record<string, number>>;
  /** Baths that were left out. */
  readonly skips?: readonly string[];
  readonly notes?: readonly string[];
}

/** For tests: a run that ended on a day, as hands did it and as the book keeps it. */
export function storeDoneRun(id: string, run: DoneRun): void {
  const { batchId, tankId, on, pushStops = 0, treatment = 'normal' } = run;
  const batch = findBatch(batchId);
  const tank = findTank(tankId);
  if (!batch || !isFilmBatch(batch) || !tank) throw new Error(`${id}: no batch or tank`);
  const rolls = run.rolls ?? [{ id: `roll-of-${id}` }];
  for (const { id: rollId, ...fields } of rolls) storeRoll(rollId, { process: batch.kit.process, ...fields });
  const films = rolls.flatMap((roll) => findRoll(roll.id) ?? []);
  const planned = planRun({
    kit: batch.kit,
    batch: batchState(batch),
    on,
    tank,
    rolls: films,
    pushStops,
    treatment,
    temperaturesC: {},
    habits: {},
  });
  if (!planned.ok) throw new Error(planned.errors[0]?.message);
  const plan = frozenPlan({
    planned: planned.value,
    title: `Run ${id}`,
    process: batch.kit.process,
    kitName: batch.kit.name,
    batchName: batch.name,
    tankName: tank.name,
    tank,
    rolls: films,
    pushStops,
    treatment,
    rollsBefore: batch.rollsDone,
    habits: {},
    heat: null,
  });
  insertSession(`session-${id}`, 1);
  insertRun({
    id,
    sessionId: `session-${id}`,
    position: 0,
    batchId,
    tankId,
    plan,
    runRolls: plan.runRolls,
    seenRemjet: planned.value.batchAfter.seenRemjet,
    state: 'queued',
  });
  const endedMs = putEvents(id, run, plan);
  setRunState(id, 'finished', endedMs);
  for (const film of films) setRollState(film.id, 'developed', id);
  const { entries } = effectOnBottles({ batchId, plan, runRolls: plan.runRolls }, (step) => (run.skips?.includes(step.bath) ? 0 : 1));
  writeRun({ batchId, atMs: endedMs, runId: id, entries: entriesOfEffect(entries, { on, act: id }) });
  indexRunAnew(id);
}

function putEvents(id: string, run: DoneRun, plan: RunPlan): number {
  let atMs = Date.parse(`${run.on}T19:00:00Z`);
  let n = 0;
  const happens = (body: object) => insertEvent(id, { id: `${id}-event-${++n}`, atMs, ...body } as RunEvent);
  happens({ kind: 'readied', skipped: [] });
  for (const step of plan.steps) {
    if (run.skips?.includes(step.bath)) {
      happens({ kind: 'skipped', step: step.id });
      continue;
    }
    const startMs = atMs;
    happens({ kind: 'poured', step: step.id });
    for (const [atS, c] of step.critical ? (run.readings ?? []) : []) {
      atMs = startMs + atS * 1000;
      happens({ kind: 'reading', c, shownC: c, thermometer: null });
    }
    atMs = startMs + Math.round(step.seconds * (run.shares?.[step.bath] ?? 1)) * 1000;
    happens({ kind: 'step-ended', step: step.id });
    atMs += plan.changeoverS * 1000;
  }
  for (const text of run.notes ?? []) happens({ kind: 'note', text });
  happens({ kind: 'finished' });
  return atMs;
}
