import { format, parseISO } from 'date-fns';
import { data, Form, Link, redirect } from 'react-router';
import { rollsLeft } from '../../core/chemistry/capacity.ts';
import { costPerRollCents } from '../../core/chemistry/cost.ts';
import { mixRecipes } from '../../core/chemistry/mixing.ts';
import { figureOfVolume, showVolume } from '../../core/units/volume.ts';
import { findBatch, pinKitAnew, setBatchRetired, updateBatch } from '../server/batches.server.ts';
import { entriesOfBatch } from '../server/bottle-entries.server.ts';
import { findKit } from '../server/kits.server.ts';
import { personsMoney } from '../server/money.server.ts';
import { storedUnits } from '../server/settings.server.ts';
import { useUnits } from '../ui/units.ts';
import { entryInWords } from './bottles/entry-in-words.ts';
import { nowMs, shownInstant, today } from '../server/clock.server.ts';
import { runsOfBatch } from '../server/runs.server.ts';
import { readForm } from '../ui/form.ts';
import { Button, Card, LinkButton, Notice, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/batch.ts';
import { BatchForm } from './mixing/batch-form.tsx';
import { batchSchema } from './mixing/batch-schema.ts';
import { Recipes } from './mixing/recipes.tsx';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.batch.name ?? 'Batch'} · Steady Reel` }];

const dayInWords = (day: string | null) => day && format(parseISO(day), 'd MMM yyyy');

export function loader({ params }: Route.LoaderArgs) {
  const batch = findBatch(params.batchId);
  if (!batch) throw data('There is no such batch. It may have been typed from memory.', { status: 404 });
  const recipes = mixRecipes(batch.kit, Math.min(batch.volumeMl, batch.kit.makesMl));
  const cost = costPerRollCents(batch.kit, batch);
  return {
    batch,
    left: rollsLeft(batch.kit, batch),
    cost: cost === null ? null : personsMoney()(cost),
    volume: figureOfVolume(batch.volumeMl, storedUnits().volume),
    kitChanged: JSON.stringify(findKit(batch.kitId)?.kit ?? batch.kit) !== JSON.stringify(batch.kit),
    bottles: batch.bottles.map((bottle) => ({
      ...bottle,
      until: dayInWords(bottle.goodUntil),
      past: bottle.goodUntil !== null && bottle.goodUntil < today(),
      after: batch.kit.baths.find((bath) => bath.id === bottle.id)?.after ?? 'return',
    })),
    entries: entriesOfBatch(batch.id).map(({ id, entry, note, undone, runId }) => ({
      id,
      entry,
      note,
      undone,
      runId,
      on: dayInWords(entry.on),
    })),
    recipes: recipes.ok ? recipes.value : [],
    runs: runsOfBatch(batch.id).map((run) => ({
      id: run.id,
      title: run.plan.title,
      endedAt: shownInstant(run.endedAtMs ?? 0, 'd MMM yyyy'),
      rolls: run.runRolls,
    })),
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const formData = await request.formData();
  const batch = findBatch(params.batchId);
  if (!batch) throw data('There is no such batch.', { status: 404 });
  if (formData.get('intent') === 'retire') {
    setBatchRetired(batch.id, nowMs());
    throw redirect(`/shelf?away=batch:${batch.id}`);
  }
  if (formData.get('intent') === 'take-back') {
    setBatchRetired(batch.id, null);
    throw redirect('/shelf');
  }
  if (formData.get('intent') === 'take-kit') {
    pinKitAnew(batch.id);
    throw redirect(`/shelf/batches/${batch.id}`);
  }
  formData.set('kitId', batch.kitId);
  const read = readForm(batchSchema(storedUnits().volume), formData);
  if (!read.ok) return read.reply;
  const { price, name, volumeMl, mixedOn, rollsDone, note } = read.value;
  const written = {
    id: batch.id,
    name,
    volumeMl,
    mixedOn,
    note: note ?? '',
    priceCents: price === undefined ? null : Math.round(price * 100),
  };
  updateBatch(written, rollsDone ?? 0);
  throw redirect('/shelf');
}

export default function BatchPage({ loaderData, actionData }: Route.ComponentProps) {
  const { batch, left, bottles, recipes, runs, cost, volume: volumeShown, kitChanged, entries } = loaderData;
  const { volume } = useUnits();
  const { priceCents, ...plain } = batch;
  return (
    <>
      <PageHead title={batch.name}>
        {batch.kit.name}.{' '}
        {left === null
          ? 'Its leaflet gives no capacity.'
          : left > 0
            ? `${Math.round(left * 100) / 100} rolls left.`
            : 'Its rolls are used up.'}
        {cost !== null && ` About ${cost} a roll.`}
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-2">
        <div className="space-y-4">
          <Card>
            <h2 className="mb-2 font-bold">Bottles</h2>
            <ul className="divide-y divide-line">
              {bottles.map((bottle) => (
                <li key={bottle.id} className="flex justify-between gap-3 py-2">
                  <span className="font-semibold">{bottle.name}</span>
                  <span className={`text-right ${bottle.past || bottle.standing !== 'good' ? 'font-semibold text-hot' : 'text-quiet'}`}>
                    <span className="figure">{showVolume(bottle.mlLeft, volume)}</span>,{' '}
                    {bottle.until === null ? 'shelf life not given' : `good until ${bottle.until}`},{' '}
                    {bottle.after === 'return' ? 'goes back' : 'collected after use'}
                    {bottle.why.map((sentence) => (
                      <span key={sentence} className="block text-sm">
                        {sentence}
                      </span>
                    ))}
                  </span>
                </li>
              ))}
            </ul>
          </Card>
          <Card>
            <h2 className="mb-3 font-bold">Correct what is written down</h2>
            <BatchForm
              lastResult={actionData}
              kits={[{ id: batch.kitId, name: batch.kit.name }]}
              defaults={{ ...plain, volumeMl: volumeShown, price: priceCents === null ? undefined : (priceCents / 100).toFixed(2) }}
            >
              <Button filled>Keep changes</Button>
              <LinkButton to="/shelf">Back</LinkButton>
            </BatchForm>
          </Card>
        </div>
        <div className="space-y-4">
          <Card>
            <h2 className="mb-2 font-bold">What happened to it</h2>
            {entries.length === 0 ? (
              <p className="text-quiet">Nothing yet: it is as it was mixed.</p>
            ) : (
              <ul className="divide-y divide-line">
                {entries.map((each) => (
                  <li key={each.id} className={`flex justify-between gap-3 py-2 ${each.undone ? 'text-quiet line-through' : ''}`}>
                    <span>
                      {entryInWords(each.entry, batch.kit, volume)} {each.note && <span className="text-quiet">{each.note}</span>}
                    </span>
                    <span className="text-right whitespace-nowrap text-quiet">{each.on}</span>
                  </li>
                ))}
              </ul>
            )}
          </Card>
          <Card>
            <h2 className="mb-2 font-bold">Runs</h2>
            {runs.length === 0 ? (
              <p className="text-quiet">No run of this batch is in the logbook yet.</p>
            ) : (
              <ul className="divide-y divide-line">
                {runs.map((run) => (
                  <li key={run.id} className="flex justify-between gap-3 py-2">
                    <Link className="underline" to={`/logbook/${run.id}`}>
                      {run.title}
                    </Link>
                    <span className="text-quiet">{run.endedAt}</span>
                  </li>
                ))}
              </ul>
            )}
          </Card>
          <Card>
            <h2 className="mb-2 font-bold">How it was mixed</h2>
            <Recipes recipes={recipes} />
          </Card>
          {kitChanged && (
            <Form method="post">
              <Notice tone="plain">
                The kit has been changed since. This batch keeps the times it was mixed by.{' '}
                <button name="intent" value="take-kit" className="font-semibold underline">
                  Take up the changed kit
                </button>
              </Notice>
            </Form>
          )}
          <Form method="post" className="space-y-3">
            {batch.retiredAtMs === null ? (
              <>
                <Notice tone="plain">
                  Dead or doubtful? Put it away. Collect the solutions and follow your local authority’s rules; a bleach-fix or fixer holds
                  silver and is usually not for the drain.
                </Notice>
                <Button name="intent" value="retire">
                  Put this batch away
                </Button>
              </>
            ) : (
              <Button name="intent" value="take-back">
                Take it back to the shelf
              </Button>
            )}
          </Form>
        </div>
      </div>
    </>
  );
}
