import { useMemo } from 'react';
import { DEFAULT_TANK } from '../../../core/heat/tank/tank.ts';
import { developsFilm, type ShelfKit } from '../../../core/kit/kit.ts';
import { readShelfKit } from '../../../core/kit/shelf-kit.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import { silentAbout } from '../../../core/kit/typed-leaflet.ts';
import { planRun, type Plan } from '../../../core/schedule/plan.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import type { Units } from '../../../core/units/units.ts';
import { useUnits } from '../forms/units.ts';
import { madeBy } from './posted-leaflet.ts';
import { readLeaflet } from './read-leaflet.ts';
import type { Typed } from './typed-fields.ts';
import { Strip } from '../strip/strip.tsx';

interface MakesProps {
  readonly typed: Typed;
  /** Those that it is typed in. */
  readonly units: Units;
  /** The kit that is corrected or copied. */
  readonly before: ShelfKit | null;
}

/** Beside the form, live: the strip that this leaflet makes, what it gives the first roll, the fifth and a push, and what it is silent about. */
export function WhatItMakes({ typed, units, before }: MakesProps) {
  const { temperature } = useUnits();
  const { said } = useMemo(() => readLeaflet(typed, units, before?.id ?? 'typed'), [typed, units, before]);
  const made = useMemo(() => said && madeBy(said, before, units), [said, before, units]);
  const checked = made && readShelfKit(made);
  const kit = checked?.ok && developsFilm(checked.value) ? checked.value : null;
  const first = kit && planned(kit, 0, 0);
  const once = first?.steps.find((step) => step.byRuleOfThumb);
  return (
    <aside aria-labelledby="makes" className="space-y-4 lg:sticky lg:top-4 lg:self-start">
      <div>
        <h2 id="makes" className="mb-2 font-bold">
          What this makes
        </h2>
        {first ? (
          <Strip steps={first.steps.map(({ id, kind, name, seconds }) => ({ id, kind, name, seconds }))} />
        ) : made?.process === 'any' && checked?.ok ? (
          <p>A single bath: it is mixed, labelled and aged like any bottle, and a run of any process may take it.</p>
        ) : (
          <p className="text-quiet">
            {checked && !checked.ok ? checked.errors[0]?.message : 'The run is drawn here once its bottles and their times stand there.'}
          </p>
        )}
      </div>
      {kit && first && (
        <dl className="grid grid-cols-[1fr_auto] gap-y-1.5">
          {(
            [
              ['First roll', 0, 0],
              ['Roll 5', 4, 0],
              ['Push 1', 0, 1],
            ] as const
          ).map(([label, rollsDone, push]) => {
            const plan = planned(kit, rollsDone, push);
            const silent = push !== 0 && !kit.baths.some((bath) => bath.push);
            const developers = silent ? [] : (plan?.steps ?? []).filter(({ kind }) => isDeveloper(kind));
            return (
              <div key={label} className="contents">
                <dt>{label}</dt>
                <dd className="figure font-semibold">
                  {developers.length > 0 ? developers.map(({ seconds }) => showDuration(seconds)).join(' · ') : 'not said'}
                </dd>
              </div>
            );
          })}
        </dl>
      )}
      {once && (
        <p className="text-quiet">
          Printed for one temperature, so the tank is held at <span className="figure">{showTemperature(once.nominalC, temperature)}</span>.
        </p>
      )}
      {said && said.bottles.length > 0 && (
        <div className="border-t border-line pt-3">
          <h3 className="font-bold">The leaflet is silent about</h3>
          <ul className="mt-1 space-y-1 text-sm">
            {silentAbout(said).map(({ of, then }) => (
              <li key={of}>
                <span className="underline decoration-dotted">{of}</span>, <span className="text-quiet">so</span> {then}
              </li>
            ))}
          </ul>
        </div>
      )}
    </aside>
  );
}

function planned(kit: Parameters<typeof planRun>[0]['kit'], rollsDone: number, pushStops: number): Plan | null {
  const plan = planRun({
    kit,
    batch: { volumeMl: kit.makesMl, rollsDone },
    on: '2026-01-01',
    tank: DEFAULT_TANK,
    rolls: [{ format: '135-36', count: 1 }],
    pushStops,
    treatment: 'normal',
    temperaturesC: {},
    habits: {},
  });
  return plan.ok ? plan.value : null;
}
