import { showMinutes } from '../../../core/units/duration.ts';
import { showRange } from '../../../core/units/sentence.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { showLitres } from '../../../core/units/volume.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import type { EveningPlan } from '../evening/evening-plan.server.ts';
import { useRunNumber } from '../plan/run-number.ts';

/** What is done to the bath while the evening goes: each top-up where it has no heater, each change between two processes (domain.md 8.2). */
export function BathThroughEvening({ plan }: { readonly plan: Pick<EveningPlan, 'bath' | 'settings'> }) {
  const units = useUnits();
  const number = useRunNumber();
  const { topUps, changes, missed } = plan.bath;
  const show = (c: number) => showTemperature(c, units.temperature);
  return (
    <>
      {changes.length > 0 && (
        <ul className="mt-2 space-y-1" aria-label="The bath between runs">
          {changes.map(({ at, run, fromC, toC, seconds, coldMl }) => (
            <li key={run}>
              <span className="figure font-semibold">{at}</span> For run {number(run)} the bath goes from {show(fromC)} to{' '}
              <strong className="figure">{show(toC)}</strong>:{' '}
              {toC > fromC
                ? seconds === null
                  ? 'this heater cannot; take out water and pour in hot.'
                  : `the heater takes ${showMinutes(seconds)}.`
                : `take out ${showLitres(coldMl)} and pour in as much cold.`}
            </li>
          ))}
        </ul>
      )}
      {topUps.length > 0 && (
        <details className="mt-2" open={topUps.length <= 4}>
          <summary>
            <span className="font-semibold underline">Top the bath up</span> {topUps.length === 1 ? 'once' : `${topUps.length} times`},
            first at <span className="figure">{topUps[0]?.at}</span>
          </summary>
          <ol className="mt-1 space-y-0.5 text-sm" aria-label="Topping up">
            {topUps.map(({ at, ml, with: water, toC }, i) => (
              <li key={i}>
                <span className="figure font-semibold">{at}</span> take out {showLitres(ml)}, pour in as much {water}
                {water === 'hot' && <> at {show(plan.settings.hotTapC)}</>}: {show(toC)}
              </li>
            ))}
          </ol>
        </details>
      )}
      {missed.length > 0 && (
        <div className="mt-2">
          <Notice>
            {missed.map(({ run, name, c, lowC, highC }) => (
              <span key={`${run} ${name}`} className="block">
                Run {number(run)}, {name.toLowerCase()}: {show(c)} by then, and {showRange(lowC, highC, units)} is wanted.
              </span>
            ))}
            A lid, more water, a hotter tap or a heater would do.
          </Notice>
        </div>
      )}
    </>
  );
}
