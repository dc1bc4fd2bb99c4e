import { isDeveloper, isWater } from '../../kit/kind.ts';
import { betweenS } from '../../schedule/timeline.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { fixedAfterS, isEnough } from '../state/light.ts';
import type { NextAct } from '../state/now.ts';
import type { ActualStep, RunState } from '../state/state.ts';
import { gotMs } from '../state/got.ts';

/**
 * Whether the end of a step and the pour of the next are one act at the Bench: nothing is judged between, hands do both in one go. A
 * developer’s end is an instant of its own; what is wiped off the reel takes minutes.
 */
export function endsWithTheNextPour(plan: Pick<RunPlan, 'steps'>, place: number): boolean {
  const [step, next] = [plan.steps[place], plan.steps[place + 1]];
  if (!step || !next || isDeveloper(step.kind) || step.wipeS) return false;
  return isWater(step.kind) || isWater(next.kind);
}

/** The last bath ends as the film is hung up: nothing more is poured, and nobody presses with film in both hands. */
export function endsWithTheRun(plan: Pick<RunPlan, 'steps'>, place: number): boolean {
  const step = plan.steps[place];
  return step !== undefined && place === plan.steps.length - 1 && !isDeveloper(step.kind) && !step.wipeS;
}

/** When a step ended whose end was not pressed by itself: so much before the next pour as the hands take. */
export function endBeforePourMs(plan: Pick<RunPlan, 'steps' | 'changeoverS'>, place: number, startMs: number, pourMs: number): number {
  return Math.max(startMs, pourMs - betweenS(plan.changeoverS, plan.steps[place]) * 1000);
}

/** What bleaches or fixes and has not got its time is taken out alone, and the film stays in the dark until it was poured again. */
function isOutAlone(plan: RunPlan, place: number, actual: ActualStep | null, nowMs: number): boolean {
  const step = plan.steps[place];
  if (!step || isWater(step.kind) || !actual) return false;
  const gotS = (gotMs(actual) + (actual.endMs === null ? nowMs - actual.startMs : 0)) / 1000;
  return !isEnough(gotS, fixedAfterS(step));
}

type Pressed = { readonly kind: 'poured' | 'step-ended'; readonly step: string } | { readonly kind: 'finished' | 'resumed' };

/**
 * What a press of the act does. Where an end and the next pour are one act, an end that is meant though it is far too early, and a
 * bleach or fixer that has not got its time, are the end alone.
 */
export function pressed(
  plan: RunPlan,
  state: Pick<RunState, 'step' | 'actual'>,
  act: NonNullable<NextAct>,
  { confirmed, nowMs }: { readonly confirmed: boolean; readonly nowMs: number },
): Pressed {
  const early = confirmed && act.kind !== 'step-ended' && isEarly(plan, state, nowMs);
  if (act.ends !== undefined && (early || isOutAlone(plan, state.step, state.actual[state.step] ?? null, nowMs)))
    return { kind: 'step-ended', step: act.ends };
  return act.kind === 'poured' || act.kind === 'step-ended' ? { kind: act.kind, step: act.step } : { kind: act.kind };
}

/** A question about a spent bottle is no question about the time. */
function isEarly(plan: RunPlan, { step, actual }: Pick<RunState, 'step' | 'actual'>, nowMs: number): boolean {
  const running = actual[step];
  return running ? nowMs - running.startMs < ((plan.steps[step]?.seconds ?? 0) + running.lengthenedS) * 1000 * (2 / 3) : false;
}
