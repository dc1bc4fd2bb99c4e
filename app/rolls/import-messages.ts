import type { ReadRow, RollColumn } from './roll-csv.ts';

/** What the reading thread is asked, and what it says. */
export type ToReader =
  | { readonly kind: 'text'; readonly text: string }
  // Read once, and gone then.
  | { readonly kind: 'file'; readonly path: string }
  | { readonly kind: 'columns'; readonly columns: Record<RollColumn, number> };

export type FromReader =
  | { readonly kind: 'begun'; readonly headings: readonly string[]; readonly columns: Record<RollColumn, number>; readonly lines: number }
  | { readonly kind: 'rows'; readonly rows: readonly ReadRow[]; readonly read: number }
  | { readonly kind: 'done' }
  | { readonly kind: 'nothing' }
  | { readonly kind: 'failed'; readonly message: string };
