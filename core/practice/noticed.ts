import { isDeveloper } from '../kit/kind.ts';
import type { RunPlan } from '../run/plan/run-plan.ts';
import type { RunState } from '../run/state/state.ts';
import { whatStepGot } from '../run/state/what-a-step-got.ts';
import { sentence, type Sentence } from '../units/sentence.ts';
import { forgottenMs, type PracticeRun } from './kitchen-of-run.ts';
import { washThatMayWait, type SceneSet } from './scene.ts';

/** What a scene had in store, and whether it was met. */
export interface Noticed {
  readonly done: boolean;
  readonly says: Sentence;
}

const START_EXACT_S = 5;
const SOON_S = 75;
const COLD_TANK_K = 5;

/** What there was to notice in this scene; nothing on a calm evening and with water (domain.md 18). */
export function noticed({ plan, set }: PracticeRun, state: RunState): Noticed[] {
  const place = plan.steps.findIndex((step) => isDeveloper(step.kind));
  const developer = plan.steps[place];
  const actual = state.actual[place];
  if (!developer || !actual) return [];
  const said: Noticed[] = [];
  const roomC = set.kitchen?.roomC ?? 20;

  if (set.forgottenS > 0) {
    const nudged = state.inForce.reduce(
      (sum, event) => sum + (event.kind === 'nudged' && event.step === developer.id ? event.seconds : 0),
      0,
    );
    const offS = forgottenMs(plan, set, developer.id) / 1000 + nudged;
    const done = Math.abs(offS) <= START_EXACT_S;
    said.push({
      done,
      says: done
        ? sentence`The developer had been in for ${String(set.forgottenS)} seconds, and you set the start to it.`
        : sentence`The developer had been in for ${String(set.forgottenS)} seconds when you pressed. “Forgot to press?” sets the start; without it the bath is that much too long.`,
    });
  }
  if (set.trusted !== null) {
    const read = [...actual.readings, ...state.looseReadings];
    const trusted = read.some((reading) => reading.thermometer === set.trusted);
    const other = actual.readings.some((reading) => reading.thermometer !== set.trusted);
    said.push({
      done: trusted && !other,
      says:
        trusted && !other
          ? sentence`You went by the thermometer that was checked in ice.`
          : trusted
            ? sentence`You read both in the tank. Two that differ do not make a better one together: go by the checked one alone.`
            : sentence`You never read the one that was checked in ice. An unchecked thermometer is a guess.`,
    });
  }
  if (set.call) {
    const wash = washThatMayWait(plan) ?? -1;
    const got = whatStepGot(plan, wash, state.actual[wash] ?? null);
    if (got)
      said.push({
        done: got.verdict === 'as-planned',
        says:
          got.verdict === 'as-planned'
            ? sentence`The call cost nothing: a wash may go on while you talk.`
            : sentence`You cut the wash short for the call. Let it run: more water does no harm.`,
      });
  }
  if (isColdTank(plan, set)) {
    const first = actual.readings[0];
    const done = first !== undefined && first.atMs - actual.startMs <= SOON_S * 1000;
    said.push({
      done,
      says: done
        ? sentence`You read the tank in its first minute, so the finish knew of the cold tank.`
        : sentence`At ${{ tempC: roomC }} the empty tank cooled the developer at once. Read the tank in its first minute.`,
    });
  }
  if (isFalling(set)) {
    const before = state.looseReadings.some((reading) => reading.atMs <= actual.startMs);
    said.push({
      done: before,
      says: before
        ? sentence`You read before you poured, as the sink was falling.`
        : sentence`The sink had been falling. Read inside the developer’s bottle before you pour: what it was at the start of the evening is past.`,
    });
  }
  return said;
}

/** An empty tank so cold that it cools the developer. */
function isColdTank(plan: RunPlan, { kitchen }: SceneSet): boolean {
  const developer = plan.steps.find((step) => isDeveloper(step.kind));
  return kitchen !== null && developer !== undefined && kitchen.tank.startC < developer.nominalC - COLD_TANK_K;
}

const isFalling = ({ kitchen }: SceneSet): boolean => kitchen?.tub.heaterW === 0;

export function hasSomethingToNotice({ plan, set }: PracticeRun): boolean {
  return set.forgottenS > 0 || set.trusted !== null || set.call !== null || isColdTank(plan, set) || isFalling(set);
}
