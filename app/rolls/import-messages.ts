import type { GoodRow, ReadRow, RollColumn } from './roll-csv.ts';

/** A list of rolls: as text, or as a file that is read once and gone then. */
export type ToRead = { readonly kind: 'text'; readonly text: string } | { readonly kind: 'file'; readonly path: string };

/** What the reading thread is asked, and what it says. */
export type ToReader =
  | (ToRead & { readonly database: string })
  | { readonly kind: 'columns'; readonly columns: Record<RollColumn, number> };

export type FromReader =
  | { readonly kind: 'begun'; readonly headings: readonly string[]; readonly columns: Record<RollColumn, number>; readonly lines: number }
  /** `known` are rolls that are in the book already; `rows` all others. */
  | { readonly kind: 'rows'; readonly rows: readonly ReadRow[]; readonly known: readonly GoodRow[]; readonly read: number }
  | { readonly kind: 'done' }
  | { readonly kind: 'nothing' }
  | { readonly kind: 'failed'; readonly message: string };
