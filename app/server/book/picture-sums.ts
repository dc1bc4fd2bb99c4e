import { createHash } from 'node:crypto';

const BEGINS = Buffer.from('"picture":"');
const QUOTE = 0x22;

/** What stands for a picture where it is only asked whether two are the same. */
export const sumOfPicture = (base64: Uint8Array | string) => createHash('sha256').update(base64).digest();

/**
 * A book with the sum of each picture in its place. They are nearly all of a large book, and nobody looks at them before it is
 * brought in. Inside a text of a book these letters cannot stand: its quotation marks are escaped there.
 */
export function withSumsForPictures(book: Buffer): Buffer {
  const parts: Buffer[] = [];
  let at = 0;
  for (;;) {
    const begins = book.indexOf(BEGINS, at);
    const from = begins + BEGINS.length;
    const to = begins < 0 ? -1 : book.indexOf(QUOTE, from);
    if (to < 0) break;
    parts.push(book.subarray(at, from), Buffer.from(sumOfPicture(book.subarray(from, to)).toString('base64')));
    at = to;
  }
  return Buffer.concat([...parts, book.subarray(at)]);
}
