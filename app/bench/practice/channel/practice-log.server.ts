import type { PracticeRun } from '../../../../core/practice/kitchen-of-run.ts';
import { fastest, practiceNowMs } from '../../../../core/practice/practice-clock.ts';
import { practiceReport, type PracticeReport } from '../../../../core/practice/report.ts';
import { setScene } from '../../../../core/practice/scene.ts';
import { foldRun, type RunState } from '../../../../core/run/state/state.ts';
import { announcePractice } from '../../../run/acts/live-runs.server.ts';
import { recordAct, type Recorded } from '../../../run/acts/record-act.server.ts';
import { nowMs } from '../../../server/database/clock.server.ts';
import { inTransaction } from '../../../server/database/database.server.ts';
import {
  eventsOfPractice,
  findPractice,
  findPracticeEvent,
  insertPracticeEvent,
  setPracticeEnd,
  type Practice,
} from '../../../server/runs/practices.server.ts';

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
 * Appends one act to a practice, as to a run and by its own clock. What finishing settles is its report: no roll, no bottle
 * and no logbook learn of it (domain.md 18).
 */
export function recordPracticeAct(practiceId: string, body: unknown): Recorded {
  const recorded = inTransaction((): Recorded => {
    const practice = findPractice(practiceId);
    if (!practice) return { ok: false, status: 404, message: 'There is no such practice.' };
    return recordAct(body, {
      id: practiceId,
      plan: practice.plan,
      find: (eventId) => {
        const event = findPracticeEvent(eventId);
        return event && { of: event.practiceId, seq: event.seq, document: event.document };
      },
      closed: () => null,
      state: () => stateOfPractice(practice),
      nowMs: () => practiceNowMs(practice.clock, nowMs()),
      sinceMs: practice.startedAtMs,
      append: (event) => insertPracticeEvent(practiceId, event),
      settle: (before, after) => {
        if (after.endedAtMs !== before.endedAtMs)
          setPracticeEnd(practiceId, after.endedAtMs, after.phase === 'finished' ? reportOfPractice(practice).marks : null);
      },
    });
  });
  if (recorded.ok && !recorded.repeated) announcePractice(practiceId);
  return recorded;
}
