let before: Promise<unknown> = Promise.resolve();

/** Pictures are read one at a time, whoever brings them: each may take as much memory as the machine has to spare. */
export function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const mine = before.then(work, work);
  before = mine.catch(() => undefined);
  return mine;
}
