import { showDuration } from '../../units/duration.ts';
import { sentence, type Sentence } from '../../units/sentence.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { trendOf } from '../trend.ts';
import { plannedAndActual } from './planned-and-actual.ts';
import type { RunState } from './state.ts';

/** One thing in which two runs differ, or not: each side as a sentence, so that it is read in the person’s units. */
export interface Difference {
  readonly what: string;
  readonly a: Sentence;
  readonly b: Sentence;
  readonly differs: boolean;
}

export interface RunToCompare {
  readonly plan: RunPlan;
  readonly state: RunState;
}

const plain = (text: string): Sentence => [text];

/** What differed between two runs, and what was the same: what they were poured from, how they were set, what they got. */
export function differencesOf(a: RunToCompare, b: RunToCompare): Difference[] {
  const row = (what: string, of: (run: RunToCompare) => Sentence): Difference => {
    const [ofA, ofB] = [of(a), of(b)];
    return { what, a: ofA, b: ofB, differs: JSON.stringify(ofA) !== JSON.stringify(ofB) };
  };
  const developer = ({ plan }: RunToCompare) => plan.steps.find((step) => step.critical);
  const trends = new Map([a, b].map((run) => [run, trendOf(run.plan, run.state)]));
  const trend = (run: RunToCompare) => trends.get(run) as ReturnType<typeof trendOf>;
  const all: Difference[] = [
    row('Batch', ({ plan }) => plain(plan.batchName)),
    row('Kit', ({ plan }) => plain(plan.kitName)),
    row('Up to roll', ({ plan }) => plain(String(plan.rollNumber))),
    row('Tank', ({ plan }) => plain(plan.tankName)),
    row('Push or pull', ({ plan }) =>
      plain(plan.pushStops === 0 ? 'none' : `${plan.pushStops > 0 ? '+' : '−'}${Math.abs(plan.pushStops)}`),
    ),
    row('Treatment', ({ plan }) => plain(plan.treatment ?? 'normal')),
    row('Developer planned at', (run) => {
      const step = developer(run);
      return step ? sentence`${{ tempC: step.temperatureC }}` : plain('');
    }),
    row('Off its temperature', (run) => {
      const { offC } = trend(run);
      return offC === null ? plain('not read') : sentence`${offC < 0 ? '−' : offC > 0 ? '+' : ''}${{ byC: Math.abs(offC) }}`;
    }),
    row('Dose', (run) => {
      const { doseShare } = trend(run);
      return plain(doseShare === null ? '' : `${Math.round(doseShare * 100)} %`);
    }),
    row('Between the baths', (run) => {
      const { betweenS } = trend(run);
      return plain(betweenS === null ? '' : `${Math.round(betweenS)} s`);
    }),
    ...bathsOf(a, b),
  ];
  const empty = (said: Sentence) => said.every((part) => part === '');
  return all.filter((each) => !empty(each.a) || !empty(each.b));
}

/** Each bath of either run, in order: what it was planned, and what it got. */
function bathsOf(a: RunToCompare, b: RunToCompare): Difference[] {
  const [ofA, ofB] = [plannedAndActual(a.plan, a.state), plannedAndActual(b.plan, b.state)];
  const [namesA, namesB] = [eachByName(ofA), eachByName(ofB)];
  const said = (steps: typeof namesA, name: string) => {
    const step = steps.get(name);
    if (!step) return 'none';
    if (step.actualS === null) return step.skipped ? 'skipped' : 'not run';
    return step.actualS === step.plannedS ? showDuration(step.actualS) : `${showDuration(step.actualS)} of ${showDuration(step.plannedS)}`;
  };
  return [...new Set([...namesA.keys(), ...namesB.keys()])].map((name) => {
    const [left, right] = [said(namesA, name), said(namesB, name)];
    return { what: name, a: plain(left), b: plain(right), differs: left !== right };
  });
}

/** Steps by their names; what a run does several times is numbered, `Wash`, `Wash 2`, so that each is compared with its own. */
function eachByName<S extends { readonly name: string }>(steps: readonly S[]): Map<string, S> {
  const so = new Map<string, number>();
  return new Map(
    steps.map((step) => {
      const nth = (so.get(step.name) ?? 0) + 1;
      so.set(step.name, nth);
      return [nth === 1 ? step.name : `${step.name} ${nth}`, step];
    }),
  );
}
