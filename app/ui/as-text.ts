/** Plain data on its way to a page as one text. */
export interface AsText<T> {
  readonly text: string;
  /** Of what; never there. */
  readonly of?: T;
}

/** Quotes would be escaped twice over on their way: they change places with a mark that hardly ever occurs. */
const swapped = (text: string) => text.replace(/["`]/g, (mark) => (mark === '"' ? '`' : '"'));

/**
 * Data as one text: a framework that walks it value by value, for kinds that plain data does not have, takes ten times as
 * long. Only what JSON keeps may be in it: no date, no set, no infinity.
 */
export function asText<T>(data: T): AsText<T> {
  return { text: swapped(JSON.stringify(data)) };
}

const read = new Map<string, unknown>();
const MOST_KEPT = 4;

/** What was sent, read once however often it is drawn; it is shared, so nobody may change it. */
export function fromText<T>({ text }: AsText<T>): T {
  const known = read.get(text);
  if (known !== undefined) return known as T;
  const data = JSON.parse(swapped(text)) as T;
  if (read.size >= MOST_KEPT) read.delete(read.keys().next().value ?? '');
  read.set(text, data);
  return data;
}
