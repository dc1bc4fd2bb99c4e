import { DEFAULT_TANK } from '../heat/tank/tank.ts';
import { shippedKit } from '../kit/shipped-kits.ts';
import type { PlanQuestion } from './plan.ts';

/** For tests: one 135 roll in a fresh litre of a shipped kit, nothing out of the ordinary. */
export function usualQuestion(kitId = 'house-c41-three-bath'): PlanQuestion {
  const kit = shippedKit(kitId);
  if (!kit) throw new Error(`no kit ${kitId}`);
  return {
    kit,
    batch: { volumeMl: 1000, rollsDone: 0 },
    on: '2026-11-25',
    tank: DEFAULT_TANK,
    rolls: [{ format: '135-36', count: 1 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: {},
    habits: {},
  };
}
