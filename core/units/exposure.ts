/**
 * The push that an exposure asks for: `log2(exposedAt ⁄ boxSpeed)`, to the nearest third of a stop (domain.md 5).
 * Film rated faster than its box was given less light, so it is pushed: positive.
 */
export function stopsFromSpeeds(boxSpeed: number, exposedAtSpeed: number): number {
  return nearestThird(Math.log2(exposedAtSpeed / boxSpeed));
}

export function nearestThird(stops: number): number {
  const thirds = Math.round(stops * 3);
  return thirds === 0 ? 0 : thirds / 3;
}

/** `box speed`, `push 1`, `pull ⅔`, `push 1⅓`. */
export function showStops(stops: number): string {
  const thirds = Math.round(Math.abs(stops) * 3);
  if (thirds === 0) return 'box speed';
  const whole = Math.floor(thirds / 3);
  const part = ['', '⅓', '⅔'][thirds % 3] ?? '';
  return `${stops > 0 ? 'push' : 'pull'} ${whole > 0 ? whole : ''}${part}`;
}
