import { isHeatSchool } from '../../../core/heat/tank/school-and-place.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { Card } from '../../ui/card.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { TonightForm } from '../draft/tonight-form.tsx';
import { useRunNumber } from './run/run-number.ts';
import type { SchoolRow } from './schools.ts';

const isHeat = (row: SchoolRow) => isHeatSchool(row.school);

/** Where schools differ, the same run under each, before one is chosen. */
export function SchoolsCard({ rows, runIndex }: { readonly rows: readonly SchoolRow[]; readonly runIndex: number }) {
  const { temperature } = useUnits();
  const number = useRunNumber();
  if (rows.length === 0) return null;
  return (
    <Card aria-labelledby="schools" className="lg:col-span-2">
      <h2 id="schools" className="mb-1 font-bold">
        Run {number(runIndex)} by each school
      </h2>
      <table className="w-full">
        <thead>
          <tr className="text-left text-sm text-quiet">
            <th className="font-normal">School</th>
            <th className="text-right font-normal">developer</th>
            <th className="text-right font-normal">run</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.school} className="border-t border-line align-top">
              <th scope="row" className="py-2 pr-2 text-left font-semibold">
                {row.name} {row.inUse && <span className="ml-1 rounded bg-petrol px-1.5 text-sm text-white">tonight</span>}
                <span className="block text-sm font-normal text-quiet">{row.does}</span>
                {!row.inUse && row.developerS !== null && (
                  <TonightForm>
                    <input type="hidden" name="school" value={row.school} />
                    <button name="intent" value={isHeat(row) ? 'heat' : 'school'} className="min-h-9 font-semibold underline">
                      Use it tonight
                    </button>
                  </TonightForm>
                )}
              </th>
              <td className={`figure py-2 text-right font-semibold ${row.inUse ? 'text-teal' : ''}`}>
                {row.developerS === null ? 'none' : showDuration(row.developerS)}
                {isHeat(row) && row.pourC !== null && (
                  <span className="block text-sm font-normal text-quiet">at {showTemperature(row.pourC, temperature)}</span>
                )}
              </td>
              <td className="figure py-2 pl-3 text-right text-quiet">{row.totalS === null ? '' : showDuration(row.totalS)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Card>
  );
}
