import type { EveningRun } from '../../../../core/evening/evening.ts';
import { isDeveloper } from '../../../../core/kit/kind.ts';
import { leafletSeconds } from '../../../../core/timing/leaflet-curve.ts';
import { showDuration } from '../../../../core/units/duration.ts';
import { showRange } from '../../../../core/units/sentence.ts';
import { Card } from '../../../ui/card.tsx';
import { LeafletChart } from '../../../ui/charts/leaflet-chart.tsx';
import { useText, useUnits } from '../../../ui/forms/units.ts';
import { Working } from '../../../ui/working.tsx';
import { useRunNumber } from './run-number.ts';

/** One step opened: its working, its place on the leaflet curve, its cues. */
export function StepDetail({
  run,
  runIndex,
  chosen,
}: {
  readonly run: EveningRun;
  readonly runIndex: number;
  readonly chosen: string | null;
}) {
  const units = useUnits();
  const number = useRunNumber();
  const text = useText();
  if (!run.plan.ok) return null;
  const { steps } = run.plan.value;
  const step =
    steps.find((candidate, i) => `${i}-${candidate.bath}` === chosen) ?? steps.find((candidate) => isDeveloper(candidate.kind)) ?? steps[0];
  if (!step) return null;
  const curve = step.points.length > 1;
  return (
    <>
      <Card aria-labelledby="step-detail" aria-live="polite">
        <h2 id="step-detail" className="mb-1 font-bold">
          Run {number(runIndex)}, {step.name.toLowerCase()} <span className="figure text-teal">{showDuration(step.seconds)}</span>
        </h2>
        <Working lines={step.working} totalS={step.seconds} />
        {curve ? (
          <div className="mt-3">
            <LeafletChart
              name={step.name}
              points={step.points}
              tempC={step.temperatureC}
              lift={step.seconds / leafletSeconds(step.points, step.temperatureC)}
            />
            {step.byRuleOfThumb && (
              <p className="text-sm text-quiet">Its leaflet prints one temperature: how it goes on from there is our rule of thumb.</p>
            )}
          </div>
        ) : (
          <p className="mt-2 text-sm text-quiet">
            {step.points.length === 1 ? 'Its time does not go by temperature.' : 'A habit times this step, not a leaflet.'}
            {step.range && ` Keep it at ${showRange(step.range.lowC, step.range.highC, units)}.`}
          </p>
        )}
      </Card>
      <Card aria-labelledby="step-cues">
        <h2 id="step-cues" className="mb-1 font-bold">
          What the Bench will say
        </h2>
        <ol className="space-y-1.5">
          {step.cues.map((cue, i) => (
            <li key={i} className="grid grid-cols-[3.5rem_1fr] gap-2">
              <span className="figure text-quiet">{showDuration(cue.atS)}</span>
              <span>{text(cue)}</span>
            </li>
          ))}
        </ol>
      </Card>
    </>
  );
}
