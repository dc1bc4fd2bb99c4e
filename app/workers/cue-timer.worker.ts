/// <reference lib="webworker" />
/**
 * Wakes the page at each cue. A hidden page's own timers are held back by browsers; a worker's are not. Instants are
 * absolute on the monotonic scale that pages and workers share.
 */
export interface TimedCue {
  readonly id: string;
  readonly atMs: number;
}

declare const self: DedicatedWorkerGlobalScope;
let timer: ReturnType<typeof setTimeout> | undefined;
let waiting: TimedCue[] = [];
/** The page tells all cues anew when its clock is set; one that has just fired must not fire again. */
const fired = new Set<string>();

const now = () => performance.timeOrigin + performance.now();
/** Timers wake up to a few milliseconds early or late; sleeping in two steps lands closer. */
const COARSE_MS = 40;

function arm(): void {
  clearTimeout(timer);
  const next = waiting[0];
  if (!next) return;
  const leftMs = next.atMs - now();
  timer = setTimeout(leftMs > COARSE_MS * 2 ? arm : ring, leftMs > COARSE_MS * 2 ? leftMs - COARSE_MS : Math.max(0, leftMs));
}

function ring(): void {
  const due = waiting.filter((cue) => cue.atMs <= now() + 0.5);
  waiting = waiting.slice(due.length);
  for (const cue of due) fired.add(cue.id);
  for (const cue of due) self.postMessage({ ...cue, firedAtMs: now() });
  arm();
}

self.onmessage = (message: MessageEvent<readonly TimedCue[]>) => {
  waiting = [...message.data].filter((cue) => cue.atMs > now() - 250 && !fired.has(cue.id)).sort((a, b) => a.atMs - b.atMs);
  arm();
};
