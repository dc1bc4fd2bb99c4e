import { HANG_S, REWARM_S } from '../../../core/evening/evening-clock.ts';
import { clockToCome, reelsDryMs, type RunClock } from '../../../core/evening/session-clock.ts';
import { whatsNext, type ToDo } from '../../../core/evening/whats-next.ts';
import { backInRangeS } from '../../../core/heat/bath/back-in-range.ts';
import { capacityOfVolume } from '../../../core/kit/capacity.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { planAsRun } from '../../../core/run/state/plan-as-run.ts';
import { runOnClock, type RunOnClock } from '../../../core/run/state/run-on-clock.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { pouredOutC } from '../../../core/run/state/tank-now.ts';
import { bottlesInTheWay, pouredBaths, singlesInTheWay } from '../../../core/schedule/bottles-in-run.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import { runsOfSession, type Run } from '../../server/runs/runs.server.ts';
import { storedSetting } from '../../server/settings.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';
import { singlesOf } from '../acts/effect-of-run.server.ts';
import { stateOfRun } from '../acts/run-state.server.ts';
import { readEvening, type EveningSettings } from './evening-settings.ts';

/** A run that has begun: as it was, or as it stands. */
interface BegunRun {
  readonly id: string;
  /** Counted from 1 in this evening. */
  readonly n: number;
  readonly title: string;
  readonly is: 'finished' | 'given-up' | 'live';
  readonly batchId: string;
  readonly tankId: string;
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly clock: RunOnClock;
}

/** A run that is still to come, planned and on the clock. */
interface ComingOnClock {
  readonly run: Run;
  readonly n: number;
  readonly clock: RunClock;
  /** When a set of its tank's reels is dry; null where one is dry by all that is known. */
  readonly reelsDryMs: number | null;
  /** Its tank has another set, that no run before it has left wet. */
  readonly secondSet: boolean;
  /** What keeps it from being poured as the shelf stands now, in sentences. */
  readonly trouble: readonly string[];
}

/** What a batch will have done once a run is through. */
interface LedgerRow {
  readonly n: number;
  readonly batchName: string;
  readonly rollsAfter: number;
  readonly capacity: number | null;
  readonly is: BegunRun['is'] | 'to-come';
}

export interface EveningUnderWay {
  readonly sessionId: string;
  readonly settings: EveningSettings;
  readonly begun: readonly BegunRun[];
  readonly coming: readonly ComingOnClock[];
  readonly toDo: readonly ToDo[];
  readonly ledger: readonly LedgerRow[];
  /** Developers that were in the tank and stand in the bath again: by when each may be poured. */
  readonly backInRange: readonly { readonly bottle: string; readonly atMs: number | null; readonly forRun: number }[];
}

/**
 * A session that has begun, from its runs as they are stored: nothing is planned anew, so it may be looked at as often
 * as one likes. Runs done stand as they were, the one at the Bench as it goes, those to come moved by both.
 */
export function eveningUnderWay(sessionId: string, nowMs: number): EveningUnderWay {
  const settings = readEvening(storedSetting('evening'));
  const tanks = listTanks();
  const runs = runsOfSession(sessionId).filter((run) => run.state !== 'cancelled');
  const numbered = runs.map((run, i) => ({ run, n: i + 1 }));
  const begun = numbered.flatMap(({ run, n }): BegunRun[] => {
    if (run.state === 'queued' || run.state === 'cancelled') return [];
    const state = stateOfRun(run);
    const { id, batchId, tankId, plan } = run;
    return [
      {
        id,
        n,
        title: plan.title,
        is: run.state,
        batchId,
        tankId,
        plan: planAsRun(plan, state),
        state,
        clock: runOnClock(plan, state, nowMs),
      },
    ];
  });
  const queued = numbered.filter(({ run }) => run.state === 'queued');
  const hung = begun.map((run) => ({ tankId: run.tankId, hungMs: run.clock.hungMs }));
  const setsOf = ({ tankId }: Run) => tanks.find((tank) => tank.id === tankId)?.reelSets ?? 1;
  const habits = { dryReelsS: settings.dryMin * 60, hangS: HANG_S };
  const clocks = clockToCome(
    queued.map(({ run }) => ({
      totalS: run.plan.totalS,
      loadS: settings.loadMin * 60,
      warmS: REWARM_S,
      tankId: run.tankId,
      reelSets: setsOf(run),
    })),
    habits,
    { freeMs: Math.max(nowMs, ...begun.map((run) => run.clock.hungMs)), hung },
  );
  const coming = queued.flatMap(({ run, n }, i) => {
    const clock = clocks[i];
    const wet = hung.filter((each) => each.tankId === run.tankId).map((each) => each.hungMs);
    const sets = setsOf(run);
    return clock
      ? [
          {
            run,
            n,
            clock,
            reelsDryMs: reelsDryMs(wet, sets, habits),
            secondSet: wet.length > 0 && wet.length < sets,
            trouble: runTrouble(run),
          },
        ]
      : [];
  });
  const live = begun.find((run) => run.is === 'live');
  return {
    sessionId,
    settings,
    begun,
    coming,
    toDo: whatsNext(
      live ? { run: live.n, steps: live.clock.steps, hungMs: live.clock.hungMs } : null,
      coming.map(({ n, clock }) => ({ ...clock, run: n })),
      nowMs,
    ),
    ledger: ledgerAfter(numbered, begun),
    backInRange: backInRange(begun, coming, settings),
  };
}

