import { differenceInCalendarDays, format, parseISO } from 'date-fns';
import { Form, Link, redirect } from 'react-router';
import { capacityOfVolume, rollsLeft } from '../../core/chemistry/capacity.ts';
import { showTemperatureChange } from '../../core/units/temperature.ts';
import { showVolume } from '../../core/units/volume.ts';
import { findBatch, listBatches, setBatchRetired } from '../server/batches.server.ts';
import { today } from '../server/clock.server.ts';
import { findKit, listKits, setKitDeleted } from '../server/kits.server.ts';
import { findTank, listTanks, setTankDeleted } from '../server/tanks.server.ts';
import { listThermometers, setThermometerDeleted } from '../server/thermometers.server.ts';
import { Button, Card, Empty, LinkButton, Notice, PageHead, UndoBar } from '../ui/parts.tsx';
import { textOf } from '../ui/form.ts';
import { useUnits } from '../ui/units.ts';
import { reservedRolls } from '../run/reserved-rolls.server.ts';
import { waitingRollsByBatch } from '../server/runs.server.ts';
import type { Route } from './+types/shelf.ts';

/** What evenings that go on or are to come will take of a batch; null where none does. */
function spokenForInWords(
  tonight: number,
  toCome: { readonly rolls: number; readonly evenings: readonly string[] } | undefined,
): string | null {
  const counted = (rolls: number) => `${Math.round(rolls * 100) / 100} ${rolls === 1 ? 'roll' : 'rolls'}`;
  const parts = [
    tonight > 0 ? `${counted(tonight)} in the evening that goes on` : null,
    toCome ? `${counted(toCome.rolls)} kept for ${toCome.evenings.join(' and ')}` : null,
  ].filter((part) => part !== null);
  return parts.length > 0 ? `${parts.join(', ')}.` : null;
}

