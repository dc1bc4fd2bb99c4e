/** `roll 9`, `rolls 9 and 10`, `rolls 9 to 11`: which rolls of its batch a run is, from the last one's number. */
export function rollRange(last: number, runRolls: number): string {
  const first = Math.max(1, last - Math.ceil(runRolls - 1e-9) + 1);
  if (first === last) return `roll ${last}`;
  return `rolls ${first} ${last === first + 1 ? 'and' : 'to'} ${last}`;
}
