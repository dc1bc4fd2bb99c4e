import type { RunNow } from '../../core/run/now.ts';
import type { RunPlan } from '../../core/run/run-plan.ts';
import type { RunState } from '../../core/run/state.ts';
import { showDuration } from '../../core/units/duration.ts';
import { showTemperature, showTemperatureChange } from '../../core/units/temperature.ts';
import { Working } from '../ui/parts.tsx';
import { rollRange } from '../ui/roll-range.ts';
import { useUnits } from '../ui/units.ts';
import type { Act } from './run-channel.ts';
import { TemperatureTrace } from './temperature-trace.tsx';

interface SideProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly nowMs: number;
  readonly act: (act: Act) => void;
}

/** Temperature against its range, what drift did, how the time is made, what is warming. */
export function SidePanel({ plan, state, now, nowMs, act }: SideProps) {
  const step = plan.steps[state.step];
  const { temperature } = useUnits();
  if (!step || state.endedAtMs !== null) return <ThisRun plan={plan} />;
  const actual = state.actual[state.step] ?? null;
  const last = actual?.readings.at(-1) ?? null;
  const running = now.running;
  const movedS = running && running.finish.byDoseS !== null ? running.finish.byDoseS - step.seconds : 0;
  const next = plan.steps.slice(state.step + 1).filter((_, i) => i < 3);
  return (
    <div className="space-y-5">
      <section aria-label="Temperature">
        <h2 className="text-sm font-semibold text-night-quiet">
          {step.name}
          {last ? ' in tank' : ', planned'}
        </h2>
        <p className="figure text-5xl font-semibold">{showTemperature(last?.c ?? step.temperatureC, temperature)}</p>
        {last && Math.abs(last.shownC - last.c) > 0.04 && (
          <p className="text-sm text-night-quiet">
            It shows {showTemperature(last.shownC, temperature)}; its error of {showTemperatureChange(last.shownC - last.c, temperature)} is
            taken off.
          </p>
        )}
        {step.range && <RangeBar lowC={step.range.lowC} highC={step.range.highC} tempC={last?.c ?? null} />}
        {running && step.critical && <TemperatureTrace plan={plan} step={step} actual={actual} running={running} nowMs={nowMs} />}
      </section>
      {running && actual && running.finish.byDoseS !== null && movedS !== 0 && (
        <section
          aria-label="Correction"
          aria-live="polite"
          className={`border-l-4 bg-night-card px-3 py-2.5 ${movedS > 0 ? 'border-[#8db4ff]' : 'border-[#ff9dc0]'}`}
        >
          <p>
            {actual.followsDrift ? (
              <>
                {movedS > 0 ? 'Cooler' : 'Warmer'} than planned, so the finish moved from{' '}
                <span className="figure">{showDuration(step.seconds)}</span> to{' '}
                <strong className="figure">{showDuration(running.finish.byDoseS)}</strong>: the same development.
              </>
            ) : (
              <>
                You keep <span className="figure">{showDuration(step.seconds)}</span>. By these readings it would be{' '}
                <span className="figure">{showDuration(running.finish.byDoseS)}</span>.
              </>
            )}
          </p>
          {running.finish.warnings.map((warning) => (
            <p key={warning.code} className="mt-1 text-straw">
              {warning.message}
            </p>
          ))}
          <button
            type="button"
            className="mt-2 min-h-10 rounded-card border border-night-quiet px-3"
            onClick={() => act({ kind: 'correction', step: state.step, follow: !actual.followsDrift })}
          >
            {actual.followsDrift ? 'Keep the planned time' : 'Follow the temperature'}
          </button>
        </section>
      )}
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
                <span className="figure">{showTemperature(waiting.temperatureC, temperature)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** Once the last bath is behind: which films these were, and where their solutions belong. */
function ThisRun({ plan }: { readonly plan: RunPlan }) {
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
      {plan.advice.map((sentence) => (
        <p key={sentence} className="mt-3 text-night-quiet">
          {sentence}
        </p>
      ))}
    </section>
  );
}

/** The range of a bath, and where the tank is. Outside it the marker turns hot or cold, and says so. */
function RangeBar({ lowC, highC, tempC }: { readonly lowC: number; readonly highC: number; readonly tempC: number | null }) {
  const { temperature } = useUnits();
  const margin = Math.max(0.5, (highC - lowC) * 0.8);
  const from = Math.min(lowC - margin, tempC ?? lowC);
  const to = Math.max(highC + margin, tempC ?? highC);
  const at = (c: number) => `${((c - from) / (to - from)) * 100}%`;
  const side = tempC === null ? null : tempC > highC ? 'hot' : tempC < lowC ? 'cold' : 'inside';
  return (
    <div className="mt-2">
      <div className="relative h-2.5 rounded bg-[#123438]">
        <div className="absolute inset-y-0 bg-[#1f8a80]" style={{ left: at(lowC), width: `calc(${at(highC)} - ${at(lowC)})` }} />
        {tempC !== null && (
          <div
            className={`absolute -top-1.5 h-[22px] w-[3px] -translate-x-1/2 ${side === 'hot' ? 'bg-[#ff9dc0]' : side === 'cold' ? 'bg-[#8db4ff]' : 'bg-straw'}`}
            style={{ left: at(tempC) }}
          />
        )}
      </div>
      <p className="figure mt-1.5 flex justify-between text-sm text-night-quiet">
        <span>{showTemperature(lowC, temperature)}</span>
        {side && side !== 'inside' && <span>{side === 'hot' ? 'too warm' : 'too cool'}</span>}
        <span>{showTemperature(highC, temperature)}</span>
      </p>
    </div>
  );
}
