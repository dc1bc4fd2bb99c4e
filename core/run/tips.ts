import { isDeveloper } from '../kit/kind.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import type { RunPlan } from './plan/run-plan.ts';

/** What practitioners tell each other, one line where it helps (domain.md 19). Each may be put away for good. */
export interface Tip {
  readonly id: TipId;
  readonly says: string;
}

const TIPS = {
  swirl: 'Swirl each bottle before you read it, and read inside it: the bath around it is not what is poured.',
  'sink-wall': 'A thermometer that touches the wall of the sink reads the sink.',
  'lay-down':
    'Bottles taller than the water is deep lie down in it, capped tight; roll them now and then, and open each once when it is warm. A bleach-fix stands, its cap loose.',
  'weigh-down': 'An empty tank floats: weigh it down while it warms in the bath.',
  'coloured-prewash': 'Coloured prewash water is normal.',
  'read-and-agitate': 'Read when you agitate: lifting the tank is agitation too.',
  'dark-developer': 'Used developer darkens. Its colour alone proves nothing.',
  gas: 'Let the gas out: lift the cap a little after the first inversions.',
  'gas-rollers': 'Let the gas out before the tank goes onto the rollers, and once while it turns.',
  'pour-aslant': 'If it foams, hold the tank aslant and pour down its side.',
} as const;

export type TipId = keyof typeof TIPS;

/** What is worth saying while the bottles warm. */
export function tipsBeforeTheFirstPour(plan: RunPlan): Tip[] {
  const inTheBath = plan.surroundings !== null && plan.steps.some((step) => step.critical && step.inTank);
  return tips(['swirl', 'sink-wall', 'lay-down', ...(inTheBath ? (['weigh-down'] as const) : [])]);
}

/** What is worth saying at a step: while it is next, or while it is in the tank. */
export function tipsAtStep(step: Pick<PlannedStep, 'kind' | 'critical' | 'inTank' | 'after'>, inTheTank: boolean, rollers = false): Tip[] {
  const { kind } = step;
  if (kind === 'prewash') return inTheTank ? tips(['coloured-prewash']) : [];
  if (isDeveloper(kind))
    return tips(
      inTheTank
        ? [...(rollers ? [] : (['read-and-agitate'] as const)), ...(step.after === 'return' ? (['dark-developer'] as const) : [])]
        : ['swirl'],
    );
  if (kind === 'bleach-fix') return inTheTank ? tips([rollers ? 'gas-rollers' : 'gas']) : [];
  if (kind === 'stabiliser' || kind === 'final-rinse') return inTheTank || !step.inTank ? [] : tips(['pour-aslant']);
  return [];
}

function tips(ids: readonly TipId[]): Tip[] {
  return ids.map((id) => ({ id, says: TIPS[id] }));
}

/** The tips that were put away, from what was stored; names that are not known any more are passed over. */
export function readTipsAway(document: unknown): TipId[] {
  const away = (document as { away?: unknown } | null)?.away;
  return Array.isArray(away) ? away.filter(isTip) : [];
}

export function isTip(id: unknown): id is TipId {
  return typeof id === 'string' && Object.hasOwn(TIPS, id);
}
