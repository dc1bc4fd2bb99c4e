import { isDeveloper, isWater, type StepKind } from '../../kit/kind.ts';
import { pourOutAtS, stepCues, waterInWords, type CueKind } from '../../schedule/cues.ts';
import { lowerFirst } from '../../units/first-letter.ts';
import type { Spoken } from '../../units/sentence.ts';
import { endsWithTheNextPour, endsWithTheRun } from '../acts/one-act.ts';
import { stepFinish, type StepFinish } from '../acts/finish.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { fixedAfterS, isEnough, lightOf, type Light } from './light.ts';
import type { RunState } from './state.ts';
import { betweenS } from '../../schedule/timeline.ts';

export interface DueCue extends Spoken {
  readonly atMs: number;
  readonly kind: CueKind | 'pour-in';
  readonly label: string;
}

/** The one thing the act button does now. */
export type NextAct =
  /** `ends` names what is in the tank and ends with this pour, where both are one act. */
  | { readonly kind: 'poured' | 'step-ended'; readonly step: string; readonly label: string; readonly ends?: string }
  | { readonly kind: 'finished' | 'resumed'; readonly label: string; readonly ends?: string }
  | null;

export interface RunningStep {
  readonly startMs: number;
  readonly pourOutAtMs: number;
  readonly endsAtMs: number;
  readonly finish: StepFinish;
  /** All cues of the step at their instants, past ones included. */
  readonly cues: readonly DueCue[];
}

export interface RunNow {
  readonly act: NextAct;
  /** Present while a bath is in the tank. */
  readonly running: RunningStep | null;
  /** When the next bath should go in, while the tank is between baths. */
  readonly nextPourAtMs: number | null;
  readonly light: Light;
}

/**
 * What is due in a run (domain.md 10). It depends on events alone: the screen adds the time and shows differences of
 * instants, so nothing drifts and nothing counts.
 */
export function runNow(plan: RunPlan, state: RunState): RunNow {
  return {
    act: nextAct(plan, state),
    running: state.phase === 'running' ? runningStep(plan, state) : null,
    nextPourAtMs: nextPourAtMs(plan, state),
    light: lightOf(plan, state),
  };
}

function runningStep(plan: RunPlan, state: RunState): RunningStep | null {
  const actual = state.actual[state.step];
  const step = plan.steps[state.step];
  if (!actual || !step) return null;
  const finish = stepFinish(plan, state.step, actual);
  const { startMs } = actual;
  const opensTank = step.opensTank && opensAfter(plan, state, finish.seconds);
  const cues = stepCues({ ...step, opensTank, seconds: finish.seconds }, plan.steps[state.step + 1] ?? null, {
    tank: plan.tank,
    pourOut: plan.pourOut,
    washing: plan.washing ?? undefined,
    drying: plan.drying ?? undefined,
  });
  return {
    startMs,
    pourOutAtMs: startMs + pourOutAtS(finish.seconds, plan.tank.drainS, plan.pourOut) * 1000,
    endsAtMs: startMs + finish.seconds * 1000,
    finish,
    cues: cues.map(({ atS, ...cue }) => ({ atMs: startMs + atS * 1000, ...cue })),
  };
}

/** Whether everything that bleaches or fixes will have got its time when the running step ends as it is set. */
function opensAfter(plan: RunPlan, state: RunState, finishS: number): boolean {
  const step = plan.steps[state.step];
  const earlierS = (state.actual[state.step]?.earlierMs ?? 0) / 1000;
  return step !== undefined && lightOf(plan, state).short === null && isEnough(earlierS + finishS, fixedAfterS(step));
}

function nextPourAtMs(plan: RunPlan, state: RunState): number | null {
  if (state.phase !== 'between' || state.step >= plan.steps.length) return null;
  const endMs = state.actual[state.step - 1]?.endMs;
  if (endMs === null || endMs === undefined) return null;
  // After a pause the hands are free when it ended.
  const resumedMs = state.pauses.at(-1)?.toMs ?? 0;
  return Math.max(endMs, resumedMs) + betweenS(plan.changeoverS, plan.steps[state.step - 1]) * 1000;
}

function nextAct(plan: RunPlan, state: RunState): NextAct {
  const step = plan.steps[state.step];
  switch (state.phase) {
    case 'ready':
    case 'between':
      return step
        ? { kind: 'poured', step: step.id, label: pourInLabel(step, plan.clock) }
        : { kind: 'finished', label: 'Hung up: finish' };
    case 'running':
      return step ? runningAct(plan, state.step, step) : null;
    case 'paused':
      return { kind: 'resumed', label: 'Go on with the run' };
    case 'finished':
    case 'given-up':
      return null;
  }
}

function runningAct(plan: RunPlan, place: number, step: RunPlan['steps'][number]): NextAct {
  const next = plan.steps[place + 1];
  if (next && endsWithTheNextPour(plan, place)) {
    const [out, into] = [nameAmongLike(plan, place), nameAmongLike(plan, place + 1)];
    const label = `${out} out: ${lowerFirst(pourInLabel({ ...next, name: into }, plan.clock))}`;
    return { kind: 'poured', step: next.id, ends: step.id, label };
  }
  if (endsWithTheRun(plan, place)) return { kind: 'finished', ends: step.id, label: 'Out and hung up: finish' };
  return { kind: 'step-ended', step: step.id, label: endLabel(step) };
}

/** `Rinse`; `Rinse 2` where several of the name follow one another, so that each act says another thing. */
function nameAmongLike({ steps }: RunPlan, place: number): string {
  const name = steps[place]?.name ?? '';
  let first = place;
  while (steps[first - 1]?.name === name) first -= 1;
  return first === place && steps[place + 1]?.name !== name ? name : `${name} ${place - first + 1}`;
}

interface Named {
  readonly kind: StepKind;
  readonly name: string;
  readonly inTank: boolean;
}

function pourInLabel(step: Named, clock: RunPlan['clock']): string {
  const name = step.name.toLowerCase();
  if (!step.inTank) return `Film into the ${name}`;
  const what = isWater(step.kind) ? waterInWords(step).toLowerCase() : name;
  return clock === 'tank-full' ? `Tank is full of ${what}` : `Pour ${what} in`;
}

function endLabel(step: Named): string {
  if (!step.inTank) return `Lift out of the ${step.name.toLowerCase()}`;
  return isWater(step.kind) ? `${step.name} is done` : 'I pour out';
}

/** What going over time means for this kind of bath, in words for the sink. */
export function overrunMeaning(kind: StepKind): string {
  if (isDeveloper(kind)) return 'The developer goes on working: pour it out now.';
  switch (kind) {
    case 'stop':
    case 'bleach':
    case 'bleach-fix':
    case 'fixer':
    case 'pre-bleach':
    case 'reversal':
      return 'Harmless: this bath runs to completion. Pour out when you are ready.';
    case 'stabiliser':
    case 'final-rinse':
    case 'wetting-agent':
      return 'Harmless for some minutes. Lift the film out when you are ready.';
    case 'prebath':
      return 'The backing goes on softening: rinse it off now.';
    default:
      return 'Harmless: more water does no damage. Go on when you are ready.';
  }
}
