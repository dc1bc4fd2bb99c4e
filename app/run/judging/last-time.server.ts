import { differentNow, howItWas, type Compared, type HowItWas, type Nearness } from '../../../core/run/last-time.ts';
import type { Process } from '../../../core/film/process.ts';
import type { Verdict } from '../../../core/inspection/judge.ts';
import { figureOf } from '../../../core/inspection/strips/strip-measure.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { lastRunOf } from '../../server/runs/last-run.server.ts';
import { measuresOfRun } from '../../server/runs/measures.server.ts';
import { verdictsOf } from '../../server/runs/run-search.server.ts';
import { stateOfRun } from '../acts/run-state.server.ts';

/** What is planned, as far as a run like it is looked for. */
export interface ToPlan extends Compared {
  readonly film: string;
  readonly process: Process;
  readonly kitId: string;
}

export interface LastTime extends HowItWas {
  readonly runId: string;
  readonly on: string;
  readonly near: Nearness;
  readonly verdict: Verdict | null;
  /** Its measured range, where a strip of it was measured. */
  readonly range: number | null;
  readonly different: readonly string[];
}

/** The run that a person would look up before this one: same film and push, same film, same kit and push (domain.md 20). */
export function lastTime(asked: ToPlan): LastTime | null {
  const found = lastRunOf(asked);
  if (!found) return null;
  const { run, near } = found;
  const measured = measuresOfRun(run.id)[0];
  return {
    runId: run.id,
    on: shownInstant(run.endedAtMs ?? 0, 'd MMM yyyy'),
    near,
    verdict: verdictsOf([run.id]).get(run.id) ?? null,
    range: measured ? figureOf(measured.measure, 'range') : null,
    ...howItWas(run.plan, stateOfRun(run)),
    different: differentNow(run.plan, asked),
  };
}
