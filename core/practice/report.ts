import { developmentRate } from '../heat/dose.ts';
import { isDeveloper, type StepKind } from '../kit/kind.ts';
import { stepFinish } from '../run/acts/finish.ts';
import type { RunPlan } from '../run/plan/run-plan.ts';
import { gotMs } from '../run/state/got.ts';
import { planAsRun } from '../run/state/plan-as-run.ts';
import type { ActualStep, RunState } from '../run/state/state.ts';
import { stepCues } from '../schedule/cues.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import { pushEquivalent } from '../timing/push.ts';
import { forgottenMs, kitchenAt, type PracticeRun } from './kitchen-of-run.ts';
import { hasSomethingToNotice, noticed, type Noticed } from './noticed.ts';
import { betweenS } from '../schedule/timeline.ts';

/** One turn of the tank that was due, and by how much its press missed it; null where none came near. */
interface Beat {
  readonly atMs: number;
  readonly offS: number | null;
}

export interface BathDone {
  readonly id: string;
  readonly name: string;
  readonly kind: StepKind;
  readonly developer: boolean;
  readonly skipped: boolean;
  /** What it should have lasted, by the readings that were taken, and what it lasted. */
  readonly wantedS: number;
  readonly gotS: number;
  /** Seconds after it was due to go in; null for the first. Negative where it was early. */
  readonly pouredLateS: number | null;
  /** Seconds after it was due to be out; negative where it was early. */
  readonly outLateS: number;
  /** The dose that the developer truly gave against the one wanted; null for other baths and in a real tank. */
  readonly share: number | null;
  /** The same at the second in which it was due to be out. */
  readonly shareWhenDue: number | null;
  /** The dose as stops, negative for a pull. */
  readonly pushStops: number | null;
  readonly beats: readonly Beat[];
  readonly readings: number;
}

export interface PracticeReport {
  /** 0 to 100. */
  readonly marks: number;
  /** Of what was asked in this kitchen; what was not is not among them, and the rest make the hundred. */
  readonly of: Readonly<Partial<Record<MarkOf, { readonly got: number; readonly most: number }>>>;
  readonly baths: readonly BathDone[];
  readonly noticed: readonly Noticed[];
}

const MARKS = { development: 40, 'pouring-out': 20, 'pouring-in': 10, agitation: 20, readings: 5, noticing: 5 } as const;
export type MarkOf = keyof typeof MARKS;
export const MARK_ORDER = Object.keys(MARKS) as readonly MarkOf[];

/** A press is exact within this much, and a little more for each time faster the clock runs: fingers do not speed up. */
const EXACT_S = 2;
const EXACT_S_FOR_EACH_SPEED = 0.5;
/** Where half of the mark, and all of it, is gone. */
const OUT_NOTHING_LEFT_S = 30;
const IN_NOTHING_LEFT_S = 40;
const BEAT_NOTHING_LEFT_S = 10;
/** Nobody sees a dose this near; one a quarter off is no practice any more. */
const DOSE_EXACT = Math.log(1.03);
const DOSE_NOTHING_LEFT = Math.log(1.25);

/**
 * What a practice was, as far as it can be counted (domain.md 18). It depends on the plan, the seed and what was pressed,
 * so the same practice gives the same report whenever it is asked. `speed` is the fastest that its clock ran.
 */
