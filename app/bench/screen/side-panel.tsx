import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunNow } from '../../../core/run/state/now.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { predictedC, pourNowC } from '../../../core/run/state/tank-now.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { outsideAdvice } from '../../../core/timing/outside-advice.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { asMessage, sentence, textIn } from '../../../core/units/sentence.ts';
import { showTemperature, showTemperatureChange } from '../../../core/units/temperature.ts';
import { useText, useUnits } from '../../ui/forms/units.ts';
import { rollRange } from '../../ui/roll-range.ts';
import { Working } from '../../ui/working.tsx';
import type { Act } from '../channel/run-channel.ts';
import { TemperatureTrace } from '../column/temperature-trace.tsx';
import { Correction } from '../now/correction.tsx';

interface SideProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly nowMs: number;
  readonly act: (act: Act) => unknown;
}

/** Temperature against its range, what drift did, how the time is made, what is warming. */
export function SidePanel({ plan, state, now, nowMs, act }: SideProps) {
  const step = plan.steps[state.step];
  const units = useUnits();
  const { temperature } = units;
  if (!step || state.endedAtMs !== null) return <ThisRun plan={plan} />;
  const actual = state.actual[state.step] ?? null;
  const last = actual?.readings.at(-1) ?? null;
  const running = now.running;
  const afterS = running ? Math.max(0, (nowMs - running.startMs) / 1000) : 0;
  const shownC = (running ? predictedC(plan, state.step, afterS) : null) ?? pouredAtC(step);
  const next = plan.steps.slice(state.step + 1).filter((_, i) => i < 3);
  return (
    <div className="space-y-5">
      <section aria-label="Temperature">
        <h2 className="text-sm font-semibold text-night-quiet">
          {step.name}
          {last
            ? ` in the tank${last.thermometer ? `, by ${last.thermometer}` : ''}`
            : !running
              ? ', poured at'
              : step.inTankC
                ? ' in the tank, as predicted'
                : ', planned'}
        </h2>
        <p className="figure text-5xl font-semibold">{showTemperature(last?.c ?? shownC, temperature)}</p>
        {last && Math.abs(last.shownC - last.c) > 0.04 && (
          <p className="text-sm text-night-quiet">
            It shows {showTemperature(last.shownC, temperature)}; its error of {showTemperatureChange(last.shownC - last.c, temperature)} is
            taken off.
          </p>
        )}
        {step.range && <RangeBar bath={step} lowC={step.range.lowC} highC={step.range.highC} tempC={last?.c ?? null} />}
        {last && step.critical && step.points.length < 2 && Math.abs(last.c - step.nominalC) > NO_CURVE_NOTICED_C && (
          <p className="mt-2 text-straw">{textIn(noCurve(step, last.c), units)}</p>
        )}
        {running && step.critical && <TemperatureTrace plan={plan} step={step} actual={actual} running={running} nowMs={nowMs} />}
      </section>
      <div className="max-lg:hidden">
        <Correction {...{ plan, state, now, act }} />
      </div>
      <section aria-label="How the time is made">
        <h2 className="text-sm font-semibold text-night-quiet">
          How <span className="figure">{showDuration(running?.finish.seconds ?? step.seconds)}</span> is made
        </h2>
        <Working
          dark
          lines={step.working}
          totalS={step.seconds}
          since={
            running && {
              label: actual?.lengthenedS ? 'Drift and your change' : 'Drift so far',
              seconds: running.finish.seconds - step.seconds,
            }
          }
        />
      </section>
      {next.length > 0 && (
        <section aria-label="Waiting">
          <h2 className="text-sm font-semibold text-night-quiet">Waiting</h2>
          <ul>
            {next.map((waiting, i) => (
              <li key={waiting.bath + String(i)} className="flex justify-between border-b border-night-line py-1.5">
                <span>{waiting.name}</span>
                <span className="figure">
                  {showTemperature((i === 0 ? pourNowC(plan, state, state.step + 1, nowMs) : null) ?? pouredAtC(waiting), temperature)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

const NO_CURVE_NOTICED_C = 0.3;

/** A leaflet with one time has no other for this temperature; nothing here makes up for it (domain.md 4). */
function noCurve(step: PlannedStep, c: number) {
  const side = c < step.nominalC ? 'colder' : 'warmer';
  return asMessage(
    sentence`${{ byC: Math.abs(c - step.nominalC) }} ${side} than its one time is printed for. This leaflet gives no other: the time stays, and the film comes out ${c < step.nominalC ? 'thinner' : 'denser'}. ${c < step.nominalC ? 'Warm the tank in the bath.' : 'Stand the tank in cooler water.'}`,
  );
}

/** Once the last bath is behind: which films these were, and where their solutions belong. */
function ThisRun({ plan }: { readonly plan: RunPlan }) {
  const text = useText();
  return (
    <section aria-label="This run">
      <h2 className="text-sm font-semibold text-night-quiet">This run</h2>
      <ul className="mt-1 mb-4">
        {plan.rollNames.map((name, i) => (
          <li key={name + String(i)} className="border-b border-night-line py-1.5">
            {name}
          </li>
        ))}
      </ul>
      <p className="text-night-quiet">
        {plan.kitName}, batch {plan.batchName}, {rollRange(plan.rollNumber, plan.runRolls)}. {plan.tankName}.
      </p>
      {plan.advice.map((advice) => (
        <p key={advice.message} className="mt-3 text-night-quiet">
          {text(advice)}
        </p>
      ))}
    </section>
  );
}

/** The range of a bath, and where the tank is. Outside it the marker turns hot or cold, and says so. */
function RangeBar({
  bath,
  lowC,
  highC,
  tempC,
}: {
  readonly bath: Pick<PlannedStep, 'kind' | 'critical'>;
  readonly lowC: number;
  readonly highC: number;
  readonly tempC: number | null;
}) {
  const { temperature } = useUnits();
  // Wide enough that each end's figure stands under its own tick.
  const margin = Math.max(0.5, (highC - lowC) * 1.6);
  const from = Math.min(lowC - margin, tempC ?? lowC);
  const to = Math.max(highC + margin, tempC ?? highC);
  const at = (c: number) => `${((c - from) / (to - from)) * 100}%`;
  const side = tempC === null ? null : tempC > highC ? 'hot' : tempC < lowC ? 'cold' : 'inside';
  return (
    <div className="mt-2">
      <div className="drawn relative h-2.5 rounded bg-[#123438]">
        <div className="absolute inset-y-0 bg-[#1f8a80]" style={{ left: at(lowC), width: `calc(${at(highC)} - ${at(lowC)})` }} />
        {tempC !== null && (
          <div
            className={`absolute -top-1.5 h-[22px] w-[3px] -translate-x-1/2 ${side === 'hot' ? 'bg-[#ff9dc0]' : side === 'cold' ? 'bg-[#8db4ff]' : 'bg-straw'}`}
            style={{ left: at(tempC) }}
          />
        )}
      </div>
      <div className="figure relative mt-1.5 h-5 text-sm text-night-quiet">
        <span className="absolute right-0 -translate-x-1" style={{ right: `calc(100% - ${at(lowC)})` }}>
          {showTemperature(lowC, temperature)}
        </span>
        <span className="absolute translate-x-1" style={{ left: at(highC) }}>
          {showTemperature(highC, temperature)}
        </span>
      </div>
      {side && side !== 'inside' && (
        <p className="text-sm">
          {side === 'hot' ? 'Too warm. ' : 'Too cool. '}
          {/* A developer's finish follows what was read; for the others there is advice. */}
          {!bath.critical && outsideAdvice(bath, side === 'cold')}
        </p>
      )}
    </div>
  );
}
