/** Where a practice's clock was set going at a speed: what the house's clock said then, and what its own did. */
export interface ClockMark {
  readonly houseMs: number;
  readonly practiceMs: number;
  readonly speed: number;
}

export const SPEEDS = [1, 2, 5, 10, 20] as const;
export type Speed = (typeof SPEEDS)[number];

export function isSpeed(value: unknown): value is Speed {
  return SPEEDS.some((speed) => speed === value);
}

/** What the practice's own clock says (domain.md 18): it never jumps, whatever speeds it has had. */
export function practiceNowMs(marks: readonly ClockMark[], houseMs: number): number {
  const last = marks.at(-1);
  return last ? last.practiceMs + Math.max(0, houseMs - last.houseMs) * last.speed : houseMs;
}

export function withSpeed(marks: readonly ClockMark[], houseMs: number, speed: number): ClockMark[] {
  return [...marks, { houseMs, practiceMs: practiceNowMs(marks, houseMs), speed }];
}

/** The speed it goes at, and the fastest that it ever went. */
export function speedNow(marks: readonly ClockMark[]): number {
  return marks.at(-1)?.speed ?? 1;
}

export function fastest(marks: readonly ClockMark[]): number {
  return Math.max(1, ...marks.map((mark) => mark.speed));
}

/** Marks as they were stored; what is no mark is passed over. */
export function readClock(document: unknown): ClockMark[] {
  if (!Array.isArray(document)) return [];
  return document.filter(
    (mark): mark is ClockMark =>
      typeof mark === 'object' &&
      mark !== null &&
      (['houseMs', 'practiceMs', 'speed'] as const).every((name) => Number.isFinite((mark as Partial<ClockMark>)[name])),
  );
}
