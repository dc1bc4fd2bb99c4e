import { counted } from '../../../core/units/counted.ts';
import { Link } from 'react-router';
import { showTemperatureChange } from '../../../core/units/temperature.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { Empty } from '../../ui/page-head.tsx';
import type { ShelfPage } from './shelf-page.server.ts';

/** What is used with the bottles: kits as their leaflets say, tanks and thermometers. */
export function Equipment({ kits, tanks, thermometers }: Pick<ShelfPage, 'kits' | 'tanks' | 'thermometers'>) {
  const { volume, temperature } = useUnits();
  return (
    <div className="mt-8 grid gap-6 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
      <section aria-labelledby="kits">
        <div className="mb-2 flex items-center justify-between">
          <h2 id="kits" className="text-lg font-bold">
            Kits
          </h2>
          <Link className="font-semibold underline" to="/shelf/kits/new">
            Type in a leaflet
          </Link>
        </div>
        <Card flush>
          <ul className="divide-y divide-line">
            {kits.map((kit) => (
              <li key={kit.id}>
                <Link to={`/shelf/kits/${kit.id}`} className="grid grid-cols-[1fr_auto] gap-3 px-4 py-2.5 no-underline hover:bg-porcelain">
                  <span>
                    <span className="font-semibold">{kit.name}</span>
                    <span className="block text-sm text-quiet">
                      {counted(kit.baths, 'bath')}
                      {kit.capacityRolls ? `, ${kit.capacityRolls} rolls` : ', capacity not given'}
                      {kit.shipped && ', shipped with Steady Reel'}
                    </span>
                  </span>
                  <span className="text-right">{kit.process}</span>
                </Link>
              </li>
            ))}
          </ul>
        </Card>
      </section>
      <section aria-labelledby="tanks" className="space-y-6">
        <div>
          <div className="mb-2 flex items-center justify-between">
            <h2 id="tanks" className="text-lg font-bold">
              Tanks
            </h2>
            <Link className="font-semibold underline" to="/shelf/tanks/new">
              Add a tank
            </Link>
          </div>
          {tanks.length === 0 ? (
            <Empty title="No tank yet" action={<LinkButton to="/shelf/tanks/new">Add a tank</LinkButton>}>
              What it holds decides which rolls share a run.
            </Empty>
          ) : (
            <Card flush>
              <ul className="divide-y divide-line">
                {tanks.map((tank) => (
                  <li key={tank.id}>
                    <Link
                      to={`/shelf/tanks/${tank.id}`}
                      className="grid grid-cols-[1fr_auto] gap-3 px-4 py-2.5 no-underline hover:bg-porcelain"
                    >
                      <span>
                        <span className="font-semibold">{tank.name}</span>
                        <span className="block text-sm text-quiet">
                          {Object.entries(tank.holds)
                            .map(([family, n]) => `${n} × ${family}`)
                            .join(' or ')}
                          {tank.coolingPerMin === null && ', not yet tested'}
                        </span>
                      </span>
                      <span className="figure text-sm">{showVolume(tank.volumeMl, volume)}</span>
                    </Link>
                  </li>
                ))}
              </ul>
            </Card>
          )}
        </div>
        <div>
          <div className="mb-2 flex items-center justify-between">
            <h2 className="text-lg font-bold">Thermometers</h2>
            <span className="flex flex-wrap gap-x-4">
              <Link className="font-semibold underline" to="/probes">
                Probes
              </Link>
              <Link className="font-semibold underline" to="/shelf/thermometers/new">
                Add a thermometer
              </Link>
            </span>
          </div>
          {thermometers.length === 0 ? (
            <p className="text-quiet">Add one to have its error taken off every reading.</p>
          ) : (
            <Card flush>
              <ul className="divide-y divide-line">
                {thermometers.map((thermometer) => (
                  <li key={thermometer.id}>
                    <Link
                      to={`/shelf/thermometers/${thermometer.id}`}
                      className="flex justify-between gap-3 px-4 py-2.5 no-underline hover:bg-porcelain"
                    >
                      <span className="font-semibold">{thermometer.name}</span>
                      <span className="figure text-sm">
                        {thermometer.offsetC === 0
                          ? 'shows true'
                          : `shows ${showTemperatureChange(thermometer.offsetC, temperature).slice(1)} ${thermometer.offsetC > 0 ? 'high' : 'low'}`}
                      </span>
                    </Link>
                  </li>
                ))}
              </ul>
            </Card>
          )}
        </div>
      </section>
    </div>
  );
}
