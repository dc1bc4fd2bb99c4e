import type { RunClock } from './session-clock.ts';

/** A thing to do this evening, at an instant. */
export interface ToDo {
  readonly atMs: number;
  readonly what: 'pour-in' | 'pour-out' | 'hang' | 'warm' | 'load' | 'first-pour' | 'all-hung';
  /** Of which run, counted from 1. */
  readonly run: number;
  /** The bath it is done with, where there is one. */
  readonly bath: string | null;
}

/** The run at the Bench, as far as the next thing to do goes. */
export interface AtTheBench {
  readonly run: number;
  readonly steps: readonly {
    readonly name: string;
    readonly startMs: number;
    readonly endMs: number;
    readonly is: 'done' | 'running' | 'to-come';
  }[];
  readonly hungMs: number;
}

export interface ToCome extends RunClock {
  readonly run: number;
}

/** Everything that is still to be done, in the order in which it comes (domain.md 1). */
export function whatsNext(live: AtTheBench | null, toCome: readonly ToCome[], nowMs: number): ToDo[] {
  const atTheBench = (live?.steps ?? []).flatMap(({ name, startMs, endMs, is }): ToDo[] => {
    if (is === 'done') return [];
    const out: ToDo = { atMs: endMs, what: 'pour-out', run: live?.run ?? 0, bath: name };
    return is === 'running' ? [out] : [{ atMs: startMs, what: 'pour-in', run: live?.run ?? 0, bath: name }, out];
  });
  const hang: ToDo[] = live ? [{ atMs: live.hungMs, what: 'hang', run: live.run, bath: null }] : [];
  const coming = toCome.flatMap((run): ToDo[] => [
    ...(run.warmFromMs < run.firstPourMs ? [{ atMs: run.warmFromMs, what: 'warm' as const, run: run.run, bath: null }] : []),
    { atMs: run.loadFromMs, what: 'load', run: run.run, bath: null },
    { atMs: run.firstPourMs, what: 'first-pour', run: run.run, bath: null },
  ]);
  const last = toCome.at(-1);
  const end: ToDo[] = last ? [{ atMs: last.hungMs, what: 'all-hung', run: last.run, bath: null }] : [];
  // What is due stays due until it is done: only the Bench knows that it was.
  const due = (thing: ToDo) => thing.atMs >= nowMs - 1000 || thing.what !== 'warm';
  return [...atTheBench, ...hang, ...coming, ...end]
    .filter(due)
    .sort((a, b) => a.atMs - b.atMs || ORDER.indexOf(a.what) - ORDER.indexOf(b.what));
}

const ORDER: readonly ToDo['what'][] = ['pour-out', 'pour-in', 'hang', 'warm', 'load', 'first-pour', 'all-hung'];

/** `Load run 2 in the dark`; what stands before a clock time. */
export function toDoInWords({ what, run, bath }: ToDo): string {
  switch (what) {
    case 'pour-in':
      return `pour ${bath?.toLowerCase()} in`;
    case 'pour-out':
      return `${bath?.toLowerCase()} out`;
    case 'hang':
      return `hang run ${run} up`;
    case 'warm':
      return `bottles for run ${run} back into the bath`;
    case 'load':
      return `load run ${run} in the dark`;
    case 'first-pour':
      return `first pour of run ${run}`;
    case 'all-hung':
      return 'everything hangs';
  }
}
