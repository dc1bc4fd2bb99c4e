import { developmentRate, doseUntil } from '../../heat/dose.ts';
import { bleachesOrFixes, isDeveloper } from '../../kit/kind.ts';
import type { PlannedStep } from '../../schedule/plan.ts';
import { pushEquivalent } from '../../timing/push.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { gotMs } from './got.ts';
import { fixedAfterS, isEnough } from './light.ts';
import { plannedOwnS, withoutOwnS } from './plan-as-run.ts';
import { pathOf } from './path-of.ts';
import type { ActualStep } from './state.ts';

export interface StepGot {
  /** A developer's dose against what was wanted; any other bath's time against its plan. */
  readonly share: number;
  /** Stops that a developer's dose amounts to, negative for a pull; null for baths that run to completion. */
  readonly pushStops: number | null;
  readonly verdict: 'on-time' | 'less' | 'more' | 'incomplete' | 'wash-again' | 'as-planned';
  /** What it means, in words for someone who has never seen a strip. */
  readonly words: string;
}

/** Said of a bleach, fixer or bleach-fix that got less than nine tenths of its time (domain.md 10.1). */
const INCOMPLETE = 'may be incomplete: pour it in again for the rest of its time, and keep the tank shut until then';

const ON_TIME = { low: 0.97, high: 1.03 };
const WASHED_ENOUGH = 0.7;

/** What a step that ended really got (domain.md 10.1); null for one that never ran. */
export function whatStepGot(plan: RunPlan, index: number, actual: ActualStep | null): StepGot | null {
  const step = plan.steps[index];
  if (!step || !actual || actual.endMs === null || (actual.skipped && gotMs(actual) === 0)) return null;
  if (isDeveloper(step.kind)) return developed(plan, step, actual);
  const share = step.seconds === 0 ? 1 : gotMs(actual) / 1000 / step.seconds;
  if (bleachesOrFixes(step.kind) && !isEnough(gotMs(actual) / 1000, fixedAfterS(step)))
    return { share, pushStops: null, verdict: 'incomplete', words: INCOMPLETE };
  if (step.kind === 'wash' && share < WASHED_ENOUGH) return { share, pushStops: null, verdict: 'wash-again', words: 'wash again' };
  // What runs to completion is never too long.
  return { share, pushStops: null, verdict: 'as-planned', words: '' };
}

/**
 * The dose of a developer over the path it really took: its readings', else the predicted one, else as planned. It is of
 * the leaflet's time: a margin of the person's own is no part of it, neither above nor below the line (domain.md 10.1).
 */
function doseShare(plan: RunPlan, step: PlannedStep, actual: Attempt, endedMs: number): number {
  const bareS = withoutOwnS(step);
  const lastedS = Math.max(0, (endedMs - actual.startMs) / 1000 - plannedOwnS(step));
  const beforeShare = bareS > 0 ? (actual.earlierMs ?? 0) / 1000 / bareS : 0;
  if (step.points.length < 2) return bareS <= 0 ? 1 : beforeShare + lastedS / bareS;
  return (
    beforeShare + doseUntil(developmentRate(step.points, step.nominalC), pathOf(plan, step, actual), step.points, lastedS) / step.nominalS
  );
}

type Attempt = Pick<ActualStep, 'startMs' | 'readings'> & Partial<Pick<ActualStep, 'earlierMs'>>;

function developed(plan: RunPlan, step: PlannedStep, actual: ActualStep): StepGot {
  const share = doseShare(plan, step, actual, actual.endMs ?? actual.startMs);
  const thumb = step.byRuleOfThumb ? ', by rule of thumb' : '';
  if (share >= ON_TIME.low && share <= ON_TIME.high) return { share, pushStops: 0, verdict: 'on-time', words: `on time${thumb}` };
  const pushStops = pushEquivalent(step.push, step.nominalS, share, plan.pushStops);
  const verdict = share < 1 ? 'less' : 'more';
  return { share, pushStops, verdict, words: `${stopsInWords(pushStops, share)}${thumb}: ${densityInWords(step, verdict, pushStops)}` };
}

/** `as a pull of 0.4 stop`, to the nearest tenth. */
function stopsInWords(stops: number | null, share: number): string {
  const way = share < 1 ? 'pull' : 'push';
  if (stops === null) return 'hardly developed at all';
  const tenths = Math.round(Math.abs(stops) * 10) / 10;
  if (tenths === 0) return `as a ${way} of less than a tenth of a stop`;
  if (tenths > 3) return `as a ${way} of more than three stops`;
  return `as a ${way} of ${tenths.toFixed(1)} ${tenths > 1 ? 'stops' : 'stop'}`;
}

/** So little of a stop is within what two rolls of one film differ by. */
const HARDLY_SEEN_STOPS = 0.25;

function densityInWords(step: PlannedStep, verdict: 'less' | 'more', stops: number | null): string {
  if (stops !== null && Math.abs(stops) < HARDLY_SEEN_STOPS) return 'hardly seen';
  switch (step.kind) {
    case 'first-developer':
      return verdict === 'less' ? 'the slides come out darker' : 'the slides come out lighter';
    case 'colour-developer':
      return verdict === 'less' ? 'colours may be weak' : 'colours may be heavy, with a cast';
    default:
      return verdict === 'less' ? 'negatives come out thinner and flatter' : 'negatives come out denser and harder';
  }
}
