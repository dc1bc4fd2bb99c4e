import { frozenPlan } from '../../../core/run/frozen-plan.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import type { SceneId } from '../../../core/practice/scene.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import { DEFAULT_TANK, type Tank } from '../../../core/schedule/tank.ts';
import { usualHabits } from '../../run/usual-habits.server.ts';
import { nowMs, today } from '../../server/clock.server.ts';
import { insertPractice } from '../../server/practices.server.ts';

export interface PracticeAsked {
  readonly id: string;
  readonly scene: SceneId;
  readonly seed: number;
  readonly speed: number;
  readonly kit: Kit;
  readonly tank: (Tank & { readonly name: string }) | null;
}

const PRACTICE_TANK = { ...DEFAULT_TANK, volumeMl: 500, name: 'Practice tank' };

/**
 * Begins a practice: one roll that is not there, in a fresh litre that nobody mixed, by the person's own habits. The heat
 * of the tank is left out of the plan, for finding it out is what is practised. Says why where the kit has no time for it.
 */
export function beginPractice({ id, scene, seed, speed, kit, tank: asked }: PracticeAsked): { readonly fault: string | null } {
  const tank = asked ?? PRACTICE_TANK;
  const habits = usualHabits();
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
  });
  if (!planned.ok) return { fault: planned.errors[0]?.message ?? 'This kit has no plan for one roll.' };
  const now = nowMs();
  const plan = frozenPlan({
    planned: planned.value,
    title: scene === 'water' ? 'Dry run with water' : 'Practice',
    process: kit.process,
    kitName: kit.name,
    batchName: scene === 'water' ? 'plain water' : 'made up',
    tankName: tank.name,
    tank,
    rolls: [{ id: 'none', name: scene === 'water' ? 'No film' : 'A film that is not there' }],
    pushStops: 0,
    treatment: 'normal',
    rollsBefore: 0,
    habits,
    heat: null,
  });
  insertPractice({ id, scene, seed, plan, startedAtMs: now, clock: [{ houseMs: now, practiceMs: now, speed }] });
  return { fault: null };
}
