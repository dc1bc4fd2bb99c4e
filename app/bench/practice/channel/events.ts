import { data } from 'react-router';
import { practiceNowMs } from '../../../../core/practice/practice-clock.ts';
import { outOfPlace } from '../../../../core/run/acts/out-of-place.ts';
import { runNow } from '../../../../core/run/state/now.ts';
import { planAsRun } from '../../../../core/run/state/plan-as-run.ts';
import { nowMs } from '../../../server/database/clock.server.ts';
import { findPractice } from '../../../server/runs/practices.server.ts';
import { postedAct } from '../../channel/posted-act.server.ts';
import type { Route } from './+types/events.ts';
import { recordPracticeAct, stateOfPractice } from './practice-log.server.ts';

/** Appends one act to a practice. */
export async function action({ params: { practiceId }, request }: Route.ActionArgs) {
  const practice = findPractice(practiceId);
  if (!practice) throw data('There is no such practice.', { status: 404 });
  const now = () => Math.round(practiceNowMs(practice.clock, nowMs()));
  return postedAct(request, {
    at: `/practice/${encodeURIComponent(practiceId)}`,
    nowMs: now,
    record: (body) => recordPracticeAct(practiceId, body),
    early: () => {
      const state = stateOfPractice(practice);
      const plan = planAsRun(practice.plan, state);
      return outOfPlace(plan, state, runNow(plan, state), now());
    },
  });
}
