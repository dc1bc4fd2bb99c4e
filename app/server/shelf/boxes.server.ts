import { makesStillMl } from '../../../core/chemistry/ledger/box.ts';
import type { ShelfKit } from '../../../core/kit/kit.ts';
import { readStoredKit } from '../../../core/kit/stored-kit.ts';
import { sql } from '../database/database.server.ts';
import { readable } from '../database/readable.server.ts';

/** A kit as it was bought, with what was mixed from it. */
export interface BoxOnShelf {
  readonly id: string;
  readonly kitId: string;
  readonly kit: ShelfKit;
  readonly boughtOn: string;
  readonly openedOn: string | null;
  readonly goodUntil: string | null;
  readonly priceCents: number | null;
  readonly note: string;
  readonly mixedMl: number;
  readonly deletedAtMs: number | null;
}

interface Row extends Omit<BoxOnShelf, 'kit'> {
  readonly document: string;
}

/** What was mixed from a box, and what is being mixed from it just now: nobody else mixes that. */
const SELECT = `SELECT boxes.id, kit_id AS kitId, kits.document, bought_on AS boughtOn, opened_on AS openedOn, good_until AS goodUntil,
    price_cents AS priceCents, boxes.note, boxes.deleted_at_ms AS deletedAtMs,
    coalesce((SELECT sum(batches.volume_ml) FROM batches WHERE batches.box_id = boxes.id), 0) +
    coalesce((SELECT sum(json_extract(mixings.plan, '$.volumeMl')) FROM mixings WHERE mixings.box_id = boxes.id AND mixings.state = 'mixing'), 0)
      AS mixedMl
  FROM boxes JOIN kits ON kits.id = boxes.kit_id`;

function fromRow({ document, ...row }: Row): BoxOnShelf {
  return { ...row, kit: readStoredKit(document) };
}

/** Boxes with something left in them, what is open first, then what ends first. */
export function listBoxes(): BoxOnShelf[] {
  const rows = sql(
    `${SELECT} WHERE boxes.deleted_at_ms IS NULL ORDER BY opened_on IS NULL, good_until IS NULL, good_until, boxes.added_at_ms`,
  ).all() as Row[];
  return readable(rows, fromRow).filter((box) => makesStillMl(box.kit, box) > 0.5);
}

export function findBox(id: string): BoxOnShelf | null {
  const row = sql(`${SELECT} WHERE boxes.id = ?`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

export function saveBox(box: Omit<BoxOnShelf, 'kit' | 'mixedMl' | 'deletedAtMs'>, atMs: number): void {
  sql(
    `INSERT INTO boxes (id, kit_id, bought_on, opened_on, good_until, price_cents, note, added_at_ms)
     VALUES (@id, @kitId, @boughtOn, @openedOn, @goodUntil, @priceCents, @note, @atMs)
     ON CONFLICT (id) DO UPDATE SET bought_on = excluded.bought_on, opened_on = excluded.opened_on, good_until = excluded.good_until,
       price_cents = excluded.price_cents, note = excluded.note`,
  ).run({ ...box, atMs });
}

/** A box is opened once: the first mixing breaks the seal. */
export function openBox(id: string, on: string): void {
  sql('UPDATE boxes SET opened_on = ? WHERE id = ? AND opened_on IS NULL').run(on, id);
}

export function setBoxDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE boxes SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}
