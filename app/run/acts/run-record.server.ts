import { TZDate } from '@date-fns/tz';
import { formatISO } from 'date-fns';
import type { RunFacts } from '../../../core/inspection/inspection.ts';
import { judge, type Judgement } from '../../../core/inspection/judge.ts';
import { factsOfRun } from '../../../core/inspection/run-facts.ts';
import { isMainDeveloper } from '../../../core/kit/kind.ts';
import { firstPourMs } from '../../../core/run/state/got.ts';
import { rollsOfRun, type Roll } from '../../server/rolls.server.ts';
import type { Look } from '../../server/runs/looks.server.ts';
import type { Run } from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { batchAsAt } from '../../server/shelf/batches.server.ts';
import { rangeFallingAt } from '../judging/strip-chart.server.ts';
import { stateOfRun } from './run-state.server.ts';

/** What the run's record says to a strip of it: of one roll, or of all its rolls alike. */
export function factsAbout(run: Run, rollId: string | null): RunFacts {
  const state = stateOfRun(run);
  const firstMs = firstPourMs(state) ?? run.endedAtMs ?? 0;
  const on = formatISO(new TZDate(firstMs, personsZone()), { representation: 'date' });
  const batch = batchAsAt(run.batchId, on, firstMs);
  const developer = run.plan.steps.find((step) => isMainDeveloper(step.kind))?.bath;
  return factsOfRun({
    plan: run.plan,
    state,
    kit: batch?.kit ?? null,
    capacityRolls: batch?.capacityRolls ?? null,
    bottles: batch?.bottles ?? [],
    // What got into another bath is no fault of the developer; developer in a later one is a fault of its own.
    incidents: (batch?.incidents ?? []).flatMap(({ bath, what }) => (bath === developer || what === 'developer' ? [what] : [])),
    on,
    expiredYear: oldest(rollsOfRun(run.id).filter((roll) => rollId === null || roll.id === rollId)),
    rangeFalling: rangeFallingAt(run),
  });
}

function oldest(rolls: readonly Roll[]): number | null {
  const years = rolls.flatMap(({ expiredYear }) => (expiredYear === null ? [] : [expiredYear]));
  return years.length === 0 ? null : Math.min(...years);
}

export function judgementOf(run: Run, look: Pick<Look, 'rollId' | 'seen' | 'filmIs'>): Judgement {
  return judge({ ...look.seen, wet: look.filmIs === 'wet' }, factsAbout(run, look.rollId));
}
