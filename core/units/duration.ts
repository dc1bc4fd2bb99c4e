/**
 * Seconds to the whole second, half up (domain.md 5.5).
 * The tiny addend absorbs binary noise: 310 × 1.05 is 325.49999… in floating point and 325.5 on paper.
 */
export function roundHalfUp(seconds: number): number {
  return Math.floor(seconds + 0.5 + 1e-9);
}

/** Seconds as a person reads them: 225 → `3:45`, 3725 → `1:02:05`, -9 → `−0:09`. */
export function showDuration(durationS: number): string {
  const whole = roundHalfUp(Math.abs(durationS));
  const sign = durationS < 0 && whole > 0 ? '−' : '';
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const two = (n: number) => String(n).padStart(2, '0');
  const seconds = two(whole % 60);
  return sign + (hours > 0 ? `${hours}:${two(minutes)}:${seconds}` : `${minutes}:${seconds}`);
}

/** A duration that never looks like a clock time, to the minute begun: 2640 → `44 min`, 3900 → `1 h 5 min` (interface.md). */
export function showMinutes(durationS: number): string {
  const minutes = Math.ceil(Math.max(0, durationS) / 60 - 1e-9);
  const hours = Math.floor(minutes / 60);
  return [hours > 0 ? `${hours} h` : '', minutes % 60 > 0 || hours === 0 ? `${minutes % 60} min` : ''].filter(Boolean).join(' ');
}

/** A difference with its sign: 25 → `+0:25`, -8 → `−0:08`, 0 → `0:00`. */
export function showDurationChange(durationS: number): string {
  return roundHalfUp(durationS) > 0 ? `+${showDuration(durationS)}` : showDuration(durationS);
}

/**
 * What a person types for a time: `3:15`, `1:02:05`, `195` or `195 s`, `4 min`.
 * Returns whole seconds, or null when it is none of these.
 */
export function parseDuration(text: string): number | null {
  const typed = text.trim().toLowerCase();
  const clock = /^(?:(\d{1,2}):)?(\d{1,3}):([0-5]\d)$/.exec(typed);
  if (clock) return Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]);
  const single = /^(\d{1,5})\s*(s|sec|seconds|m|min|minutes)?$/.exec(typed);
  if (!single) return null;
  return Number(single[1]) * (single[2]?.startsWith('m') ? 60 : 1);
}

/** Below this a number alone may be minutes as well as seconds. */
const SURELY_SECONDS = 60;

/** The two times that a small number alone may mean, minutes first; null where what was typed says which. */
export function bareDuration(text: string): readonly [string, string] | null {
  const bare = /^\s*(\d{1,2})\s*$/.exec(text)?.[1];
  if (bare === undefined || Number(bare) >= SURELY_SECONDS || Number(bare) === 0) return null;
  return [showDuration(Number(bare) * 60), showDuration(Number(bare))];
}
