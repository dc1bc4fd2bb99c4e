/** `1 roll`, `2 rolls`, `2.5 rolls`, `29.7 rolls`: a count as a person says it, to a tenth. */
export function counted(n: number, one: string, many = `${one}s`): string {
  const said = Math.round(n * 10) / 10;
  return `${said} ${said === 1 ? one : many}`;
}
