import { isDeveloper } from '../../../core/kit/kind.ts';
import { forgottenMs, kitchenAt, type PracticeRun } from '../../../core/practice/kitchen-of-run.ts';
import { setScene, type Scene } from '../../../core/practice/scene.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import type { OwnEffects, SeenRun } from '../screen/bench-run.ts';
import { showClock } from '../screen/show-clock.ts';
import { PhoneCall } from './phone-call.tsx';
import { PracticeEnded } from './practice-ended.tsx';
import { PracticeSign } from './practice-sign.tsx';
import { SimulatedReading } from './simulated-reading.tsx';

export interface PracticeSeen {
  readonly id: string;
  readonly plan: RunPlan;
  readonly scene: Scene;
  readonly seed: number;
  readonly startedAtMs: number;
  readonly speed: number;
  /** The house's own clock runs this much faster: 1 but in tests. */
  readonly houseSpeed: number;
}

/** What a practice does otherwise than a real run: its own clock, its own thermometers, its own end. */
export function practiceEffects(practice: PracticeSeen): OwnEffects {
  const { id, plan, scene, seed, startedAtMs } = practice;
  const run: PracticeRun = { plan, set: setScene(scene.id, plan, seed), sinceMs: startedAtMs };
  return {
    leaveTo: '/practice',
    sign: (clock) => <PracticeSign {...practice} clock={clock} />,
    Happens: (seen) => <Happens run={run} scene={scene} {...seen} />,
    Reading: run.set.kitchen
      ? ({ places, close, act, state, nowMs }) => (
          <SimulatedReading
            thermometers={run.set.thermometers}
            seed={seed}
            startedAtMs={startedAtMs}
            places={places}
            nowMs={nowMs}
            kitchen={() => kitchenAt(run, state, nowMs)}
            act={act}
            close={close}
          />
        )
      : null,
    Ended: ({ state, undo }) => (
      <PracticeEnded id={id} finished={state.phase === 'finished'} withWater={scene.id === 'water'} undo={undo} />
    ),
  };
}

/** What goes on beside the baths: a start that was forgotten, a call at the wrong time. */
function Happens({
  run,
  scene,
  plan,
  state,
  nowMs,
  openStart,
}: SeenRun & { readonly run: PracticeRun; readonly scene: Scene; readonly openStart: () => void }) {
  const { set } = run;
  const step = plan.steps[state.step];
  if (state.phase === 'ready' && !state.readied)
    return (
      <p className="mb-3 rounded-card border border-night-line bg-night-card px-4 py-2.5 text-lg">
        <strong>{scene.name}.</strong> {scene.says} <span className="block text-base text-night-quiet">{scene.teaches}</span>
      </p>
    );
  const wentInMs = forgottenInMs(run, state);
  if (wentInMs !== null)
    return (
      <div role="alert" className="mb-3 rounded-card border-2 border-straw px-4 py-3">
        <p className="text-lg font-bold text-straw">
          You look up: the {step?.name.toLowerCase()} went in at <span className="figure">{showClock(wentInMs)}</span>, and only now did you
          press.
        </p>
        <button type="button" className="mt-2 min-h-12 rounded-card border border-straw px-4 font-bold" onClick={openStart}>
          Set the start
        </button>
      </div>
    );
  return set.call ? <PhoneCall call={set.call} {...{ plan, state, nowMs }} /> : null;
}

/** When the developer truly went in, while that is still to be set right; null otherwise. */
function forgottenInMs({ plan, set }: PracticeRun, state: RunState): number | null {
  const step = plan.steps[state.step];
  if (set.forgottenS === 0 || state.phase !== 'running' || !step || !isDeveloper(step.kind)) return null;
  const pouredMs = state.inForce.findLast((event) => event.kind === 'poured' && event.step === step.id)?.atMs;
  const isSet = state.inForce.some((event) => event.kind === 'nudged' && event.step === step.id);
  const lateMs = forgottenMs(plan, set, step.id);
  return pouredMs === undefined || isSet || lateMs === 0 ? null : pouredMs - lateMs;
}
