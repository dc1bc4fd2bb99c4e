import { DEFAULT_TANK } from '../../../core/heat/tank/tank.ts';
import type { Treatment } from '../../../core/film/treatment.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import { planRun, type PlanQuestion } from '../../../core/schedule/plan.ts';
import { readWays } from '../../../core/schedule/way/read-way.ts';
import type { WayStep } from '../../../core/schedule/way/way.ts';
import { today } from '../../server/database/clock.server.ts';
import { storedSetting } from '../../server/settings.server.ts';
import { listBatches } from '../../server/shelf/batches.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';
import { runsToCome } from '../acts/effect-of-run.server.ts';
import { singlesInUse } from './singles-in-use.server.ts';
import { usualHabits } from './usual-habits.server.ts';

/** What a way of a kit is asked about where no evening is: one roll through a fresh batch, in the first tank of the shelf. */
export function questionOfWay(kit: Kit, treatment: Treatment, way: readonly WayStep[], habits: Habits = usualHabits()): PlanQuestion {
  const [tank = DEFAULT_TANK] = listTanks();
  return {
    kit,
    batch: { volumeMl: kit.makesMl, rollsDone: 0 },
    on: today(),
    tank,
    rolls: [{ format: '135-36', count: 1 }],
    pushStops: 0,
    treatment,
    temperaturesC: {},
    habits,
    way,
    wayFollows: true,
    singles: singlesInUse(listBatches(), runsToCome()),
  };
}

/** The way of a kit that holds from one evening to the next. */
export function usualWay(kitId: string, treatment: Treatment): readonly WayStep[] {
  const { ways } = (storedSetting('draft') ?? {}) as { readonly ways?: unknown };
  return readWays(ways)[kitId]?.[treatment] ?? [];
}

/** The steps of a kit as this person goes through them; none where that cannot be planned. */
export function stepsOfWay(kit: Kit) {
  const plan = planRun(questionOfWay(kit, 'normal', usualWay(kit.id, 'normal')));
  return plan.ok ? plan.value.steps.map(({ id, kind, name, seconds }) => ({ id, kind, name, seconds })) : [];
}