export function practiceReport(run: PracticeRun, state: RunState, speed: number): PracticeReport {
  const plan = planAsRun(run.plan, state);
  const exactS = EXACT_S + EXACT_S_FOR_EACH_SPEED * speed;
  const shares = trueShares({ ...run, plan }, state);
  const baths = plan.steps.flatMap((step, i): BathDone[] => {
    const actual = state.actual[i];
    return actual && actual.endMs !== null ? [bathDone(plan, state, step, i, actual, shares[i] ?? null)] : [];
  });
  const seen = noticed({ ...run, plan }, state);
  const ratio: Readonly<Record<MarkOf, number>> = {
    development: mean(baths.filter((bath) => bath.developer).map(developmentRatio)),
    'pouring-out': mean(baths.map((bath) => outRatio(bath, exactS))),
    'pouring-in': mean(baths.flatMap((bath) => (bath.pouredLateS === null ? [] : [lost(bath.pouredLateS, exactS, IN_NOTHING_LEFT_S)]))),
    agitation: mean(
      baths.flatMap((bath) => bath.beats.map(({ offS }) => (offS === null ? 0 : lost(Math.abs(offS), exactS, BEAT_NOTHING_LEFT_S)))),
    ),
    readings: mean(baths.filter((bath) => bath.developer).map((bath) => Math.min(1, bath.readings))),
    noticing: mean(seen.map(({ done }) => (done ? 1 : 0))),
  };
  const made = plan.steps.length === 0 ? 0 : baths.length / plan.steps.length;
  const asked = MARK_ORDER.filter((mark) => isAsked(mark, run, plan));
  const all = asked.reduce((sum, mark) => sum + MARKS[mark], 0);
  const of: Partial<Record<MarkOf, { got: number; most: number }>> = {};
  for (const mark of asked) {
    const most = (100 * MARKS[mark]) / all;
    of[mark] = { got: made * most * ratio[mark], most };
  }
  return { marks: Math.round(Object.values(of).reduce((sum, { got }) => sum + got, 0)), of, baths, noticed: seen };
}

/** A real tank full of water develops nothing and needs no reading; some tanks turn by themselves; some evenings are calm. */
function isAsked(mark: MarkOf, run: PracticeRun, plan: RunPlan): boolean {
  switch (mark) {
    case 'development':
    case 'readings':
      return run.set.kitchen !== null;
    case 'agitation':
      return plan.tank.method !== 'rotary' && plan.steps.some(({ agitation }) => agitation?.everyS !== undefined && !agitation.continuous);
    case 'noticing':
      return hasSomethingToNotice(run);
    case 'pouring-in':
    case 'pouring-out':
      return true;
  }
}

function bathDone(plan: RunPlan, state: RunState, step: PlannedStep, i: number, actual: ActualStep, share: TrueShare | null): BathDone {
  const wantedS = stepFinish(plan, i, actual).seconds;
  const endMs = actual.endMs ?? actual.startMs;
  const beforeMs = state.actual[i - 1]?.endMs ?? null;
  const developer = isDeveloper(step.kind);
  return {
    id: step.id,
    name: step.name,
    kind: step.kind,
    developer,
    skipped: actual.skipped,
    wantedS,
    gotS: Math.round(gotMs(actual) / 1000),
    pouredLateS:
      beforeMs === null || actual.skipped
        ? null
        : toTenths((actual.startMs - beforeMs) / 1000 - betweenS(plan.changeoverS, plan.steps[i - 1])),
    outLateS: actual.skipped ? 0 : toTenths((endMs - actual.startMs) / 1000 - wantedS),
    share: developer ? (share?.atEnd ?? null) : null,
    pushStops: developer && share ? pushEquivalent(step.push, step.nominalS, share.atEnd, plan.pushStops) : null,
    shareWhenDue: developer ? (share?.whenDue ?? null) : null,
    beats: actual.skipped ? [] : beatsOf(plan, state, step, i, actual, wantedS),
    readings: actual.readings.length,
  };
}

interface TrueShare {
  readonly atEnd: number;
  /** When it should have been out by what was known at the sink. */
  readonly whenDue: number;
}

