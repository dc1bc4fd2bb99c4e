import type { BottleEntry } from '../../../core/chemistry/ledger/bottle.ts';
import { effectOfRun } from '../../../core/chemistry/ledger/effect.ts';
import { entriesOfEffect, stepsOfKit } from '../../../core/chemistry/ledger/ledger.ts';
import { entryFaults, runByHandFaults, type EntryFault, type RunByHand } from '../../../core/chemistry/ledger/may-be-entered.ts';
import { textIn } from '../../../core/units/sentence.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { liveRun } from '../../server/runs/runs.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { findBatch, findBottle, setBatchRetired, type BatchWithKit } from '../../server/shelf/batches.server.ts';
import {
  entriesOfAct,
  entriesOfBatch,
  findEntry,
  hasAct,
  undoEntry,
  writeEntry,
  writeRun,
} from '../../server/shelf/bottle-entries.server.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';

export type Kept =
  | { readonly ok: true; readonly entry: string }
  /** Sentences by field. */
  | { readonly ok: false; readonly errors: Record<string, string[]> };

/** Appends an entry, if it makes sense of these bottles; `id` makes it one however often it is posted. */
function keepEntry(
  of: { readonly batchId: string; readonly bottles: readonly ShelfBottle[] },
  entry: BottleEntry,
  more: { readonly id?: string; readonly note?: string; readonly emptiedMl?: number } = {},
): Kept {
  return inTransaction((): Kept => {
    if (more.id !== undefined && findEntry(more.id)) return { ok: true, entry: more.id };
    const faults = entryFaults(entry, of.bottles, today());
    if (faults.length > 0) return refusedFor(faults);
    return { ok: true, entry: writeEntry({ batchId: of.batchId, atMs: nowMs(), entry, ...more }) };
  });
}

function refusedFor(faults: readonly EntryFault[]): Kept {
  const errors: Record<string, string[]> = {};
  for (const fault of faults) (errors[fault.field] ??= []).push(textIn(fault, storedUnits()));
  return { ok: false, errors };
}

/** An entry about one bottle stands in the ledger of the batch it stands in, or was mixed in. */
export function keepBottleEntry(
  bottle: ShelfBottle,
  entry: BottleEntry,
  more: { readonly id?: string; readonly note?: string } = {},
): Kept {
  return keepEntry({ batchId: bottle.batchId ?? bottle.mixedIn, bottles: [bottle] }, entry, more);
}

/** Empties bottles into the jugs of their classes, each once. */
export function emptyBottles(bottles: readonly ShelfBottle[], atMs = nowMs()): string[] {
  return inTransaction(() =>
    bottles.flatMap((each) => {
      const bottle = findBottle(each.number);
      if (!bottle || bottle.emptied) return [];
      return writeEntry({
        batchId: bottle.batchId ?? bottle.mixedIn,
        atMs,
        entry: { kind: 'emptied', on: today(), bottle: bottle.id },
        emptiedMl: bottle.mlLeft,
      });
    }),
  );
}

/** A batch is over: what is in its bottles goes into the jugs, and it is put away. */
export function emptyBatch(batch: BatchWithKit): void {
  const atMs = nowMs();
  inTransaction(() => {
    const emptied = emptyBottles(batch.bottles, atMs);
    // Pressed twice, what was emptied by the first press still belongs to the batch that is put away.
    if (emptied.length > 0 || findBatch(batch.id)?.retiredAtMs === null) setBatchRetired(batch.id, atMs);
  });
}

/** Takes a batch back to the shelf, with what was in the bottles that were emptied when it was put away. */
export function takeBatchBack(batch: BatchWithKit): void {
  inTransaction(() => {
    for (const { id, entry, atMs, undone } of entriesOfBatch(batch.id))
      if (entry.kind === 'emptied' && !undone && atMs === batch.retiredAtMs)
        undoEntry(id, today(), nowMs(), 'The batch was taken back to the shelf.');
    setBatchRetired(batch.id, null);
  });
}

/** A run that nobody timed, through every bottle that stands in a batch; `act` makes it one however often it is posted. */
export function keepRunByHand(batch: BatchWithKit, run: RunByHand, act: string): Kept {
  return inTransaction((): Kept => {
    if (hasAct(act)) return { ok: true, entry: act };
    const faults = runByHandFaults(run, batch.bottles, today());
    if (faults.length > 0) return refusedFor(faults);
    const { on, rolls, drawnMl, returned, returnedMl } = run;
    const { entries } = effectOfRun({
      steps: stepsOfKit(batch.kit),
      bottles: batch.bottles.filter((bottle) => !bottle.emptied),
      tankMl: drawnMl,
      rolls,
      oneShot: !returned,
      backMl: returnedMl,
    });
    writeRun({ batchId: batch.id, atMs: nowMs(), entries: entriesOfEffect(entries, { on, act }) });
    return { ok: true, entry: act };
  });
}

/** What a person counts differently from the book: an entry of its own, with the reason. */
export function keepCount(batch: BatchWithKit, rollsDone: number, reason: string, id: string): Kept {
  return inTransaction((): Kept => {
    const off = Math.round((rollsDone - (findBatch(batch.id)?.rollsDone ?? rollsDone)) * 1000) / 1000;
    if (off === 0) return { ok: true, entry: id };
    return keepEntry({ batchId: batch.id, bottles: batch.bottles }, { kind: 'corrected', on: today(), rolls: off, reason }, { id });
  });
}

export type TakenBack = { readonly ok: true } | { readonly ok: false; readonly says: string };

/** Meets an entry by a counter-entry with its reason; whatever was one act is taken back as one. */
export function takeBack(entryId: string, reason: string): TakenBack {
  const stored = findEntry(entryId);
  if (!stored) return { ok: false, says: 'There is no such entry.' };
  if (reason.trim() === '') return { ok: false, says: 'Say why: it stays readable beside the entry.' };
  if (findBatch(stored.batchId) === null) return { ok: false, says: 'Its batch is not there any more.' };
  const entries = entriesOfAct(stored.act);
  const moved = entries.flatMap((id) => {
    const entry = findEntry(id)?.entry;
    return entry?.kind === 'moved' ? [entry.bottle] : [];
  });
  const poured = moved.length > 0 ? pouredNow(stored.batchId) : null;
  if (poured !== null) return { ok: false, says: poured };
  try {
    inTransaction(() => {
      for (const id of entries) undoEntry(id, today(), nowMs(), reason.trim().slice(0, 200));
      const standsOnIt = moved.flatMap((bottle) => inOnePlaceWith(bottle))[0];
      if (standsOnIt) throw new StandsOnIt(standsOnIt.code);
    });
  } catch (error) {
    if (!(error instanceof StandsOnIt)) throw error;
    return { ok: false, says: `${error.message} stands there since. Take that back first, or move it away.` };
  }
  return { ok: true };
}

/** What is taken back would put a bottle where another one stands meanwhile. */
class StandsOnIt extends Error {}

function inOnePlaceWith(number: string): ShelfBottle[] {
  const bottle = findBottle(Number(number));
  if (!bottle || bottle.batchId === null) return [];
  return (findBatch(bottle.batchId)?.bottles ?? []).filter((each) => each.bath === bottle.bath && each.number !== bottle.number);
}

/** Why no bottle of a batch changes places just now: what is poured must be counted for the bottle that it came from. */
export function pouredNow(...batchIds: readonly (string | null)[]): string | null {
  const live = liveRun();
  return live && batchIds.includes(live.batchId)
    ? `${live.plan.batchName} is at the Bench. Move its bottles when the run has ended.`
    : null;
}
