import { INCIDENT_WORDS } from '../../chemistry/ledger/incident-words.ts';
import type { Incident } from '../../chemistry/ledger/standing.ts';
import type { OwnMargin } from '../../timing/own-margin.ts';
import type { ReadingOf, RunEvent } from '../acts/event.ts';
import { refusalOf } from '../acts/guard.ts';
import { endBeforePourMs } from '../acts/one-act.ts';
import { placeOfStep, type RunPlan } from '../plan/run-plan.ts';
import { gotMs } from './got.ts';

export interface StepReading {
  readonly atMs: number;
  readonly c: number;
  readonly shownC: number;
  readonly thermometer: string | null;
  readonly of: ReadingOf;
  readonly probe: string | null;
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
  /** What it got in earlier attempts, before it was poured in again. */
  readonly earlierMs: number;
  /** When the first of its attempts began. */
  readonly firstStartMs: number;
}

type RunPhase = 'ready' | 'running' | 'between' | 'paused' | 'finished' | 'given-up';

export interface RunState {
  readonly phase: RunPhase;
  /** The step in the tank, or the next one to pour, by its place; `steps.length` when only hanging up is left. */
  readonly step: number;
  readonly actual: readonly (ActualStep | null)[];
  readonly readied: boolean;
  readonly skippedChecks: readonly string[];
  /** Margins of the person's own that were set at the Bench, by step. */
  readonly margins: ReadonlyMap<string, OwnMargin>;
  readonly notes: readonly { readonly atMs: number; readonly text: string }[];
  /** What got into bottles meanwhile. */
  readonly incidents: readonly { readonly bath: string; readonly what: Incident; readonly ml?: number }[];
  /** Readings between baths, and of what is not the tank. */
  readonly looseReadings: readonly StepReading[];
  readonly endedAtMs: number | null;
  /** Where a pause began: with a bath in the tank, or between two; null while nothing is paused. */
  readonly pausedIn: 'running' | 'between' | null;
  /** Pauses that are over, in order. */
  readonly pauses: readonly { readonly fromMs: number; readonly toMs: number }[];
  readonly givenUp: { readonly reason: string; readonly countsRolls: boolean } | null;
  /** The events in force, in order: undone ones are not among them. */
  readonly inForce: readonly RunEvent[];
}

/** The same while a fold is at work on it: ten thousand notes must not be copied ten thousand times. */
type Folding = {
  -readonly [K in keyof RunState]: RunState[K] extends readonly (infer E)[]
    ? E[]
    : RunState[K] extends ReadonlyMap<infer K, infer V>
      ? Map<K, V>
      : RunState[K];
};

type Done = Exclude<RunEvent, { kind: 'undone' }>;

export function newRun(plan: RunPlan): RunState {
  return folding(plan);
}

function folding(plan: RunPlan): Folding {
  return {
    phase: 'ready',
    step: 0,
    actual: plan.steps.map(() => null),
    readied: false,
    skippedChecks: [],
    margins: new Map(),
    notes: [],
    incidents: [],
    looseReadings: [],
    endedAtMs: null,
    pausedIn: null,
    pauses: [],
    givenUp: null,
    inForce: [],
  };
}

/**
 * The state of a run is a fold over its events, the same on server and client (architecture.md, rule 5). It is total:
 * what was accepted once is history, and counts whatever a later guard would say of it. Nothing is refused here.
 */
export function foldRun(plan: RunPlan, events: readonly RunEvent[]): RunState {
  const undone = new Set(events.flatMap((event) => (event.kind === 'undone' ? [event.event] : [])));
  const state = folding(plan);
  for (const event of events) if (event.kind !== 'undone' && !undone.has(event.id)) apply(plan, state, event);
  return state;
}

/**
 * One event more, if the guard lets it in; else nothing changes. Of two acts made at once on two screens the first in
 * order counts, and `refusalOf` tells the other why.
 */
export function withEvent(plan: RunPlan, state: RunState, event: RunEvent): RunState {
  if (refusalOf(plan, state, event)) return state;
  if (event.kind === 'undone') {
    return foldRun(
      plan,
      state.inForce.filter((earlier) => earlier.id !== event.event),
    );
  }
  const next: Folding = {
    ...state,
    actual: [...state.actual],
    skippedChecks: [...state.skippedChecks],
    margins: new Map(state.margins),
    notes: [...state.notes],
    incidents: [...state.incidents],
    looseReadings: [...state.looseReadings],
    pauses: [...state.pauses],
    inForce: [...state.inForce],
  };
  apply(plan, next, event);
  return next;
}