/** What each developer truly gave, by where the tank truly was: what a thermometer showed of it does not count. */
function trueShares(run: PracticeRun, state: RunState): (TrueShare | null)[] {
  const { plan } = run;
  const windows = plan.steps.map((step, i) => {
    const actual = state.actual[i];
    if (!actual || actual.endMs === null || actual.skipped || !isDeveloper(step.kind)) return null;
    const fromMs = actual.startMs - unseenMs(run, state, step.id);
    return {
      fromMs,
      toMs: actual.endMs,
      dueMs: actual.startMs + stepFinish(plan, i, actual).seconds * 1000,
      rate: developmentRate(step.points, step.nominalC),
      dose: { atEnd: 0, whenDue: 0 },
    };
  });
  const lastMs = Math.max(0, ...windows.map((window) => window?.toMs ?? 0));
  let beforeMs = Infinity;
  kitchenAt(run, state, lastMs, ({ tankC }, ms) => {
    for (const window of windows) {
      if (!window) continue;
      const gained = (untilMs: number) =>
        (Math.max(0, Math.min(ms, untilMs) - Math.max(beforeMs, window.fromMs)) / 1000) * window.rate(tankC);
      window.dose.atEnd += gained(window.toMs);
      window.dose.whenDue += gained(Math.min(window.toMs, window.dueMs));
    }
    beforeMs = ms;
  });
  return windows.map((window, i) => {
    const nominalS = plan.steps[i]?.nominalS ?? 0;
    return window && run.set.kitchen && nominalS > 0
      ? { atEnd: window.dose.atEnd / nominalS, whenDue: window.dose.whenDue / nominalS }
      : null;
  });
}

/** What of a forgotten start the clock still does not know of. */
function unseenMs(run: PracticeRun, state: RunState, stepId: string): number {
  const nudged = state.inForce.reduce(
    (sum, event) => sum + (event.kind === 'nudged' && event.step === stepId ? event.seconds * 1000 : 0),
    0,
  );
  return forgottenMs(run.plan, run.set, stepId) + nudged;
}

/** Each turn that was due, with the press that came nearest: one press answers one turn. */
function beatsOf(plan: RunPlan, state: RunState, step: PlannedStep, i: number, actual: ActualStep, wantedS: number): Beat[] {
  const due = stepCues({ ...step, seconds: wantedS }, plan.steps[i + 1] ?? null, {
    tank: plan.tank,
    pourOut: plan.pourOut,
    washing: plan.washing ?? undefined,
  })
    .filter((cue) => cue.kind === 'agitate')
    .map((cue) => actual.startMs + cue.atS * 1000)
    .filter((atMs) => actual.endMs === null || atMs <= actual.endMs);
  const presses = state.inForce.flatMap((event) => (event.kind === 'agitated' && event.step === step.id ? [event.atMs] : []));
  const answers = new Map<number, number>();
  for (const press of presses) {
    const beat = due.reduce<number | null>(
      (best, each) => (best === null || Math.abs(press - each) < Math.abs(press - best) ? each : best),
      null,
    );
    if (beat === null) continue;
    const known = answers.get(beat);
    if (known === undefined || Math.abs(press - beat) < Math.abs(known)) answers.set(beat, press - beat);
  }
  return due.map((atMs) => {
    const off = answers.get(atMs);
    return { atMs, offS: off === undefined ? null : toTenths(off / 1000) };
  });
}

/** A late press that by luck made up for a cold tank earns nothing: luck is no skill. */
function developmentRatio(bath: BathDone): number {
  if (bath.share === null) return bath.skipped ? 0 : 1;
  const shares = bath.outLateS > 0 && bath.shareWhenDue !== null ? [bath.share, bath.shareWhenDue] : [bath.share];
  return Math.min(...shares.map(ratioOfShare));
}

function ratioOfShare(share: number): number {
  if (share <= 0) return 0;
  return Math.min(1, Math.max(0, 1 - (Math.abs(Math.log(share)) - DOSE_EXACT) / (DOSE_NOTHING_LEFT - DOSE_EXACT)));
}

/** What runs to completion is never out too late. */
function outRatio(bath: BathDone, exactS: number): number {
  if (bath.skipped) return 0;
  if (bath.developer) return lost(Math.abs(bath.outLateS), exactS, OUT_NOTHING_LEFT_S);
  return bath.outLateS >= -exactS ? 1 : Math.min(1, Math.max(0, 1 + bath.outLateS / Math.max(1, bath.wantedS)));
}

/** 1 up to what is exact, then less with each second until nothing is left. */
function lost(offS: number, exactS: number, nothingS: number): number {
  return Math.min(1, Math.max(0, 1 - (offS - exactS) / nothingS));
}

function mean(ratios: readonly number[]): number {
  return ratios.length === 0 ? 1 : ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length;
}

const toTenths = (s: number) => Math.round(s * 10) / 10;
