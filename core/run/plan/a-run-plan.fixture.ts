import { DEFAULT_TANK } from '../../heat/tank/tank.ts';
import { houseKit } from '../../kit/a-kit.fixture.ts';
import { planRun } from '../../schedule/plan.ts';
import { RUN_PLAN_FORMAT, type RunPlan } from './run-plan.ts';

/** For tests: two 135 rolls in the house kit's seventh and eighth place. */
export function housePlan(): RunPlan {
  const planned = planRun({
    kit: houseKit(),
    batch: { volumeMl: 1000, rollsDone: 6 },
    on: '2026-11-25',
    tank: DEFAULT_TANK,
    rolls: [{ format: '135-36', count: 2 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: {},
    habits: {},
  });
  if (!planned.ok) throw new Error('no plan');
  return {
    format: RUN_PLAN_FORMAT,
    title: 'Two 135',
    process: 'C-41',
    kitName: 'Kiln Lane',
    batchName: 'batch 4',
    tankName: 'Steel',
    rollNames: ['a', 'b'],
    rollIds: ['a', 'b'],
    drying: null,
    dryingS: 7200,
    pushStops: 0,
    tank: DEFAULT_TANK,
    surroundings: null,
    clock: 'first-drop',
    pourOut: 'inside',
    washing: null,
    ...planned.value,
    heat: null,
  };
}
