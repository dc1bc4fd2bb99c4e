import { nanoid } from 'nanoid';
import { makesStillMl } from '../../../core/chemistry/ledger/box.ts';
import { foldMixing, type MixingAct, type MixingState } from '../../../core/chemistry/mixing/mixing-run.ts';
import { readMixingPlan, type StoredMixingPlan } from '../../../core/chemistry/mixing/read-mixing.ts';
import { nowMs, today } from '../database/clock.server.ts';
import { inTransaction, sql } from '../database/database.server.ts';
import { readable } from '../database/readable.server.ts';
import { addBatch } from './batches.server.ts';
import { moveBottle } from './bottle-entries.server.ts';
import { findBox, openBox } from './boxes.server.ts';

/** A mixing at its bench, as it was begun. */
export interface Mixing {
  readonly id: string;
  readonly kitId: string;
  readonly boxId: string | null;
  readonly priceCents: number | null;
  readonly plan: StoredMixingPlan;
  readonly state: 'mixing' | 'shelved' | 'given-up';
  readonly batchId: string | null;
}

interface Row extends Omit<Mixing, 'plan'> {
  readonly plan: string;
}

const SELECT = `SELECT id, kit_id AS kitId, box_id AS boxId, price_cents AS priceCents, plan, state, batch_id AS batchId FROM mixings`;
const fromRow = (row: Row): Mixing => ({ ...row, plan: readMixingPlan(JSON.parse(row.plan)) });

export function findMixing(id: string): Mixing | null {
  const row = sql(`${SELECT} WHERE id = ?`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

/** Mixings that were begun and are neither on the shelf nor given up. */
export function openMixings(): Mixing[] {
  return readable(sql(`${SELECT} WHERE state = 'mixing' ORDER BY begun_at_ms`).all() as Row[], fromRow);
}

export interface MixingToBegin {
  readonly id: string;
  readonly kitId: string;
  readonly boxId: string | null;
  readonly priceCents: number | null;
  readonly plan: StoredMixingPlan;
}

/** Begins a mixing with the kit as it is now; the box's seal is broken. The same id again is the same mixing. */
export function beginMixing({ plan, ...mixing }: MixingToBegin, atMs: number): void {
  inTransaction(() => {
    sql(
      `INSERT INTO mixings (id, kit_id, kit_document, box_id, price_cents, plan, state, begun_at_ms)
       SELECT @id, @kitId, document, @boxId, @priceCents, @plan, 'mixing', @atMs FROM kits WHERE id = @kitId ON CONFLICT (id) DO NOTHING`,
    ).run({ ...mixing, plan: JSON.stringify(plan), atMs });
    if (mixing.boxId) openBox(mixing.boxId, today());
  });
}

export function mixingState(mixing: Mixing): MixingState {
  return foldMixing(mixing.plan, actsOfMixing(mixing.id));
}

/** What was pressed so far, in order. */
export function actsOfMixing(mixingId: string): MixingAct[] {
  return sql('SELECT id, kind, step, at_ms AS atMs FROM mixing_acts WHERE mixing_id = ? ORDER BY seq').all(mixingId) as MixingAct[];
}

export type ActKept = { readonly ok: true; readonly state: MixingState } | { readonly ok: false; readonly message: string };

/** Keeps an act; the same one delivered again is answered as before. An act about a step that is not the present one is told what is. */
export function keepMixingAct(mixing: Mixing, act: MixingAct): ActKept {
  return inTransaction((): ActKept => {
    const before = mixingState(mixing);
    if (sql('SELECT 1 FROM mixing_acts WHERE id = ?').get(act.id)) return { ok: true, state: before };
    if (mixing.state !== 'mixing') return { ok: false, message: 'This mixing is over.' };
    const present = mixing.plan.steps[before.done];
    if (act.kind !== 'undone' && act.step !== present?.id)
      return {
        ok: false,
        message: present ? `Another screen is further: now it is “${present.label}”.` : 'Every bottle is mixed already.',
      };
    sql('INSERT INTO mixing_acts (mixing_id, id, at_ms, kind, step) VALUES (?, ?, ?, ?, ?)').run(
      mixing.id,
      act.id,
      act.atMs,
      act.kind,
      act.kind === 'undone' ? null : act.step,
    );
    return { ok: true, state: mixingState(mixing) };
  });
}

/** The bottles go on the shelf with today's date, once; those taken over join them. Returns the batch's id, or null while something is not done. */
export function shelveMixing(mixing: Mixing): string | null {
  return inTransaction((): string | null => {
    const now = findMixing(mixing.id);
    if (now?.batchId) return now.batchId;
    if (now?.state !== 'mixing' || !mixingState(now).over) return null;
    const { plan, kitId, boxId, priceCents } = now;
    const batchId = nanoid();
    const { document } = sql('SELECT kit_document AS document FROM mixings WHERE id = ?').get(now.id) as { document: string };
    const mixedOn = today();
    addBatch(
      {
        id: batchId,
        kitId,
        name: plan.batchName,
        volumeMl: plan.volumeMl,
        mixedOn,
        priceCents,
        note: '',
        rollsDone: 0,
        boxId,
        kitDocument: document,
        withoutBaths: Object.keys(plan.takes),
      },
      nowMs(),
    );
    for (const [bath, number] of Object.entries(plan.takes))
      moveBottle(String(number), { batchId, bath, inItsPlace: null }, mixedOn, nowMs());
    sql("UPDATE mixings SET state = 'shelved', batch_id = ? WHERE id = ?").run(batchId, now.id);
    return batchId;
  });
}

/** Bottles that an open mixing takes over: nobody else has them meanwhile. */
export function promisedBottles(): ReadonlySet<number> {
  return new Set(openMixings().flatMap(({ plan }) => Object.values(plan.takes)));
}

/** Nothing of it goes on the shelf; it can be taken up again while what it is made of is there. */
export function giveUpMixing(id: string): void {
  sql("UPDATE mixings SET state = 'given-up' WHERE id = ? AND state = 'mixing'").run(id);
}

/** False where its box was mixed meanwhile, or a bottle that it takes over has another use. Pressed twice it is taken up once. */
export function takeUpMixing(id: string): boolean {
  return inTransaction(() => {
    const mixing = findMixing(id);
    if (mixing?.state !== 'given-up') return true;
    const { boxId, plan } = mixing;
    const box = boxId === null ? null : findBox(boxId);
    const promised = promisedBottles();
    const isThere =
      (box === null || makesStillMl(box.kit, box) >= plan.volumeMl - ROUNDING_ML) &&
      Object.values(plan.takes).every((number) => !promised.has(number));
    if (isThere) sql("UPDATE mixings SET state = 'mixing' WHERE id = ? AND state = 'given-up'").run(id);
    return isThere;
  });
}

/** Volumes of a box are shares of it. */
const ROUNDING_ML = 0.5;
