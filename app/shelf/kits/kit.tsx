import { data, Form, Link, redirect } from 'react-router';
import { yieldTable } from '../../../core/chemistry/life/yield-table.ts';
import { mixRecipes } from '../../../core/chemistry/mixing/mixing.ts';
import { jugInWords } from '../../../core/chemistry/safety/spent.ts';
import { isWater } from '../../../core/kit/kind.ts';
import { developsFilm, type Bath } from '../../../core/kit/kit.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { stepsOfWay } from '../../run/evening/steps-of-way.server.ts';
import { findKit, setKitDeleted } from '../../server/shelf/kits.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { LeafletChart } from '../../ui/charts/leaflet-chart.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { Strip } from '../../ui/strip/strip.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Recipes } from '../mixing/recipes.tsx';
import type { Route } from './+types/kit.ts';
import { exhaustionInWords, pushInWords } from './rules-in-words.ts';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.kit.name ?? 'Kit'} · Steady Reel` }];

export function loader({ params }: Route.LoaderArgs) {
  const found = findKit(params.kitId);
  if (!found) throw data('There is no such kit on the shelf.', { status: 404 });
  const recipes = mixRecipes(found.kit, found.kit.makesMl);
  return {
    kit: found.kit,
    shipped: found.shipped,
    steps: developsFilm(found.kit) ? stepsOfWay(found.kit) : [],
    recipes: recipes.ok ? recipes.value : [],
    yields: developsFilm(found.kit) ? yieldTable(found.kit, listTanks()) : [],
  };
}

export function action({ params }: Route.ActionArgs) {
  if (!findKit(params.kitId)) throw data('There is no such kit on the shelf.', { status: 404 });
  setKitDeleted(params.kitId, nowMs());
  throw redirect(`/shelf?away=kit:${params.kitId}`);
}

export default function KitPage({ loaderData }: Route.ComponentProps) {
  const { kit, shipped, steps, recipes, yields } = loaderData;
  const { volume } = useUnits();
  return (
    <>
      <PageHead
        title={kit.name}
        action={
          <LinkButton filled to={`/shelf/batches/new?kit=${kit.id}`}>
            Mix a batch of it
          </LinkButton>
        }
      >
        {kit.process === 'any' ? 'A single bath, for any process' : kit.process}, makes {showVolume(kit.makesMl, volume)}
        {kit.capacityRolls ? ` for ${kit.capacityRolls} rolls` : ', capacity not given'}. {kit.note}
      </PageHead>
      {steps.length > 0 && (
        <section aria-labelledby="in-this-order" className="mb-4">
          <div className="mb-1.5 flex flex-wrap items-baseline justify-between gap-x-4">
            <h2 id="in-this-order" className="font-bold">
              In this order
            </h2>
            <Link className="underline" to={`/shelf/kits/${kit.id}/way`}>
              Do it your way
            </Link>
          </div>
          <Strip
            steps={steps}
            wrap={(i, className, style, children) => (
              <Link
                className={className}
                style={style}
                to={`/shelf/kits/${kit.id}/way?step=${encodeURIComponent(steps[i]?.id ?? '')}`}
                title={`${steps[i]?.name}: your way with it`}
              >
                {children}
              </Link>
            )}
          />
        </section>
      )}
      <div className="grid gap-4 md:grid-cols-2">
        {kit.baths.map((bath) => (
          <BathCard key={bath.id} bath={bath} />
        ))}
      </div>
      <div className="mt-6 grid gap-4 md:grid-cols-2">
        <Card>
          <h2 className="mb-2 font-bold">Mixing</h2>
          <Recipes recipes={recipes} />
        </Card>
        <div className="space-y-4">
          {yields.length > 0 && (
            <Card>
              <h2 className="font-bold">What a whole kit gives, one-shot</h2>
              <table className="mt-1 w-full">
                <thead>
                  <tr className="border-b border-line text-left text-sm text-quiet">
                    <th className="py-1 font-semibold">Tank</th>
                    <th className="py-1 font-semibold">Format</th>
                    <th className="py-1 text-right font-semibold">Runs</th>
                    <th className="py-1 text-right font-semibold">Rolls</th>
                  </tr>
                </thead>
                <tbody>
                  {yields.map((row) => (
                    <tr key={row.tank + row.family} className="border-b border-line last:border-0">
                      <th scope="row" className="py-1.5 text-left font-normal">
                        {row.tank}
                      </th>
                      <td className="py-1.5">{row.family}</td>
                      <td className="figure py-1.5 text-right">{row.runs}</td>
                      <td className="figure py-1.5 text-right font-semibold">{row.rolls}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </Card>
          )}
          <Notice tone="plain">
            {shipped
              ? 'This kit is generic and ships with Steady Reel. Your own leaflet overrules it: type it in, or copy this one.'
              : 'Your own kit. A batch keeps the kit it was mixed by; a change reaches it only when you take it up on the batch’s page.'}
          </Notice>
          <div className="flex flex-wrap gap-3">
            <LinkButton to={`/shelf/kits/${kit.id}/leaflet`}>{shipped ? 'Copy it, with other figures' : 'Correct or copy it'}</LinkButton>
            <LinkButton reloadDocument download to={`/kits/${kit.id}/kit.json`}>
              Save as a file
            </LinkButton>
            {!shipped && (
              <Form method="post">
                <Button>Put this kit away</Button>
              </Form>
            )}
            <LinkButton to="/shelf">Back</LinkButton>
          </div>
        </div>
      </div>
    </>
  );
}

function BathCard({ bath }: { readonly bath: Bath }) {
  const { temperature } = useUnits();
  const points = [...bath.time.points].sort((a, b) => a.c - b.c);
  const rows: readonly (readonly [string, string])[] = [
    [
      'Temperature',
      `${showTemperature(bath.nominalC, temperature)}${bath.range ? `, ${showTemperature(bath.range.lowC, temperature)} to ${showTemperature(bath.range.highC, temperature)}` : ''}`,
    ],
    ['Push and pull', pushInWords(bath.push)],
    ['Wear', exhaustionInWords(bath.exhaustion)],
    [
      'Agitation',
      bath.agitation
        ? `${bath.agitation.initialS} s, then ${bath.agitation.everyS ? `${bath.agitation.inversions ?? 4} ${bath.agitation.inversions === 1 ? 'inversion' : 'inversions'} every ${bath.agitation.everyS} s` : 'none'}`
        : 'not given',
    ],
    [
      'Afterwards',
      `${isWater(bath.kind) ? 'to the drain' : bath.after === 'discard' ? `into ${jugInWords(bath.kind)}` : 'back into its bottle'}${bath.keepsDays ? `, keeps ${bath.keepsDays} days` : ''}`,
    ],
  ];
  return (
    <Card>
      <h2 className="font-bold">
        {bath.name}
        {bath.critical && <span className="ml-2 rounded bg-petrol px-1.5 text-sm font-semibold text-white">critical</span>}
      </h2>
      <table className="mt-2 w-full">
        <tbody>
          {points.map((point) => (
            <tr key={point.c} className="border-b border-line">
              <th scope="row" className="figure py-1.5 text-left font-normal">
                {showTemperature(point.c, temperature)}
              </th>
              <td className="figure py-1.5 text-right font-semibold text-teal">{showDuration(point.s)}</td>
            </tr>
          ))}
          {rows.map(([what, says]) => (
            <tr key={what} className="border-b border-line last:border-0">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal text-quiet">
                {what}
              </th>
              <td className="py-1.5 text-right">{says}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {points.length > 1 && (
        <div className="mt-3">
          <LeafletChart name={bath.name} points={points} tempC={bath.nominalC} lift={1} />
        </div>
      )}
    </Card>
  );
}
