import { refusalOf } from './guard.ts';
import type { RunEvent } from './event.ts';
import type { RunPlan } from './run-plan.ts';

export interface StepReading {
  readonly atMs: number;
  readonly c: number;
  readonly shownC: number;
}

/** What really happened in one step. */
export interface ActualStep {
  /** When its clock began, nudges included. */
  readonly startMs: number;
  readonly endMs: number | null;
  readonly skipped: boolean;
  readonly lengthenedS: number;
  readonly followsDrift: boolean;
  readonly readings: readonly StepReading[];
}

export type RunPhase = 'ready' | 'running' | 'between' | 'paused' | 'finished' | 'given-up';

export interface RunState {
  readonly phase: RunPhase;
  /** The step in the tank, or the next one to pour; `steps.length` when only hanging up is left. */
  readonly step: number;
  readonly actual: readonly (ActualStep | null)[];
  readonly readied: boolean;
  readonly skippedChecks: readonly string[];
  readonly notes: readonly { readonly atMs: number; readonly text: string }[];
  readonly looseReadings: readonly StepReading[];
  readonly endedAtMs: number | null;
  readonly givenUp: { readonly reason: string; readonly countsRolls: boolean } | null;
  /** The events in force, in order: undone and refused ones are not among them. */
  readonly inForce: readonly RunEvent[];
}

export function newRun(plan: RunPlan): RunState {
  return {
    phase: 'ready',
    step: 0,
    actual: plan.steps.map(() => null),
    readied: false,
    skippedChecks: [],
    notes: [],
    looseReadings: [],
    endedAtMs: null,
    givenUp: null,
    inForce: [],
  };
}

/** The state of a run is a fold over its events, the same on server and client (architecture.md, rule 5). */
export function foldRun(plan: RunPlan, events: readonly RunEvent[]): RunState {
  return events.reduce((state, event) => withEvent(plan, state, event), newRun(plan));
}

/**
 * One event more. An event that makes no sense in this state changes nothing: of two acts made at once on two screens
 * the first in order counts, and `refusalOf` tells the other why.
 */
export function withEvent(plan: RunPlan, state: RunState, event: RunEvent): RunState {
  if (refusalOf(plan, state, event)) return state;
  if (event.kind === 'undone') {
    return foldRun(
      plan,
      state.inForce.filter((earlier) => earlier.id !== event.event),
    );
  }
  return { ...applied(state, event), inForce: [...state.inForce, event] };
}

function applied(state: RunState, event: Exclude<RunEvent, { kind: 'undone' }>): RunState {
  switch (event.kind) {
    case 'readied':
      return { ...state, readied: true, skippedChecks: event.skipped };
    case 'poured': {
      const begun: ActualStep = { startMs: event.atMs, endMs: null, skipped: false, lengthenedS: 0, followsDrift: true, readings: [] };
      return { ...withStep(state, event.step, () => begun), phase: 'running', readied: true };
    }
    case 'step-ended':
      return { ...withStep(state, event.step, (step) => step && { ...step, endMs: event.atMs }), phase: 'between', step: event.step + 1 };
    case 'skipped': {
      const skipped: ActualStep = {
        startMs: event.atMs,
        endMs: event.atMs,
        skipped: true,
        lengthenedS: 0,
        followsDrift: false,
        readings: [],
      };
      return {
        ...withStep(state, event.step, (step) => (step ? { ...step, endMs: event.atMs } : skipped)),
        phase: 'between',
        step: event.step + 1,
      };
    }
    case 'repeated':
      return { ...state, phase: 'between', step: event.step };
    case 'lengthened':
      return withStep(state, event.step, (step) => step && { ...step, lengthenedS: step.lengthenedS + event.seconds });
    case 'nudged':
      return withStep(state, event.step, (step) => step && { ...step, startMs: step.startMs + event.seconds * 1000 });
    case 'reading': {
      const reading: StepReading = { atMs: event.atMs, c: event.c, shownC: event.shownC };
      if (state.phase !== 'running') return { ...state, looseReadings: [...state.looseReadings, reading] };
      return withStep(state, state.step, (step) => step && { ...step, readings: [...step.readings, reading] });
    }
    case 'correction':
      return withStep(state, event.step, (step) => step && { ...step, followsDrift: event.follow });
    case 'note':
      return { ...state, notes: [...state.notes, { atMs: event.atMs, text: event.text }] };
    case 'paused':
      return { ...state, phase: 'paused' };
    case 'resumed':
      return { ...state, phase: 'between' };
    case 'finished':
      return { ...state, phase: 'finished', endedAtMs: event.atMs };
    case 'given-up':
      return { ...state, phase: 'given-up', endedAtMs: event.atMs, givenUp: { reason: event.reason, countsRolls: event.countsRolls } };
  }
}

function withStep(state: RunState, index: number, change: (step: ActualStep | null) => ActualStep | null): RunState {
  return { ...state, actual: state.actual.map((step, i) => (i === index ? change(step) : step)) };
}