/** What keeps a run that is planned from being poured from the bottles as they stand now (domain.md 15). */
export function runTrouble(run: Pick<Run, 'batchId' | 'plan'>): string[] {
  const batch = findBatch(run.batchId);
  if (!batch) return ['Its batch is not there any more.'];
  const { steps } = run.plan;
  return [...bottlesInTheWay(batch.kit, pouredBaths(steps), batch.bottles), ...singlesInTheWay(steps, singlesOf(run.plan))];
}

/** What each batch has seen after each run: done ones are in its ledger already, the others come on top in their order. */
function ledgerAfter(runs: readonly { readonly run: Run; readonly n: number }[], begun: readonly BegunRun[]): LedgerRow[] {
  // A run given up once its film was developed has used its share as well.
  const counted = (n: number) => begun.some((run) => run.n === n && (run.is === 'finished' || run.state.givenUp?.countsRolls === true));
  const onTop = new Map<string, number>();
  return runs.flatMap(({ run, n }): LedgerRow[] => {
    const batch = findBatch(run.batchId);
    if (!batch || run.state === 'cancelled') return [];
    const is = run.state === 'queued' ? 'to-come' : run.state;
    const later = runs
      .filter((other) => other.n > n && other.run.batchId === run.batchId && counted(other.n))
      .reduce((sum, other) => sum + other.run.runRolls, 0);
    if (is === 'live' || is === 'to-come') onTop.set(batch.id, (onTop.get(batch.id) ?? 0) + run.runRolls);
    const rollsAfter = Math.round((batch.rollsDone + (onTop.get(batch.id) ?? 0) - later) * 1000) / 1000;
    return [{ n, batchName: batch.name, rollsAfter, capacity: capacityOfVolume(batch.kit, batch.volumeMl), is }];
  });
}

/**
 * When the developers of the coming run may be poured again: each went back into its bottle as the tank left it, and the
 * bath warms it from there. A bottle that no run has used tonight stands in the bath all the time.
 */
function backInRange(
  begun: readonly BegunRun[],
  coming: readonly ComingOnClock[],
  settings: EveningSettings,
): EveningUnderWay['backInRange'] {
  const next = coming[0];
  // A sink left to fall holds nothing, so nothing honest can be said of it.
  if (!next || settings.heaterW === 0) return [];
  // A bottle that must not be poured comes back into no range.
  const spent = (bath: string) =>
    findBatch(next.run.batchId)?.bottles.some((bottle) => bottle.bath === bath && bottle.standing === 'spent');
  const { plan } = next.run;
  const bathC = Math.max(...plan.steps.filter((step) => step.critical).map(pouredAtC));
  return plan.steps.flatMap((step) => {
    if (!isDeveloper(step.kind) || step.bottle === null || !step.range || spent(step.bath)) return [];
    const last = begun.findLast((run) => run.batchId === next.run.batchId && run.plan.steps.some((each) => each.id === step.id));
    const place = last?.plan.steps.findIndex((each) => each.id === step.id) ?? -1;
    const used = last?.plan.steps[place];
    const out = last?.clock.steps.find((each) => each.id === step.id);
    if (!last || !used || !out || used.after !== 'return') return [];
    const returnedMl = last.plan.tank.volumeMl ?? 0;
    const takesS = backInRangeS({
      ml: Math.max(returnedMl, findBatch(next.run.batchId)?.mlLeft ?? returnedMl),
      returnedMl,
      returnedC: pouredOutC(last.plan, used, last.state.actual[place] ?? null, out.endMs),
      bathC,
      material: settings.material,
      lowC: Math.min(step.range.lowC, pouredAtC(step) - 0.3),
    });
    return [{ bottle: step.bottle, atMs: takesS === null ? null : out.endMs + takesS * 1000, forRun: next.n }];
  });
}
