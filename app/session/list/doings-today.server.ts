import type { Doing } from '../../../core/evening/list/doing.ts';
import { eveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { ticksOf } from '../../run/evening/ticks.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { tonight } from '../draft/tonight.server.ts';
import { eveningPlan, planUnderWay } from '../evening/evening-plan.server.ts';
import { comingOf } from '../under-way/coming.server.ts';

/** The list of the evening as it stands: of the one that goes on, else of the one that is planned. */
export function doingsToday(atMs: number): readonly Doing[] {
  const sessionId = openSessionId();
  const ticks = ticksOf(sessionId);
  if (sessionId === null) return eveningPlan(tonight(), atMs, ticks).doings;
  return planUnderWay(eveningUnderWay(sessionId, atMs), comingOf(sessionId), atMs, ticks).doings;
}
