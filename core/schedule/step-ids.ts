/**
 * An id for every step of a run that stays its own whatever stands around it: the bath's, and from the second of the
 * same name on with its number (`wash`, `wash-2`). Events name steps by it.
 */
export function stepIds(baths: readonly string[]): string[] {
  const taken = new Set<string>();
  return baths.map((bath) => {
    let id = bath;
    for (let n = 2; taken.has(id); n++) id = `${bath}-${n}`;
    taken.add(id);
    return id;
  });
}
