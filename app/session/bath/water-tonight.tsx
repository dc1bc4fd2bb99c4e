import { waterOfEvening } from '../../../core/evening/water-of-evening.ts';
import { loadedTank } from '../../../core/packing/load.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { showLitres } from '../../../core/units/volume.ts';
import { useUnits } from '../../ui/forms/units.ts';
import type { EveningPage } from '../evening/evening-page.server.ts';
import { useRunNumber } from '../plan/run/run-number.ts';

/** Water to have ready, by temperature, with hot and cold from the two taps (domain.md 8.2). */
export function WaterTonight({ page }: { readonly page: EveningPage }) {
  const { temperature } = useUnits();
  const number = useRunNumber();
  const { hotTapC: hotC, coldTapC: coldC } = page.plan.settings;
  const runs = page.evening.runs.flatMap(({ plan, tankId, rollIds }, index) => {
    const tank = page.tanks.find((each) => each.id === tankId);
    if (!plan.ok || !tank) return [];
    const rolls = page.waiting.filter((roll) => rollIds.includes(roll.id));
    return [{ index, steps: plan.value.steps, tankMl: loadedTank(tank, rolls).volumeMl }];
  });
  const water = waterOfEvening(runs, { hotC, coldC });
  if (water.at.length === 0) return null;
  return (
    <section aria-label="Water tonight" className="max-w-md">
      <table className="w-full text-sm">
        <caption className="text-left font-semibold">
          Water tonight, <span className="figure">{showLitres(water.ml)}</span> in all
        </caption>
        <thead>
          <tr className="text-left text-quiet">
            <th className="font-normal">At</th>
            <th className="text-right font-normal">in all</th>
            <th className="text-right font-normal">hot</th>
            <th className="text-right font-normal">cold</th>
          </tr>
        </thead>
        <tbody>
          {water.at.map(({ tempC, ml, mix }) => (
            <tr key={tempC} className="border-t border-line">
              <th scope="row" className="figure py-1 text-left font-semibold">
                {showTemperature(tempC, temperature)}
              </th>
              <td className="figure text-right">{showLitres(ml)}</td>
              {mix ? (
                <>
                  <td className="figure text-right">{showLitres(mix.hotMl)}</td>
                  <td className="figure text-right">{showLitres(mix.coldMl)}</td>
                </>
              ) : (
                <td colSpan={2} className="text-right text-quiet">
                  no tap makes it
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {runs.length > 1 && (
        <p className="mt-1 text-sm text-quiet">
          {runs.map(({ index }, i) => `Run ${number(index)} ${showLitres(water.runsMl[i] ?? 0)}`).join(' · ')}. Running water as four litres
          a minute.
        </p>
      )}
    </section>
  );
}
