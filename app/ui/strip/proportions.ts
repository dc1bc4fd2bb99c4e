/**
 * Lengths in proportion to times, none under `leastPx`, so that the shortest bath can be seen and touched; the others
 * give up the difference. Each length lifted takes room from the others, which may push the next one under, so the
 * question is asked again until the answer stands: asked once, a bath of 32 s could come out lower than one of 10 s.
 * Together they are `roomPx`, as long as that holds every least length.
 */
export function proportions(seconds: readonly number[], roomPx: number, leastPx: number): number[] {
  const lifted = seconds.map(() => false);
  for (;;) {
    const restPx = roomPx - lifted.filter(Boolean).length * leastPx;
    const restS = seconds.reduce((sum, s, i) => sum + (lifted[i] ? 0 : s), 0);
    const next = seconds.findIndex((s, i) => !lifted[i] && s * restPx < leastPx * restS);
    if (next < 0) return seconds.map((s, i) => (lifted[i] ? leastPx : (s / (restS || 1)) * restPx));
    lifted[next] = true;
  }
}