export const meta: Route.MetaFunction = () => [{ title: 'Shelf · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const on = today();
  const reserved = reservedRolls();
  const goingOn = waitingRollsByBatch();
  const view = (batch: ReturnType<typeof listBatches>[number]) => ({
    id: batch.id,
    name: batch.name,
    kitName: batch.kit.name,
    process: batch.kit.process,
    volumeMl: batch.volumeMl,
    mixedOn: batch.mixedOn,
    rollsDone: Math.round(batch.rollsDone * 100) / 100,
    capacity: capacityOfVolume(batch.kit, batch.volumeMl),
    left: rollsLeft(batch.kit, batch),
    spokenFor: spokenForInWords(goingOn.get(batch.id) ?? 0, reserved.batches[batch.id]),
    seenRemjet: batch.seenRemjet,
    bottles: batch.bottles.flatMap(({ name, goodUntil, standing }) =>
      goodUntil === null ? [] : [{ name, standing, daysLeft: differenceInCalendarDays(parseISO(goodUntil), parseISO(on)) }],
    ),
  });
  const { searchParams } = new URL(request.url);
  return {
    batches: listBatches().map(view),
    retired: listBatches('retired').map(view),
    kits: listKits().map(({ id, kit, shipped }) => ({
      id,
      shipped,
      name: kit.name,
      process: kit.process,
      baths: kit.baths.length,
      capacityRolls: kit.capacityRolls ?? null,
    })),
    tanks: listTanks(),
    thermometers: listThermometers(),
    away: searchParams.get('away'),
  };
}

/** Takes back what was put away. `away` names the kind and the id. */
export async function action({ request }: Route.ActionArgs) {
  const [kind, id = ''] = textOf(await request.formData(), 'away').split(':');
  if (kind === 'batch' && findBatch(id)) setBatchRetired(id, null);
  if (kind === 'tank' && findTank(id)) setTankDeleted(id, null);
  if (kind === 'kit') setKitDeleted(id, null);
  if (kind === 'thermometer') setThermometerDeleted(id, null);
  throw redirect(kind === 'kit' && findKit(id) ? `/shelf/kits/${id}` : '/shelf');
}

export default function Shelf({ loaderData }: Route.ComponentProps) {
  const { batches, retired, kits, tanks, thermometers, away } = loaderData;
  const { volume, temperature } = useUnits();
  return (
    <>
      <PageHead
        title="Shelf"
        action={
          <LinkButton filled to="/shelf/batches/new">
            Mix a batch
          </LinkButton>
        }
      >
        Batches and their bottles, the kits they are mixed from, tanks and thermometers.
      </PageHead>
      {away && (
        <UndoBar
          action={
            <Form method="post">
              <Button name="away" value={away}>
                Undo
              </Button>
            </Form>
          }
        >
          The {away.split(':')[0]} was put away.
        </UndoBar>
      )}
      <h2 className="mb-2 text-lg font-bold">Batches</h2>
      {batches.length === 0 ? (
        <Empty title="No batch is mixed" action={<LinkButton to="/shelf/batches/new">Mix a batch</LinkButton>}>
          A batch is one mixing of a kit. It remembers its age and the rolls it has done, and every time follows from them.
        </Empty>
      ) : (
        <div className="grid gap-4 md:grid-cols-2 xl:grid-cols-3">
          {batches.map((batch) => (
            <BatchCard key={batch.id} batch={batch} />
          ))}
        </div>
      )}
      <div className="mt-8 grid gap-6 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
        <section aria-labelledby="kits">
          <h2 id="kits" className="mb-2 text-lg font-bold">
            Kits
          </h2>
          <Card flush>
            <ul className="divide-y divide-line">
              {kits.map((kit) => (
                <li key={kit.id}>
                  <Link
                    to={`/shelf/kits/${kit.id}`}
                    className="grid grid-cols-[1fr_4rem] gap-3 px-4 py-2.5 no-underline hover:bg-porcelain"
                  >
                    <span>
                      <span className="font-semibold">{kit.name}</span>
                      <span className="block text-sm text-quiet">
                        {kit.baths} baths{kit.capacityRolls ? `, ${kit.capacityRolls} rolls` : ', capacity not given'}
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
              <Link className="font-semibold underline" to="/shelf/thermometers/new">
                Add a thermometer
              </Link>
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
      {retired.length > 0 && (
        <details className="mt-8">
          <summary className="font-semibold">Batches put away ({retired.length})</summary>
          <ul className="mt-2 space-y-1">
            {retired.map((batch) => (
              <li key={batch.id}>
                <Link className="underline" to={`/shelf/batches/${batch.id}`}>
                  {batch.name}
                </Link>{' '}
                <span className="text-quiet">
                  {batch.kitName}, {batch.rollsDone} rolls
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      <div className="mt-8 max-w-3xl">
        <Notice tone="plain">
          Label and date every bottle, and keep them out of children’s reach. Collect spent solution and follow your local authority’s rules
          for photographic waste; silver-bearing baths are usually not for the drain. Your kit’s safety sheet overrules this page.
        </Notice>
      </div>
    </>
  );
}

interface BatchView {
  readonly id: string;
  readonly name: string;
  readonly kitName: string;
  readonly process: string;
  readonly volumeMl: number;
  readonly mixedOn: string;
  readonly rollsDone: number;
  readonly capacity: number | null;
  readonly left: number | null;
  readonly seenRemjet: boolean;
  readonly spokenFor: string | null;
  readonly bottles: readonly { readonly name: string; readonly daysLeft: number }[];
}

function BatchCard({ batch }: { readonly batch: BatchView }) {
  const { volume } = useUnits();
  const share = batch.capacity ? Math.min(1, batch.rollsDone / batch.capacity) : 0;
  return (
    <Card aria-labelledby={`batch-${batch.id}`} className="flex flex-col">
      <div className="flex items-baseline justify-between gap-3">
        <h3 id={`batch-${batch.id}`} className="text-[1.05rem] font-bold">
          <Link to={`/shelf/batches/${batch.id}`} className="no-underline hover:underline">
            {batch.name}
          </Link>
        </h3>
        <span className="text-quiet">{batch.process}</span>
      </div>
      <p className="text-sm text-quiet">
        {batch.kitName}, <span className="figure">{showVolume(batch.volumeMl, volume)}</span>, mixed{' '}
        {format(parseISO(batch.mixedOn), 'd MMM')}
      </p>
      <div className="mt-3 flex items-baseline justify-between">
        <span>
          <span className="figure text-2xl font-semibold text-teal">{batch.rollsDone}</span> <span className="text-quiet">rolls done</span>
        </span>
        <span className={batch.left === 0 ? 'font-semibold text-hot' : 'text-quiet'}>
          {batch.left === null ? 'capacity not given' : batch.left > 0 ? `${Math.round(batch.left * 100) / 100} left` : 'used up'}
        </span>
      </div>
      {batch.capacity !== null && (
        <div
          className="mt-1.5 h-2.5 overflow-hidden rounded bg-[#dfe8e3]"
          role="img"
          aria-label={`${batch.rollsDone} of ${Math.round(batch.capacity * 10) / 10} rolls`}
        >
          <div className={`h-full ${share >= 1 ? 'bg-hot' : 'bg-teal'}`} style={{ width: `${share * 100}%` }} />
        </div>
      )}
      {batch.spokenFor && <p className="mt-1.5 text-sm font-semibold">{batch.spokenFor}</p>}
      <ul className="mt-3 mb-3 divide-y divide-line border-t border-line text-[0.95rem]">
        {batch.bottles.map((bottle) => (
          <li key={bottle.name} className="flex justify-between gap-3 py-1.5">
            <span>{bottle.name}</span>
            <span className={bottle.daysLeft < 0 ? 'font-semibold text-hot' : 'text-quiet'}>
              {bottle.daysLeft < 0 ? (
                <>
                  past by <span className="figure">{-bottle.daysLeft}</span> d
                </>
              ) : (
                <>
                  good for <span className="figure">{bottle.daysLeft}</span> d
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
      {batch.seenRemjet && <p className="mb-2 text-sm font-semibold text-hot">Its developer has seen remjet.</p>}
      <p className="mt-auto">
        <Link to={`/shelf/batches/${batch.id}`} className="font-semibold underline">
          Open
        </Link>
      </p>
    </Card>
  );
}
