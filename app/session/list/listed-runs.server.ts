import type { ListedRun } from '../../../core/evening/list/listed-run.ts';
import type { EveningRun } from '../../../core/evening/evening.ts';
import type { RunClock } from '../../../core/evening/session-clock.ts';
import { warmsFirstIn } from '../../../core/heat/tank/tank-heat-setting.ts';
import { loadedTank } from '../../../core/packing/load.ts';
import type { EveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import type { Tonight } from '../draft/tonight.server.ts';
import { asPlanned } from '../under-way/coming.server.ts';

type Of = Pick<Tonight, 'tanks' | 'waiting' | 'batches' | 'heat'>;

/** The runs of an evening that can be done, each with its place on the clock. */
export function listedRuns(runs: readonly EveningRun[], clock: readonly RunClock[], of: Of, firstN = 1): ListedRun[] {
  const done = runs.flatMap((run, i) => (run.plan.ok ? [{ run, n: firstN + i }] : []));
  return done.flatMap(({ run, n }, k): ListedRun[] => {
    const times = clock[k];
    return times ? listed(run, n, times, of) : [];
  });
}

/** Those that have begun, as they were planned and are; then those to come. */
export function runsUnderWay({ begun, coming, settings }: EveningUnderWay, tonight: Tonight): ListedRun[] {
  const been = begun.flatMap(({ plan, n, is, batchId, tankId, clock }): ListedRun[] => {
    const { firstPourMs, endMs, hungMs } = clock;
    // When the tub was filled nobody said: before the film was loaded, which takes so long.
    const loadFromMs = firstPourMs - settings.loadMin * 60_000;
    const times = { warmFromMs: loadFromMs, loadFromMs, loadUntilMs: firstPourMs };
    const run = asPlanned({ plan, batchId, tankId, seenRemjet: false }, [], tonight.heat?.roomC ?? null);
    return listed({ ...run, rollIds: plan.rollIds }, n, { ...times, firstPourMs, endMs, hungMs }, tonight).map((each) => ({
      ...each,
      is,
      rollNames: plan.rollNames,
      tankMl: plan.tank.volumeMl ?? each.tankMl,
      warmsFirstIn: null,
    }));
  });
  const clocks = coming.map(({ clock }) => clock);
  return [...been, ...listedRuns(tonight.evening.runs, clocks, tonight, been.length + 1)];
}

function listed(run: EveningRun, n: number, clock: RunClock, { tanks, waiting, batches, heat }: Of): ListedRun[] {
  const whole = tanks.find(({ id }) => id === run.tankId);
  const batch = batches.find(({ id }) => id === run.batchId) ?? findBatch(run.batchId);
  if (!run.plan.ok || !whole || !batch) return [];
  const { value: plan } = run.plan;
  const rolls = run.rollIds.flatMap((id) => waiting.find((roll) => roll.id === id) ?? []);
  const tank = rolls.length > 0 ? loadedTank(whole, rolls) : whole;
  return [
    {
      n,
      is: 'to-come',
      batchId: batch.id,
      batchName: batch.name,
      rollIds: run.rollIds,
      rollNames: rolls.map(({ name }) => name),
      tankId: whole.id,
      tankName: whole.name,
      tankMl: tank.volumeMl,
      reelSets: whole.reelSets,
      warmsFirstIn: plan.noHeater ? null : warmsFirstIn(tank, heat),
      steps: plan.steps,
      bottleMl: Math.max(50, batch.mlLeft),
      portionMl: whole.warms === 'portion' ? tank.volumeMl : null,
      bathC: plan.heat?.bathC ?? null,
      noHeater: plan.noHeater,
      firstPourMs: clock.firstPourMs,
      endMs: clock.endMs,
      clock,
    },
  ];
}
