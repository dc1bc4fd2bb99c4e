import type { BottleNow } from '../chemistry/ledger/bottle.ts';
import { ageInDays } from '../chemistry/life/shelf-life.ts';
import { pathTemperature } from '../heat/temperature-path.ts';
import { bleachesOrFixes, isDeveloper, isFinal, isMainDeveloper, isWater, type StepKind } from '../kit/kind.ts';
import type { Kit } from '../kit/kit.ts';
import type { RunPlan } from '../run/plan/run-plan.ts';
import { gotMs } from '../run/state/got.ts';
import { planAsRun } from '../run/state/plan-as-run.ts';
import { pausedMs, type ActualStep, type RunState } from '../run/state/state.ts';
import { whatStepGot } from '../run/state/what-a-step-got.ts';
import { pathOf } from '../run/state/path-of.ts';
import { pouredAtC } from '../schedule/poured-at.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import type { RunFacts } from './inspection.ts';

/** A run and what it was poured from, as the book has them. */
export interface RunRecord {
  readonly plan: RunPlan;
  readonly state: RunState;
  /** The kit that was pinned to its batch; null where it is not known any more. */
  readonly kit: Pick<Kit, 'baths'> | null;
  readonly capacityRolls: number | null;
  /** The bottles as they stood at the first pour, by their bath. */
  readonly bottles: readonly Pick<BottleNow, 'bath' | 'mixedOn' | 'rollsDone' | 'goodUntil' | 'standing' | 'mlLeft'>[];
  /** What had happened to those bottles until then. */
  readonly incidents: readonly string[];
  /** The day of the run, ISO. */
  readonly on: string;
  /** The oldest date on a box of its films. */
  readonly expiredYear: number | null;
  readonly rangeFalling: boolean | null;
}

interface Ran {
  readonly step: PlannedStep;
  readonly place: number;
  readonly actual: ActualStep;
}

/** What the run's own record says to its strips (domain.md 16). What is not known is left out. */
export function factsOfRun(record: RunRecord): RunFacts {
  const { state } = record;
  const plan = planAsRun(record.plan, state);
  const ran = plan.steps.flatMap((step, place): Ran[] => {
    const actual = state.actual[place];
    return actual && actual.endMs !== null && gotMs(actual) > 0 ? [{ step, place, actual }] : [];
  });
  const developer = ran.find(({ step }) => isMainDeveloper(step.kind));
  const colour = ran.find(({ step }) => step.kind === 'colour-developer');
  const share = (of: Ran | undefined) => (of ? whatStepGot(plan, of.place, of.actual)?.share : undefined);
  const sharesOf = (...kinds: readonly StepKind[]) => least(ran.filter(({ step }) => kinds.includes(step.kind)).map(share));
  const bottle = record.bottles.find(({ bath }) => bath === developer?.step.bath);
  return known({
    process: plan.process,
    treatment: plan.treatment,
    pushStops: plan.pushStops,
    doseShare: share(developer),
    colourDoseShare: share(colour),
    ...(developer ? temperatureOf(plan, developer) : {}),
    rollNumber: rollOf(plan, bottle),
    capacityRolls: record.capacityRolls ?? undefined,
    ageDays: bottle && ageInDays(bottle.mixedOn, record.on),
    keepsDays: bottle?.goodUntil ? ageInDays(bottle.mixedOn, bottle.goodUntil) : undefined,
    standing: bottle?.standing,
    incidents: record.incidents,
    solutionShare: bottle && plan.tank.volumeMl ? bottle.mlLeft / plan.tank.volumeMl : undefined,
    rinse: rinsed(plan, ran),
    bleachShare: sharesOf('bleach', 'bleach-fix'),
    fixShare: sharesOf('fixer', 'bleach-fix'),
    washShare: sharesOf('wash'),
    lateS: lateAfterDeveloper(plan, state),
    jumpC: largestJump(ran),
    agitation: agitationAgainstLeaflet(record.kit, developer?.step),
    expiredYears: record.expiredYear === null ? undefined : Math.max(0, Number(record.on.slice(0, 4)) - record.expiredYear),
    rangeFalling: record.rangeFalling ?? undefined,
  });
}

