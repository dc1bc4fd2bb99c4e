import { answered, type Answer } from '../../../core/answer.ts';
import type { TankHeatSetting } from '../../../core/heat/tank/tank-through-the-run.ts';
import { DEFAULT_TANK, type Tank } from '../../../core/heat/tank/tank.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import type { SceneId } from '../../../core/practice/scene.ts';
import { frozenPlan } from '../../../core/run/plan/frozen-plan.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import type { WayStep } from '../../../core/schedule/way/way.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import { usualWay } from '../../run/evening/steps-of-way.server.ts';
import { usualHabits } from '../../run/evening/usual-habits.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { insertPractice } from '../../server/runs/practices.server.ts';

export type TankToPractise = Tank & { readonly name: string };

export interface PracticeAsked {
  readonly id: string;
  readonly scene: SceneId;
  readonly seed: number;
  readonly speed: number;
  readonly kit: Kit;
  readonly tank: TankToPractise | null;
}

const PRACTICE_TANK: TankToPractise = { ...DEFAULT_TANK, volumeMl: 500, name: 'Practice tank' };

/**
 * The plan of a practice: one roll that is not there, in a fresh litre that nobody mixed. The heat of the tank is left out
 * of it, for finding it out is what is practised; where schools of heat are compared it is given.
 */
export function practicePlan(
  kit: Kit,
  asked: TankToPractise | null,
  habits: Habits,
  {
    water = false,
    heat = null,
    way = [],
  }: { readonly water?: boolean; readonly heat?: TankHeatSetting | null; readonly way?: readonly WayStep[] } = {},
): Answer<RunPlan> {
  const tank = asked ?? PRACTICE_TANK;
  const planned = planRun({
    kit,
    batch: { volumeMl: Math.max(1000, tank.volumeMl ?? 0), rollsDone: 0 },
    on: today(),
    tank,
    rolls: [{ format: '135-36', count: 1 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: {},
    habits,
    heat,
    way,
    wayFollows: true,
  });
  if (!planned.ok) return planned;
  return answered(
    frozenPlan({
      planned: planned.value,
      title: water ? 'Dry run with water' : 'Practice',
      process: kit.process,
      kitName: kit.name,
      batchName: water ? 'plain water' : 'made up',
      tankName: tank.name,
      tank,
      rolls: [{ id: 'none', name: water ? 'No film' : 'A film that is not there' }],
      pushStops: 0,
      treatment: 'normal',
      rollsBefore: 0,
      habits,
      heat: null,
    }),
  );
}

/** Begins a practice, by the person's own habits. Says why where the kit has no time for it. */
export function beginPractice({ id, scene, seed, speed, kit, tank }: PracticeAsked): { readonly fault: string | null } {
  const plan = practicePlan(kit, tank, usualHabits(), { water: scene === 'water', way: usualWay(kit.id, 'normal') });
  if (!plan.ok) return { fault: plan.errors[0]?.message ?? 'This kit has no plan for one roll.' };
  const now = nowMs();
  insertPractice({ id, scene, seed, plan: plan.value, startedAtMs: now, clock: [{ houseMs: now, practiceMs: now, speed }] });
  return { fault: null };
}
