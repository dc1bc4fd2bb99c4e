import { pathTemperature } from '../heat/temperature-path.ts';
import { isDeveloper } from '../kit/kind.ts';
import type { RunPlan } from './plan/run-plan.ts';
import { gotMs } from './state/got.ts';
import { planAsRun } from './state/plan-as-run.ts';
import { dueS } from './state/planned-and-actual.ts';
import { pausedMs, type RunState } from './state/state.ts';
import { whatStepGot } from './state/what-a-step-got.ts';
import { pathOf } from './state/path-of.ts';

/** How well a run was kept to its plan, in four figures (domain.md 16, pace and trend); null where nothing was measured. */
export interface RunTrend {
  /** Of the developer, or of slide film’s first. */
  readonly doseShare: number | null;
  /** The bath that was furthest off its planned time, in seconds, with its sign. */
  readonly worstOffS: number | null;
  /** How far the developer was off its planned temperature on average, °C; only where it was read. */
  readonly offC: number | null;
  /** The mean time between the end of a bath and the next pour, in seconds. */
  readonly betweenS: number | null;
}

export function trendOf(asPlanned: RunPlan, state: RunState): RunTrend {
  const plan = planAsRun(asPlanned, state);
  const ran = plan.steps.flatMap((step, place) => {
    const actual = state.actual[place];
    return actual && !actual.skipped && actual.endMs !== null ? [{ step, place, actual, endMs: actual.endMs }] : [];
  });
  const developer = ran.find(({ step }) => isDeveloper(step.kind));
  const offs = ran.map(({ place, actual }) => Math.round(gotMs(actual) / 1000 - dueS(plan, place, actual)));
  // A bath that came again is behind once; a pause is no gap.
  const gaps = ran.slice(1).map(({ actual: { firstStartMs } }, i) => {
    const fromMs = ran[i]?.endMs ?? firstStartMs;
    return Math.max(0, firstStartMs - fromMs - pausedMs(state, fromMs, firstStartMs)) / 1000;
  });
  return {
    doseShare: developer ? (whatStepGot(plan, developer.place, developer.actual)?.share ?? null) : null,
    worstOffS: offs.length === 0 ? null : offs.reduce((worst, off) => (Math.abs(off) > Math.abs(worst) ? off : worst)),
    offC: developer && developer.actual.readings.length > 0 ? meanOff(plan, developer) : null,
    betweenS: gaps.length === 0 ? null : Math.round((gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length) * 10) / 10,
  };
}

type Ran = { readonly step: RunPlan['steps'][number]; readonly actual: NonNullable<RunState['actual'][number]>; readonly endMs: number };

function meanOff(plan: RunPlan, { step, actual, endMs }: Ran): number {
  const path = pathOf(plan, step, actual);
  const lastedS = Math.max(1, (endMs - actual.startMs) / 1000);
  const parts = 100;
  const wantedC = step.inTankC?.meanC ?? step.temperatureC;
  let sum = 0;
  for (let i = 0; i < parts; i++) sum += pathTemperature(path, ((i + 0.5) / parts) * lastedS) - wantedC;
  return Math.round((sum / parts) * 100) / 100;
}

/** How a person works, as far as a run's plan keeps it: what may have changed from one run to the next. */
export const HABIT_WORDS = {
  school: {
    'wait-longer': 'you wait longer for a cold tank',
    'pour-warmer': 'you pour warmer for a cold tank',
    'warm-tank': 'you warm the tank first',
    none: 'you reckon without the tank’s heat',
  },
  clock: { 'first-drop': 'the clock starts at the first drop', 'tank-full': 'the clock starts when the tank is full' },
  pourOut: { inside: 'you begin to pour out inside the time', 'at-zero': 'you begin to pour out at zero' },
  solution: { returned: 'the bottles are used again', 'one-shot': 'every run has fresh solution' },
  tank: {} as Readonly<Record<string, string>>,
} as const;
export type HabitName = keyof typeof HABIT_WORDS;

export function habitsOf(plan: RunPlan): Readonly<Record<HabitName, string>> {
  return {
    school: plan.heat?.school ?? 'none',
    clock: plan.clock,
    pourOut: plan.pourOut,
    solution: plan.oneShot ? 'one-shot' : 'returned',
    tank: plan.tankName,
  };
}

export interface TrendPoint extends RunTrend {
  readonly id: string;
  readonly habits: Readonly<Record<HabitName, string>>;
}

/** A habit that changed at a run, and what its figures were before and since. */
export interface HabitChange {
  readonly at: string;
  readonly habit: HabitName;
  readonly to: string;
  readonly runsBefore: number;
  readonly runsSince: number;
  readonly before: Pick<RunTrend, 'doseShare' | 'offC' | 'betweenS'>;
  readonly since: Pick<RunTrend, 'doseShare' | 'offC' | 'betweenS'>;
}

/** So many runs on either side before anything is said: one is chance. */
const FEWEST = 2;
/** Runs further away than this are another season. */
const AS_FAR = 10;

/**
 * What changed when a habit changed: the mean of the runs of one habit before it, against those since, up to the next
 * change of the same habit. Distances count without their sign: warmer and colder are both off.
 */
export function habitChanges(points: readonly TrendPoint[]): HabitChange[] {
  return (Object.keys(HABIT_WORDS) as HabitName[]).flatMap((habit) => {
    const stretches = stretchesOf(points, habit);
    return stretches.slice(1).flatMap((since, i): HabitChange[] => {
      const before = (stretches[i] ?? []).slice(-AS_FAR);
      const after = since.slice(0, AS_FAR);
      const first = after[0];
      if (before.length < FEWEST || after.length < FEWEST || !first) return [];
      return [
        {
          at: first.id,
          habit,
          to: first.habits[habit],
          runsBefore: before.length,
          runsSince: after.length,
          before: meansOf(before),
          since: meansOf(after),
        },
      ];
    });
  });
}

function stretchesOf(points: readonly TrendPoint[], habit: HabitName): TrendPoint[][] {
  const stretches: TrendPoint[][] = [];
  for (const point of points) {
    const last = stretches.at(-1);
    if (last?.[0]?.habits[habit] === point.habits[habit]) last?.push(point);
    else stretches.push([point]);
  }
  return stretches;
}

function meansOf(points: readonly TrendPoint[]): HabitChange['before'] {
  const mean = (values: readonly (number | null)[]) => {
    const known = values.filter((value) => value !== null);
    return known.length === 0 ? null : known.reduce((sum, value) => sum + value, 0) / known.length;
  };
  return {
    doseShare: mean(points.map((point) => point.doseShare)),
    offC: mean(points.map((point) => (point.offC === null ? null : Math.abs(point.offC)))),
    betweenS: mean(points.map((point) => point.betweenS)),
  };
}