function known(facts: { readonly [K in keyof RunFacts]: RunFacts[K] | undefined }): RunFacts {
  return Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== undefined));
}

function least(shares: readonly (number | undefined)[]): number | undefined {
  const all = shares.filter((each) => each !== undefined);
  return all.length === 0 ? undefined : Math.min(...all);
}

/** How far the developer's own bottle had come with this run; one-shot solution is always at its first. */
function rollOf(plan: RunPlan, bottle: Pick<BottleNow, 'rollsDone'> | undefined): number | undefined {
  if (plan.oneShot) return undefined;
  return bottle ? Math.round((bottle.rollsDone + plan.runRolls) * 100) / 100 : plan.rollNumber;
}

/** What the developer had on average, where it was read, against what its leaflet's time was for: a cold pour that was planned is still cold. */
function temperatureOf(plan: RunPlan, { step, actual }: Ran): Pick<RunFacts, 'developerMeanC' | 'developerPlannedC'> {
  if (actual.readings.length === 0 || actual.endMs === null) return {};
  const path = pathOf(plan, step, actual);
  const lastedS = (actual.endMs - actual.startMs) / 1000;
  const parts = 200;
  let sum = 0;
  for (let i = 0; i < parts; i++) sum += pathTemperature(path, ((i + 0.5) / parts) * lastedS);
  return { developerMeanC: Math.round((sum / parts) * 100) / 100, developerPlannedC: step.temperatureC };
}

/** Water or a stop bath between the last developer and what bleaches; undefined where one of them never ran. */
function rinsed(plan: RunPlan, ran: readonly Ran[]): boolean | undefined {
  const last = ran.findLast(({ step }) => isDeveloper(step.kind));
  const after = ran.find(({ step, place }) => place > (last?.place ?? plan.steps.length) && bleachesOrFixes(step.kind));
  if (!last || !after) return undefined;
  return ran.some(({ step, place }) => place > last.place && place < after.place && (isWater(step.kind) || step.kind === 'stop'));
}

/** How much later than planned the bath after the developer went in. */
function lateAfterDeveloper(plan: RunPlan, state: RunState): number | undefined {
  const at = plan.steps.findIndex((step) => isMainDeveloper(step.kind));
  const endMs = state.actual[at]?.endMs;
  const next = state.actual.slice(at + 1).find((step) => step && !step.skipped);
  if (at === -1 || !endMs || !next) return undefined;
  const waitedMs = next.firstStartMs - endMs - pausedMs(state, endMs, next.firstStartMs);
  return Math.round(waitedMs / 1000 - plan.changeoverS);
}

/** The largest step in temperature from one bath in the tank to the next; the last bath is cool by every standard. */
function largestJump(ran: readonly Ran[]): number | undefined {
  const jumps = ran.slice(1).flatMap(({ step, actual }, i) => {
    const before = ran[i];
    if (!before?.step.inTank || !step.inTank || isFinal(step.kind)) return [];
    const endedC = before.actual.readings.at(-1)?.c ?? before.step.inTankC?.endsC ?? before.step.temperatureC;
    const beganC = actual.readings[0]?.c ?? pouredAtC(step);
    return [Math.abs(endedC - beganC)];
  });
  return jumps.length === 0 ? undefined : Math.round(Math.max(...jumps) * 100) / 100;
}

function agitationAgainstLeaflet(kit: RunRecord['kit'], step: PlannedStep | undefined): RunFacts['agitation'] {
  const asked = kit?.baths.find((bath) => bath.id === step?.bath)?.agitation?.everyS;
  if (!step?.agitation || asked === undefined) return undefined;
  if (step.agitation.continuous) return 'more';
  const everyS = step.agitation.everyS ?? asked;
  return everyS > asked ? 'less' : everyS < asked ? 'more' : 'as-asked';
}
