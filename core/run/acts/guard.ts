import { bleachesOrFixes, isDeveloper, isWater } from '../../kit/kind.ts';
import type { OwnMargin } from '../../timing/own-margin.ts';
import { placeOfStep, type RunPlan } from '../plan/run-plan.ts';
import { endsWithTheNextPour, endsWithTheRun } from './one-act.ts';
import { gotMs } from '../state/got.ts';
import { secondsWithMargin, withoutOwnS } from '../state/plan-as-run.ts';
import type { ActualStep, RunState } from '../state/state.ts';
import type { RunEvent, RunEventKind } from './event.ts';

/** What may still be told of a run that is over. */
const AFTERWARDS: readonly RunEventKind[] = ['note', 'incident', 'undone'];
/** What is taken back in any order: nothing was done upon it. */
const TOLD: readonly RunEventKind[] = ['reading', 'agitated', 'note', 'incident'];

/** Why an event makes no sense now, in a sentence; null when it does. */
export function refusalOf(plan: RunPlan, state: RunState, event: RunEvent): string | null {
  const over = state.phase === 'finished' || state.phase === 'given-up';
  if (over && !AFTERWARDS.includes(event.kind)) {
    return state.phase === 'finished'
      ? 'This run is already finished; it is in the logbook.'
      : 'This run was given up; it is in the logbook.';
  }
  if (state.inForce.some((earlier) => earlier.id === event.id)) return 'This act is already recorded.';
  const at = 'step' in event ? placeOfStep(plan, event.step) : -1;
  if ('step' in event && at === -1) return 'This run has no such step.';
  switch (event.kind) {
    case 'readied':
      return state.phase === 'ready' ? null : 'The run has begun; its checklist is behind you.';
    case 'poured':
      return pourRefusal(plan, state, at);
    case 'step-ended':
      return runningRefusal(plan, state, at, 'end');
    case 'skipped':
      return skipRefusal(plan, state, at);
    case 'repeated':
      return repeatRefusal(plan, state, at);
    case 'lengthened':
    case 'correction':
    case 'agitated':
      return runningRefusal(plan, state, at, 'change');
    case 'margin':
      return marginRefusal(plan, state, at, event);
    case 'nudged':
      return nudgeRefusal(plan, state, at, event.seconds, event.atMs);
    case 'paused':
      return pauseRefusal(plan, state);
    case 'resumed':
      return state.phase === 'paused' ? null : 'The run is not paused.';
    case 'undone':
      return undoRefusal(state, event.event);
    case 'finished':
      return (state.step >= plan.steps.length && state.phase === 'between') ||
        (state.phase === 'running' && endsWithTheRun(plan, state.step))
        ? null
        : `Not yet: ${nameOf(plan, state.step)} is still to come.`;
    case 'incident':
      return plan.steps.some((step) => step.bath === event.bath && step.bottle !== null) ? null : 'This run has no such bottle.';
    case 'reading':
    case 'note':
    case 'given-up':
      return null;
  }
}

function nameOf(plan: RunPlan, step: number): string {
  return plan.steps[step]?.name ?? 'Hanging up';
}

function pourRefusal(plan: RunPlan, state: RunState, step: number): string | null {
  if (state.phase === 'paused') return 'The run is paused. Go on first, then pour.';
  if (state.phase === 'running') {
    if (step === state.step + 1 && endsWithTheNextPour(plan, state.step)) return null;
    return state.step === step
      ? `${nameOf(plan, step)} is already in the tank.`
      : `${nameOf(plan, state.step)} is in the tank. Pour it out first.`;
  }
  return state.step === step ? null : `The next bath is ${nameOf(plan, state.step)}.`;
}

function runningRefusal(plan: RunPlan, state: RunState, step: number, doing: 'end' | 'change'): string | null {
  if (state.phase === 'running' && state.step === step) return null;
  if (step < state.step) return `${nameOf(plan, step)} has already ended.`;
  return doing === 'end'
    ? `${nameOf(plan, step)} is not in the tank.`
    : `${nameOf(plan, step)} is not running, so its time cannot be changed.`;
}

function skipRefusal(plan: RunPlan, state: RunState, step: number): string | null {
  const planned = plan.steps[step];
  if (!planned || step !== state.step || state.phase === 'paused') return `The step at hand is ${nameOf(plan, state.step)}.`;
  if (isDeveloper(planned.kind))
    return `${planned.name} makes the picture and cannot be skipped. Give the run up instead if it must end here.`;
  return null;
}

