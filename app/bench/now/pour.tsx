import type { WarningCode } from '../../../core/answer.ts';
import { isWater } from '../../../core/kit/kind.ts';
import { bottleInWords, bottleOf, bottleTrouble } from '../../../core/run/bottles/bottle-at-bench.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { pourNowC } from '../../../core/run/state/tank-now.ts';
import { waterInWords } from '../../../core/schedule/cues.ts';
import { heatTo } from '../../../core/schedule/pour-words.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { sayIn, showRange, type Spoken } from '../../../core/units/sentence.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { useText, useUnits } from '../../ui/forms/units.ts';
import type { NowProps } from './now-panel.tsx';

interface PourProps extends Pick<NowProps, 'plan' | 'state' | 'nowMs' | 'bottles' | 'today'> {
  readonly place: number;
}

/** What has to be known before a bath goes in: how warm it is poured, what is the matter with its bottle, what was warned of. */
export function PourWords({ plan, state, nowMs, bottles, today, place }: PourProps) {
  const units = useUnits();
  const text = useText();
  const step = plan.steps[place];
  if (!step) return null;
  const bottle = bottleOf(bottles, step);
  const pourC = pourNowC(plan, state, place, nowMs) ?? pouredAtC(step);
  return (
    <>
      {step.critical && (
        <p className="mt-3 max-w-3xl text-[1.6rem] leading-tight font-bold text-aqua sm:text-3xl">{sayIn(heatTo(step, pourC), units)}</p>
      )}
      {bottle &&
        bottleTrouble(bottle, plan.tank.volumeMl ?? 0, today).map((trouble) => (
          <p
            key={trouble.message}
            role="alert"
            className="mt-4 max-w-2xl rounded-card border-2 border-straw px-4 py-3 text-lg font-bold text-straw"
          >
            {bottle.name}: {text(trouble)}
          </p>
        ))}
      {warned(plan, step).map((said) => (
        <p key={said.message} className="mt-4 max-w-2xl rounded-card border border-straw px-4 py-2 text-lg text-straw">
          {text(said)}
        </p>
      ))}
    </>
  );
}

/** The bath that goes in as this one goes out: what one has to know of it is said while there is time. */
export function ComingPour(props: Omit<PourProps, 'place'>) {
  const { plan, state, bottles } = props;
  const place = state.step + 1;
  const step = plan.steps[place];
  const bottle = step && bottleOf(bottles, step);
  return (
    <>
      <PourWords {...props} place={place} />
      {bottle && (
        <p className="mt-2 text-[1.05rem] text-night-quiet sm:text-lg">
          Next from <strong className="text-night-ink">{bottle.name}</strong>, {bottleInWords(bottle)}
        </p>
      )}
    </>
  );
}

/** From what, at what, for how long. */
export function PourFacts({ plan, state, nowMs, bottles, place }: PourProps) {
  const units = useUnits();
  const step = plan.steps[place];
  if (!step) return null;
  const bottle = bottleOf(bottles, step);
  const pourC = pourNowC(plan, state, place, nowMs) ?? pouredAtC(step);
  return (
    <dl className="mt-5 grid max-w-xl grid-cols-[8rem_1fr] gap-y-2 text-lg">
      <dt className="text-night-quiet">{step.bottle ? 'From' : 'With'}</dt>
      <dd className="font-semibold">
        {bottle
          ? `${bottle.name}: ${bottleInWords(bottle)}`
          : step.bottle
            ? `the ${step.bottle} bottle`
            : isWater(step.kind)
              ? waterInWords(step).toLowerCase()
              : step.name}
      </dd>
      <dt className="text-night-quiet">At</dt>
      <dd className="figure">
        {showTemperature(pourC, units.temperature)}
        {step.inTankC ? (
          <span className="text-night-quiet"> in the tank {showRange(step.inTankC.startsC, step.inTankC.endsC, units)}</span>
        ) : (
          step.range && <span className="text-night-quiet"> ({showRange(step.range.lowC, step.range.highC, units)})</span>
        )}
      </dd>
      <dt className="text-night-quiet">For</dt>
      <dd className="figure">{showDuration(step.seconds)}</dd>
    </dl>
  );
}

/** What was said of a step when it was planned, and still holds: it stands at its step. */
function warned(plan: RunPlan, step: RunPlan['steps'][number]): readonly (Spoken & { readonly message: string })[] {
  const ofStep = plan.warnings.filter((warning) => warning.bath === step.bath && AT_THE_STEP.includes(warning.code));
  return [...ofStep, ...plan.advice.filter((advice) => advice.step === step.id)];
}

/** Warnings that can still be met when the bath goes in; what a bottle is like is said from the shelf as it stands. */
const AT_THE_STEP: readonly WarningCode[] = ['extrapolated', 'outside-range', 'short-developer', 'off-nominal'];
