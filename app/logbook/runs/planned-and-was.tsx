import type { ComparedStep } from '../../../core/run/state/planned-and-actual.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { showDuration, showDurationChange } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { useUnits } from '../../ui/forms/units.ts';

interface PlannedAndWasProps {
  readonly steps: readonly ComparedStep[];
  readonly planned: readonly PlannedStep[];
}

/** A run step by step: what was planned beside what was done. */
export function PlannedAndWas({ steps, planned }: PlannedAndWasProps) {
  const { temperature } = useUnits();
  return (
    <table className="w-full">
      <thead>
        <tr className="border-b border-line text-left text-sm text-quiet">
          <th className="py-1.5 font-normal">Bath</th>
          <th className="text-right font-normal max-sm:hidden">from</th>
          <th className="pl-3 text-right font-normal">planned</th>
          <th className="pl-3 text-right font-normal">was</th>
          <th className="pl-3 text-right font-normal max-sm:hidden">off by</th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step, i) => (
          <tr key={step.bath + String(i)} className="border-b border-line last:border-0">
            <th scope="row" className="py-2 text-left font-semibold">
              {step.name}
              {step.got?.words && (
                <span className={`block text-sm font-normal ${step.got.verdict === 'on-time' ? 'text-quiet' : 'text-hot'}`}>
                  {step.got.words}
                </span>
              )}
              {step.own && <span className="block text-sm font-normal text-quiet">{step.own.words}</span>}
              {planned[i]?.critical && planned[i].pourC !== null && (
                <span className="block text-sm font-normal text-quiet">
                  planned to be poured at {showTemperature(planned[i].pourC, temperature)}
                </span>
              )}
              {step.readings.length > 0 && (
                <span className="block text-sm font-normal text-quiet">
                  {step.readings
                    .map(
                      (reading) =>
                        `${showTemperature(reading.c, temperature)} at ${showDuration(reading.atS)}${reading.thermometer ? ` by ${reading.thermometer}` : ''}`,
                    )
                    .join(', ')}
                </span>
              )}
            </th>
            <td className="figure text-right text-quiet max-sm:hidden">{step.startedAtS === null ? '' : showDuration(step.startedAtS)}</td>
            <td className="figure text-right">{showDuration(step.plannedS)}</td>
            <td className="figure text-right font-semibold text-teal">
              {step.skipped ? 'skipped' : step.actualS === null ? 'not run' : showDuration(step.actualS)}
            </td>
            <td className="figure text-right text-quiet max-sm:hidden">
              {step.actualS === null ? '' : showDurationChange(step.actualS - step.plannedS)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
