import { fastest, practiceNowMs } from '../../../core/practice/practice-clock.ts';
import type { PracticeRun } from '../../../core/practice/kitchen-of-run.ts';
import { practiceReport, type PracticeReport } from '../../../core/practice/report.ts';
import { setScene } from '../../../core/practice/scene.ts';
import { timeRefusal } from '../../../core/run/act-time.ts';
import { refusalOf } from '../../../core/run/guard.ts';
import { readRunEvent } from '../../../core/run/read-event.ts';
import { foldRun, withEvent, type RunState } from '../../../core/run/state.ts';
import { announcePractice } from '../../run/live-runs.server.ts';
import type { Recorded } from '../../run/run-log.server.ts';
import { nowMs } from '../../server/clock.server.ts';
import { inTransaction } from '../../server/database.server.ts';
import {
  eventsOfPractice,
  findPractice,
  findPracticeEvent,
  insertPracticeEvent,
  setPracticeEnd,
  type Practice,
} from '../../server/practices.server.ts';

export function stateOfPractice(practice: Practice): RunState {
  return foldRun(
    practice.plan,
    eventsOfPractice(practice).map(({ event }) => event),
  );
}

/** The kitchen that a practice stands in. */
export function kitchenOfPractice({ plan, scene, seed, startedAtMs }: Practice): PracticeRun {
  return { plan, set: setScene(scene, plan, seed), sinceMs: startedAtMs };
}

export function reportOfPractice(practice: Practice): PracticeReport {
  return practiceReport(kitchenOfPractice(practice), stateOfPractice(practice), fastest(practice.clock));
}

/**
 * Appends one act to a practice by the rules of a real run, and by its own clock. What finishing settles is its report:
 * no roll, no bottle and no logbook learn of it (domain.md 18).
 */
export function recordPracticeAct(practiceId: string, body: unknown): Recorded {
  const recorded = inTransaction((): Recorded => {
    const practice = findPractice(practiceId);
    if (!practice) return { ok: false, status: 404, message: 'There is no such practice.' };
    const read = readRunEvent(body, practice.plan);
    if (!read.ok) return { ok: false, status: 422, message: read.errors.map((error) => `${error.path}: ${error.message}`).join(' ') };
    const event = read.value;
    const earlier = findPracticeEvent(event.id);
    if (earlier)
      return earlier.practiceId === practiceId
        ? { ok: true, seq: earlier.seq, repeated: true }
        : { ok: false, status: 409, message: 'Another act already has this id; it stays as it is.' };
    const state = stateOfPractice(practice);
    const refusal = refusalOf(practice.plan, state, event);
    if (refusal) return { ok: false, status: 409, message: refusal };
    const outOfTime = timeRefusal(state, event, practiceNowMs(practice.clock, nowMs()), practice.startedAtMs);
    if (outOfTime) return { ok: false, status: 422, message: outOfTime };
    const seq = insertPracticeEvent(practiceId, event);
    const after = withEvent(practice.plan, state, event);
    if (after.endedAtMs !== state.endedAtMs)
      setPracticeEnd(practiceId, after.endedAtMs, after.phase === 'finished' ? reportOfPractice(practice).marks : null);
    return { ok: true, seq, repeated: false };
  });
  if (recorded.ok && !recorded.repeated) announcePractice(practiceId);
  return recorded;
}
