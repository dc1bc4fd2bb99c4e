import Database from 'better-sqlite3';
import { readFileSync } from 'node:fs';
import { previewBook, relabelled, type SectionPreview } from './merge-book.server.ts';
import { sumOfPicture } from './picture-sums.ts';
import { readBook } from './read-book.ts';

/** Why a file is no book that could be brought in, in a sentence; null where it is one. */
export function examineBook({ path }: { readonly path: string }): string | null {
  const book = readBook(readFileSync(path), 'sums');
  return book.ok ? null : (book.errors[0]?.message ?? 'That is no book.');
}

/** What a book would bring, as a page tells it before anything is taken. */
export interface BookLook {
  readonly writtenAt: string;
  readonly sections: readonly SectionPreview[];
  readonly relabelled: ReturnType<typeof relabelled>;
}

/** Looks at a book beside the one in `database`, which is only read; null where it is no book any more. */
export function lookAtBook({ path, database }: { readonly path: string; readonly database: string }): BookLook | null {
  const book = readBook(readFileSync(path), 'sums');
  if (!book.ok) return null;
  const mine = new Database(database, { readonly: true });
  try {
    const rowsOf = (text: string) =>
      (mine.prepare(text).all() as Record<string, unknown>[]).map((row) =>
        row['picture'] instanceof Buffer ? { ...row, picture: sumOfPicture(row['picture'].toString('base64')) } : row,
      );
    return { writtenAt: book.value.writtenAt, sections: previewBook(book.value, rowsOf), relabelled: relabelled(book.value, rowsOf) };
  } finally {
    mine.close();
  }
}
