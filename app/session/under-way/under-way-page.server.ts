import type { EveningBathQuestion } from '../../../core/evening/evening-bath.ts';
import { clockTime } from '../../../core/evening/wanted-time.ts';
import { toDoInWords } from '../../../core/evening/whats-next.ts';
import { bathByC } from '../../../core/heat/bath/bath-by.ts';
import type { EveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { clockSpeed } from '../../server/database/clock.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { bathOnce } from '../bath/bath-once.ts';

export type UnderWayPage = ReturnType<typeof underWayPage>;

/** The evening that goes on, as its page shows it: every instant with the clock time that the person reads. */
export function underWayPage(
  under: EveningUnderWay,
  bath: { readonly question: EveningBathQuestion | null; readonly warmS: number },
  nowMs: number,
) {
  const zone = personsZone();
  const at = (ms: number) => clockTime(ms, zone);
  const hungMs = [...under.begun.map(({ clock }) => clock.hungMs), ...under.coming.map(({ clock }) => clock.hungMs)];
  const firstPourMs = under.begun[0]?.clock.firstPourMs ?? nowMs;
  return {
    sessionId: under.sessionId,
    clock: { nowMs, speed: clockSpeed() },
    begun: under.begun.map(({ id, n, title, is, plan, clock }) => ({
      id,
      n,
      title,
      is,
      rollNames: plan.rollNames,
      steps: clock.steps,
      firstPourMs: clock.firstPourMs,
      endMs: clock.endMs,
      hungMs: clock.hungMs,
      pour: at(clock.firstPourMs),
      hung: at(clock.hungMs),
    })),
    toDo: under.toDo.map((thing) => ({ ...thing, words: toDoInWords(thing), at: at(thing.atMs) })),
    ledger: under.ledger,
    backInRange: under.backInRange.map((bottle) => ({ ...bottle, at: bottle.atMs === null ? null : at(bottle.atMs) })),
    bathNowC: bath.question === null ? null : bathByC(bathOnce(bath.question).warmUp.trace, (nowMs - firstPourMs) / 1000 + bath.warmS),
    nextRunId: under.coming[0]?.run.id ?? null,
    /** Coming runs that cannot be poured as the shelf stands, with why. */
    trouble: under.coming.flatMap(({ run, n, trouble }) => (trouble.length > 0 ? [{ n, runId: run.id, says: trouble }] : [])),
    allHung: at(Math.max(nowMs, ...hungMs)),
  };
}
