import { isDeveloper, isWater } from '../kit/kind.ts';
import { placeOfStep, type RunPlan } from '../run/plan/run-plan.ts';
import type { RunState } from '../run/state/state.ts';
import { pouredAtC } from '../schedule/poured-at.ts';
import { kitchenAtFirst, later, poured, pouredOut, WATER, type Kitchen, type KitchenSetting } from './kitchen.ts';
import type { SceneSet } from './scene.ts';

/** A practice as its kitchen is reckoned: nothing of it is kept but the seed and what was pressed. */
export interface PracticeRun {
  readonly plan: RunPlan;
  readonly set: SceneSet;
  /** When the kitchen was as it is at first, epoch milliseconds of the practice's own clock. */
  readonly sinceMs: number;
}

interface Doing {
  readonly atMs: number;
  readonly what: { readonly kind: 'in'; readonly of: string; readonly waterC: number } | { readonly kind: 'out' };
}

/** What went into the tank and out of it, at the instants at which it truly did: a forgotten start lies before its press. */
function doings({ plan, set }: PracticeRun, state: RunState): Doing[] {
  const done: Doing[] = [];
  let lastMs = -Infinity;
  for (const event of state.inForce) {
    if (event.kind === 'poured') {
      const step = plan.steps[placeOfStep(plan, event.step)];
      if (!step) continue;
      const atMs = Math.max(lastMs, event.atMs - forgottenMs(plan, set, event.step));
      const of = step.bottle !== null && !isWater(step.kind) ? step.bath : WATER;
      done.push({ atMs, what: { kind: 'in', of, waterC: pouredAtC(step) } });
    } else if (event.kind === 'step-ended' || event.kind === 'skipped') done.push({ atMs: event.atMs, what: { kind: 'out' } });
    else continue;
    lastMs = (done.at(-1) as Doing).atMs;
  }
  return done;
}

/** How long before its press a step truly went in: only the first developer of the scene that is about it. */
export function forgottenMs(plan: RunPlan, set: Pick<SceneSet, 'forgottenS'>, stepId: string): number {
  const first = plan.steps.find((step) => isDeveloper(step.kind));
  return first?.id === stepId ? set.forgottenS * 1000 : 0;
}

/**
 * The kitchen at an instant, told from its first moment by what was pressed (domain.md 18); null where the tank is real.
 * `visit` sees each second on the way, in order.
 */
export function kitchenAt(
  run: PracticeRun,
  state: RunState,
  atMs: number,
  visit?: (kitchen: Kitchen, kitchenMs: number) => void,
): Kitchen | null {
  const setting = run.set.kitchen;
  if (!setting) return null;
  let kitchen = kitchenAtFirst(setting);
  const go = (untilMs: number) => {
    const untilS = Math.max(kitchen.atS, (untilMs - run.sinceMs) / 1000);
    kitchen = seconds(setting, kitchen, untilS, (now) => visit?.(now, run.sinceMs + now.atS * 1000));
  };
  for (const { atMs: doneMs, what } of doings(run, state)) {
    if (doneMs > atMs) break;
    go(doneMs);
    kitchen = what.kind === 'out' ? pouredOut(kitchen) : poured(setting, pouredOut(kitchen), what.of, what.waterC);
    visit?.(kitchen, Math.max(run.sinceMs, doneMs));
  }
  go(atMs);
  return kitchen;
}

/** After so long nothing in a kitchen happens by the second any more, and after so long again nothing at all. */
const BY_THE_SECOND_S = 2 * 3600;
const BY_THE_HALF_MINUTE_S = 24 * 3600;
const HALF_A_MINUTE_S = 30;

/**
 * Second by second, each shown. A practice that was left overnight, at twenty times the speed, is a week: it is taken by
 * the half minute, and a kitchen that has come to rest stays as it is, however long.
 */
function seconds(setting: KitchenSetting, from: Kitchen, untilS: number, visit: (kitchen: Kitchen) => void): Kitchen {
  let now = from;
  const pass = (toS: number, stepS: number) => {
    while (Math.min(untilS, toS) - now.atS > 1e-9) {
      const s = Math.min(stepS, Math.min(untilS, toS) - now.atS);
      now = later(setting, now, s, s);
      visit(now);
    }
  };
  pass(from.atS + BY_THE_SECOND_S, 1);
  pass(from.atS + BY_THE_SECOND_S + BY_THE_HALF_MINUTE_S, HALF_A_MINUTE_S);
  if (untilS - now.atS > 1e-9) {
    now = { ...now, atS: untilS };
    visit(now);
  }
  return now;
}
