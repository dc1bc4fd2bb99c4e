import { format, parseISO } from 'date-fns';
import { data, Form, Link, redirect } from 'react-router';
import { rollsLeft } from '../../core/chemistry/capacity.ts';
import { costPerRollCents } from '../../core/chemistry/cost.ts';
import { mixRecipes } from '../../core/chemistry/mixing.ts';
import { daysLeft, goodUntil } from '../../core/chemistry/shelf-life.ts';
import { findBatch, setBatchRetired, updateBatch } from '../server/batches.server.ts';
import { nowMs, today } from '../server/clock.server.ts';
import { runsOfBatch } from '../server/runs.server.ts';
import { readForm } from '../ui/form.ts';
import { Button, Card, LinkButton, Notice, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/batch.ts';
import { BatchForm } from './batch-form.tsx';
import { batchSchema } from './batch-schema.ts';
import { Recipes } from './recipes.tsx';

export const meta: Route.MetaFunction = ({ data: loaded }) => [{ title: `${loaded?.batch.name ?? 'Batch'} · Steady Reel` }];

const dayInWords = (day: string | null) => day && format(parseISO(day), 'd MMM yyyy');

export function loader({ params }: Route.LoaderArgs) {
  const batch = findBatch(params.batchId);
  if (!batch) throw data('There is no such batch. It may have been typed from memory.', { status: 404 });
  const recipes = mixRecipes(batch.kit, Math.min(batch.volumeMl, batch.kit.makesMl));
  return {
    batch,
    left: rollsLeft(batch.kit, batch),
    costCents: costPerRollCents(batch.kit, batch),
    bottles: batch.kit.baths.map((bath) => ({
      id: bath.id,
      name: bath.name,
      until: dayInWords(goodUntil(bath, batch.mixedOn)),
      daysLeft: daysLeft(bath, batch.mixedOn, today()),
      after: bath.after ?? 'return',
    })),
    recipes: recipes.ok ? recipes.value : [],
    runs: runsOfBatch(batch.id).map((run) => ({
      id: run.id,
      title: run.plan.title,
      endedAt: format(run.endedAtMs ?? 0, 'd MMM yyyy'),
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
  formData.set('kitId', batch.kitId);
  const read = readForm(batchSchema, formData);
  if (!read.ok) return read.reply;
  const { price, name, volumeMl, mixedOn, rollsDone, note } = read.value;
  updateBatch({
    id: batch.id,
    name,
    volumeMl,
    mixedOn,
    rollsDone: rollsDone ?? 0,
    note: note ?? '',
    priceCents: price === undefined ? null : Math.round(price * 100),
  });
  throw redirect('/shelf');
}

export default function BatchPage({ loaderData, actionData }: Route.ComponentProps) {
  const { batch, left, bottles, recipes, runs, costCents } = loaderData;
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
        {costCents !== null && ` About ${(costCents / 100).toFixed(2)} a roll.`}
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-2">
        <div className="space-y-4">
          <Card>
            <h2 className="mb-2 font-bold">Bottles</h2>
            <ul className="divide-y divide-line">
              {bottles.map((bottle) => (
                <li key={bottle.id} className="flex justify-between gap-3 py-2">
                  <span className="font-semibold">{bottle.name}</span>
                  <span className={bottle.daysLeft !== null && bottle.daysLeft < 0 ? 'font-semibold text-hot' : 'text-quiet'}>
                    {bottle.until === null ? 'shelf life not given' : `good until ${bottle.until}`},{' '}
                    {bottle.after === 'return' ? 'goes back' : 'poured away'}
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
              defaults={{ ...plain, price: priceCents === null ? undefined : (priceCents / 100).toFixed(2) }}
            >
              <Button filled>Keep changes</Button>
              <LinkButton to="/shelf">Back</LinkButton>
            </BatchForm>
          </Card>
        </div>
        <div className="space-y-4">
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
