import type { FirstRoll, FirstStep } from '../../core/beginner/first-roll.ts';
import { eveningBath } from '../../core/evening/evening-bath.ts';
import { DEFAULT_TANK } from '../../core/heat/tank/tank.ts';
import type { Kit } from '../../core/kit/kit.ts';
import { planRun } from '../../core/schedule/plan.ts';
import { readEvening } from '../run/evening/evening-settings.ts';
import { usualHabits } from '../run/evening/usual-habits.server.ts';
import { today } from '../server/database/clock.server.ts';
import { waitingRolls } from '../server/rolls.server.ts';
import { recentPractices } from '../server/runs/practices.server.ts';
import { endedRuns, liveRun } from '../server/runs/runs.server.ts';
import { storedSetting } from '../server/settings.server.ts';
import { listBatches } from '../server/shelf/batches.server.ts';

const LOOKED_AT = 50;
const HORIZON_S = 4 * 3600;

/** What has come about since it was begun, whoever's page it was done on. */
export function factsSince(first: FirstRoll) {
  const batch = listBatches().find((each) => each.kitId === first.kitId) ?? null;
  const practices = recentPractices(LOOKED_AT).filter(({ startedAtMs }) => startedAtMs >= first.begunAtMs);
  const live = liveRun();
  const done = endedRuns(LOOKED_AT, 0).runs.find(
    (run) => run.state === 'finished' && (run.endedAtMs ?? 0) >= first.begunAtMs && run.plan.process === 'C-41',
  );
  return {
    batch: batch && { id: batch.id, name: batch.name },
    rolls: waitingRolls().filter((roll) => roll.process === 'C-41').length,
    live: live && { id: live.id, title: live.plan.title },
    run: done ? { id: done.id, title: done.plan.title } : null,
    dry: practices.find((line) => line.scene === 'water' && line.endedAtMs !== null)?.id ?? null,
    dryOpen: practices.find((line) => line.scene === 'water' && line.endedAtMs === null)?.id ?? null,
    calm: practices.find((line) => line.scene !== 'water' && line.marks !== null) ?? null,
  };
}

export type Facts = ReturnType<typeof factsSince>;

/** What was done elsewhere counts as done here. */
export function doneByFacts(first: FirstRoll, facts: Facts): readonly FirstStep[] {
  return [...first.done, ...(facts.dry === null ? [] : ['dry-run' as const]), ...(facts.run === null ? [] : ['real' as const])];
}

/** How this kit's bath warms in a usual tub: with a heater, and without one. */
export function bathForBeginners(kit: Kit) {
  const planned = planRun({
    kit,
    batch: { volumeMl: kit.makesMl, rollsDone: 0 },
    on: today(),
    tank: DEFAULT_TANK,
    rolls: [{ format: '135-36', count: 1 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: {},
    habits: usualHabits(),
  });
  if (!planned.ok) return null;
  const settings = readEvening(storedSetting('evening'));
  const ask = (heaterW: number) =>
    eveningBath({
      steps: planned.value.steps,
      bottleMl: Math.min(1000, kit.makesMl),
      tub: { ...settings, heaterW },
      bathC: null,
      horizonS: HORIZON_S,
    });
  const heated = ask(settings.heaterW > 0 ? settings.heaterW : 800);
  const fallen = ask(0).sinkStartC;
  return {
    litres: settings.litres,
    startC: settings.startC,
    setC: heated.setC,
    readyS: heated.readyS.ok ? heated.readyS.value : null,
    sinkC: fallen?.ok ? fallen.value : null,
    tap: heated.tap.ok ? heated.tap.value : null,
  };
}