/** What runs to completion may be done again as long as nothing is in the tank: its own turn, or any earlier one. */
function repeatRefusal(plan: RunPlan, state: RunState, step: number): string | null {
  const planned = plan.steps[step];
  if (state.phase !== 'between' || step >= state.step) return 'A step can be repeated once it has ended and nothing is in the tank.';
  const justOut = step === state.step - 1;
  if (planned && isDeveloper(planned.kind) && !(justOut && developerOwes(planned, state.actual[step] ?? null)))
    return `${planned.name} has done its work; a second time would over-develop. Note what happened instead.`;
  const again = plan.steps.slice(step + 1, state.step).find((each) => isDeveloper(each.kind));
  return again ? `${again.name} would come again behind it and over-develop.` : null;
}

/** A developer that was ended early may be poured back for the rest of its time; one that got its time may not. */
const DEVELOPED_ENOUGH = 0.97;

export function developerOwes(step: RunPlan['steps'][number], actual: ActualStep | null): boolean {
  return actual !== null && gotMs(actual) / 1000 < DEVELOPED_ENOUGH * withoutOwnS(step);
}

/** A margin may be set as long as the bath has not ended, and must leave it some time. */
function marginRefusal(plan: RunPlan, state: RunState, at: number, own: OwnMargin): string | null {
  const step = plan.steps[at];
  if (!step || at < state.step) return `${nameOf(plan, at)} has already ended.`;
  return secondsWithMargin(step, own) < 1 ? `${step.name}: your own margin would leave no time at all. Take off less.` : null;
}

function nudgeRefusal(plan: RunPlan, state: RunState, step: number, seconds: number, atMs: number): string | null {
  const refusal = runningRefusal(plan, state, step, 'change');
  if (refusal) return refusal;
  const startMs = state.actual[step]?.startMs ?? 0;
  return startMs + seconds * 1000 > atMs + 1000 ? 'That would start the step in the future.' : null;
}

/** Film may wait in water once development is over, and anywhere once it is fixed; never in a developer or before a bleach. */
export function pauseRefusal(plan: RunPlan, state: RunState): string | null {
  if (state.phase === 'paused') return 'The run is already paused.';
  if (state.phase === 'ready') return 'Nothing has been poured yet, so there is nothing to pause.';
  const current = plan.steps[state.step];
  const developed = !plan.steps.slice(state.step).some((step) => isDeveloper(step.kind));
  if (state.phase === 'running') {
    if (current && isDeveloper(current.kind))
      return 'Development goes on whatever the clock does. No pause until the developer is out and stopped.';
    // Water may wait as long as it likes.
    if (current && isWater(current.kind) && developed) return null;
    const following = plan.steps[state.step + 1];
    const waterFollows = following && isWater(following.kind) && developed;
    return `${nameOf(plan, state.step)} is in the tank. Let it end${waterFollows ? `, then pause in the ${nameOf(plan, state.step + 1).toLowerCase()} that follows` : ', then pause'}.`;
  }
  const before = plan.steps[state.step - 1];
  const stopped = before && (before.lightSafeAtEnd || isWater(before.kind) || before.kind === 'stop' || bleachesOrFixes(before.kind));
  if (stopped && developed) return null;
  return developed
    ? 'Developer left in the film goes on working. Rinse or stop it first, then pause.'
    : 'The developer is still to come, and half-wet film takes it up unevenly. Go on now.';
}

/** What the film waits in during a pause, in a sentence. */
export function waitsIn(plan: RunPlan, { step, pausedIn, phase }: Pick<RunState, 'step' | 'pausedIn' | 'phase'>): string {
  const running = phase === 'running' || pausedIn === 'running';
  return running
    ? `The film waits in the ${nameOf(plan, step).toLowerCase()} water, which does it no harm.`
    : 'Fill the tank with water of the temperature of the last bath, and let the film wait in that: it must not dry.';
}

function undoRefusal(state: RunState, eventId: string): string | null {
  const target = state.inForce.find((event) => event.id === eventId);
  if (!target) return 'That act is not there to undo; perhaps it was undone on another screen.';
  if (target === lastUndoable(state) || TOLD.includes(target.kind)) return null;
  return 'Undo takes back the last act first.';
}

/** The act that Z takes back; null when there is none. Of a run that is over, what ended it: a wet glove gives up as easily as it pours. */
export function lastUndoable(state: RunState): RunEvent | null {
  // What a probe sent by itself is nobody's act.
  if (state.phase !== 'finished' && state.phase !== 'given-up')
    return state.inForce.findLast((event) => event.kind !== 'reading' || event.probe === undefined) ?? null;
  return state.inForce.findLast((event) => event.kind === 'finished' || event.kind === 'given-up') ?? null;
}
