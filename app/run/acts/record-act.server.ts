import { inTime, timeRefusal } from '../../../core/run/acts/act-time.ts';
import { storedEvent, type RunEvent } from '../../../core/run/acts/event.ts';
import { refusalOf } from '../../../core/run/acts/guard.ts';
import { readRunEvent } from '../../../core/run/acts/read-event.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { withEvent, type RunState } from '../../../core/run/state/state.ts';

interface Refused {
  readonly ok: false;
  readonly status: 404 | 409 | 422;
  readonly message: string;
  /** Where the run went that this one was planned anew as. */
  readonly movedTo?: string;
}
export type Recorded = { readonly ok: true; readonly seq: number; readonly repeated: boolean } | Refused;

/** An act as it was kept before: which run or practice it is of, its place there, and its document. */
interface KeptAct {
  readonly of: string;
  readonly seq: number;
  readonly document: string;
}

/**
 * Where an act is recorded: a run at the Bench, or a practice. Each has its own clock, and its own effects (architecture.md,
 * seams).
 */
export interface ActPlace {
  readonly id: string;
  readonly plan: RunPlan;
  readonly find: (eventId: string) => KeptAct | null;
  /** Why nothing is recorded here just now; null where it is. */
  readonly closed: () => Refused | null;
  readonly state: () => RunState;
  readonly nowMs: () => number;
  /** An act is no older than this. */
  readonly sinceMs: number;
  /** Why this act must not be, though the guard has nothing against it. */
  readonly forbids?: (before: RunState, after: RunState) => string | null;
  readonly append: (event: RunEvent) => number;
  /** What the act does beyond the run itself. */
  readonly settle: (before: RunState, after: RunState, event: RunEvent) => void;
}

/**
 * Appends one act, if it makes sense there (architecture.md, rule 5). Delivering the same act again is answered as the
 * first time and changes nothing; of two acts at once the first to arrive counts and the other is told. Runs in the
 * caller’s transaction.
 */
export function recordAct(body: unknown, place: ActPlace): Recorded {
  const read = readRunEvent(body, place.plan);
  if (!read.ok) return { ok: false, status: 422, message: read.errors.map((error) => `${error.path}: ${error.message}`).join(' ') };
  const sent = read.value;
  const earlier = place.find(sent.id);
  if (earlier)
    return earlier.of === place.id && sameEvent(earlier.document, sent)
      ? { ok: true, seq: earlier.seq, repeated: true }
      : { ok: false, status: 409, message: 'Another act already has this id; it stays as it is.' };
  const closed = place.closed();
  if (closed) return closed;
  const before = place.state();
  const event = inTime(before, sent, place.nowMs());
  // Of two acts made apart the later to arrive is out of place before it is out of time, and that is what helps.
  const refusal = refusalOf(place.plan, before, event);
  if (refusal) return { ok: false, status: 409, message: refusal };
  const outOfTime = event.kind === 'given-up' ? null : timeRefusal(before, event, place.nowMs(), place.sinceMs);
  if (outOfTime) return { ok: false, status: 422, message: outOfTime };
  const after = withEvent(place.plan, before, event);
  const forbidden = place.forbids?.(before, after) ?? null;
  if (forbidden) return { ok: false, status: 409, message: forbidden };
  const seq = place.append(event);
  place.settle(before, after, event);
  return { ok: true, seq, repeated: false };
}

function sameEvent(document: string, event: RunEvent): boolean {
  // The instant of a run that is given up is put where it can be.
  const instant = event.kind === 'given-up' ? { atMs: 0 } : {};
  const { v: _, ...before } = { ...(JSON.parse(document) as RunEvent & { v?: number }), ...instant };
  const { v: __, ...now } = { ...(storedEvent(event) as RunEvent & { v?: number }), ...instant };
  return JSON.stringify(before) === JSON.stringify(now);
}