function apply(plan: RunPlan, state: Folding, event: Done): void {
  state.inForce.push(event);
  const place = 'step' in event ? placeOfStep(plan, event.step) : -1;
  const change = (to: (step: ActualStep) => ActualStep) => {
    const before = state.actual[place];
    if (before) state.actual[place] = to(before);
  };
  switch (event.kind) {
    case 'readied':
      state.readied = true;
      state.skippedChecks = [...event.skipped];
      return;
    case 'poured': {
      if (place < 0) return;
      endWithThePour(plan, state, place, event.atMs);
      const begun = { startMs: event.atMs, endMs: null, skipped: false, lengthenedS: 0, followsDrift: true, readings: [] };
      const before = state.actual[place] ?? null;
      // A bath that was left out and is poured after all begins now.
      const firstStartMs = before && gotMs(before) > 0 ? before.firstStartMs : event.atMs;
      state.actual[place] = { ...begun, earlierMs: gotMs(before), firstStartMs };
      state.phase = 'running';
      state.readied = true;
      state.step = place;
      return;
    }
    case 'step-ended':
      if (place < 0) return;
      change((step) => ({ ...step, endMs: event.atMs }));
      state.phase = 'between';
      state.step = place + 1;
      return;
    case 'skipped': {
      if (place < 0) return;
      const { atMs } = event;
      const never = { startMs: atMs, endMs: atMs, skipped: true, lengthenedS: 0, followsDrift: false, readings: [] };
      const before = state.actual[place] ?? null;
      // One that was in the tank ends here; one that was to be poured again keeps what it got.
      state.actual[place] =
        before && before.endMs === null
          ? { ...before, endMs: atMs }
          : { ...never, earlierMs: gotMs(before), firstStartMs: before?.firstStartMs ?? atMs };
      state.phase = 'between';
      state.step = place + 1;
      return;
    }
    case 'repeated':
      if (place < 0) return;
      state.phase = 'between';
      state.step = place;
      return;
    case 'lengthened':
      return change((step) => ({ ...step, lengthenedS: step.lengthenedS + event.seconds }));
    case 'nudged':
      return change((step) => {
        const byMs = event.seconds * 1000;
        return { ...step, startMs: step.startMs + byMs, firstStartMs: step.firstStartMs + (step.earlierMs === 0 ? byMs : 0) };
      });
    case 'margin': {
      const { by, amount, reason } = event;
      state.margins.set(event.step, { by, amount, reason });
      return;
    }
    case 'reading': {
      const { atMs, c, shownC, thermometer, of = 'tank', probe = null } = event;
      const reading: StepReading = { atMs, c, shownC, thermometer, of, probe };
      const running = state.actual[state.step];
      if (state.phase === 'running' && of === 'tank' && running)
        state.actual[state.step] = { ...running, readings: [...running.readings, reading] };
      else state.looseReadings.push(reading);
      return;
    }
    case 'correction':
      return change((step) => ({ ...step, followsDrift: event.follow }));
    // It changes nothing of the run; practice counts it.
    case 'agitated':
      return;
    case 'note':
      state.notes.push({ atMs: event.atMs, text: event.text });
      return;
    case 'incident': {
      const { atMs, bath, what, ml } = event;
      state.incidents.push({ bath, what, ...(ml === undefined ? {} : { ml }) });
      const name = plan.steps.find((step) => step.bath === bath)?.name ?? bath;
      state.notes.push({ atMs, text: `${name}: ${INCIDENT_WORDS[what].toLowerCase()}.` });
      return;
    }
    case 'paused':
      state.pausedIn = state.phase === 'running' ? 'running' : 'between';
      state.phase = 'paused';
      return;
    case 'resumed': {
      const fromMs = state.inForce.findLast((earlier) => earlier.kind === 'paused')?.atMs ?? event.atMs;
      state.pauses.push({ fromMs, toMs: event.atMs });
      state.phase = state.pausedIn ?? 'between';
      state.pausedIn = null;
      return;
    }
    case 'finished':
      endWithTheRun(plan, state, event.atMs);
      state.phase = 'finished';
      state.endedAtMs = event.atMs;
      return;
    case 'given-up':
      state.phase = 'given-up';
      state.endedAtMs = event.atMs;
      state.givenUp = { reason: event.reason, countsRolls: event.countsRolls };
  }
}

/** What was in the tank ended with this pour, where both were one act. */
function endWithThePour(plan: RunPlan, state: Folding, place: number, pourMs: number): void {
  const running = state.actual[state.step];
  if (state.phase !== 'running' || place !== state.step + 1 || !running || running.endMs !== null) return;
  state.actual[state.step] = { ...running, endMs: endBeforePourMs(plan, state.step, running.startMs, pourMs) };
}

/** The last bath ended by its time: it was pressed when the film hung. */
function endWithTheRun(plan: RunPlan, state: Folding, atMs: number): void {
  const running = state.actual[state.step];
  if (state.phase !== 'running' || !running || running.endMs !== null) return;
  const bySetMs = running.startMs + ((plan.steps[state.step]?.seconds ?? 0) + running.lengthenedS) * 1000;
  state.actual[state.step] = { ...running, endMs: Math.max(running.startMs, Math.min(atMs, bySetMs)) };
  state.step += 1;
}

/** How often a step was poured in: repeats pour again, and what was left out was not poured at all. */
export function timesPoured({ inForce }: Pick<RunState, 'inForce'>, step: string): number {
  return inForce.reduce((times, event) => times + (event.kind === 'poured' && event.step === step ? 1 : 0), 0);
}

/** How long a run was paused between two instants. */
export function pausedMs({ pauses }: Pick<RunState, 'pauses'>, fromMs: number, toMs: number): number {
  return pauses.reduce((sum, pause) => sum + Math.max(0, Math.min(toMs, pause.toMs) - Math.max(fromMs, pause.fromMs)), 0);
}
