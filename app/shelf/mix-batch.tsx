import { nanoid } from 'nanoid';
import { useState } from 'react';
import { redirect, useSearchParams } from 'react-router';
import { textIn } from '../../core/units/sentence.ts';
import { figureOfVolume, parseVolume, showVolume } from '../../core/units/volume.ts';
import { storedUnits } from '../server/settings.server.ts';
import { onceOf } from '../ui/once.ts';
import { useUnits } from '../ui/units.ts';
import { mixRecipes } from '../../core/chemistry/mixing.ts';
import { addBatch, batchesOfKit } from '../server/batches.server.ts';
import { nowMs, today } from '../server/clock.server.ts';
import { findKit, listKits } from '../server/kits.server.ts';
import { readForm } from '../ui/form.ts';
import { Button, Card, LinkButton, Notice, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/mix-batch.ts';
import { BatchForm } from './mixing/batch-form.tsx';
import { batchSchema } from './mixing/batch-schema.ts';
import { Recipes } from './mixing/recipes.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Mix a batch · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const kits = listKits();
  const asked = new URL(request.url).searchParams.get('kit');
  const chosen = kits.find((kit) => kit.id === asked) ?? kits[0];
  if (!chosen) throw new Error('the shipped kits are missing');
  return {
    once: nanoid(),
    kit: { baths: chosen.kit.baths, makesMl: chosen.kit.makesMl },
    kits: kits.map(({ id, kit }) => ({ id, name: `${kit.name} (${kit.process})` })),
    defaults: {
      kitId: chosen.id,
      name: `${chosen.kit.name.split(',')[0]} ${batchesOfKit(chosen.id) + 1}`,
      volumeMl: figureOfVolume(chosen.kit.makesMl, storedUnits().volume),
      mixedOn: today(),
      rollsDone: 0,
    },
    kitName: chosen.kit.name,
  };
}

export async function action({ request }: Route.ActionArgs) {
  const formData = await request.formData();
  const read = readForm(batchSchema(storedUnits().volume), formData);
  if (!read.ok) return read.reply;
  const { price, ...batch } = read.value;
  if (!findKit(batch.kitId)) throw redirect('/shelf/batches/new');
  // The form brings an id of its own: posted twice, it is the same batch.
  const id = onceOf(formData);
  addBatch(
    {
      ...batch,
      id,
      rollsDone: batch.rollsDone ?? 0,
      note: batch.note ?? '',
      priceCents: price === undefined ? null : Math.round(price * 100),
    },
    nowMs(),
  );
  throw redirect(`/shelf/batches/${id}`);
}

export default function MixBatch({ loaderData, actionData }: Route.ComponentProps) {
  const [, setSearch] = useSearchParams();
  const { kits, defaults, kitName, kit, once } = loaderData;
  const units = useUnits();
  const { volume } = units;
  // The recipe follows the volume as it is typed; what cannot be mixed says why.
  const [typed, setTyped] = useState(defaults.volumeMl);
  const volumeMl = parseVolume(typed, volume);
  const recipes = volumeMl === null ? null : mixRecipes(kit, volumeMl);
  return (
    <>
      <PageHead title="Mix a batch">
        One mixing of a kit: how much, and when. Batches you already have go in here too, with the rolls they have done.
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-2">
        <Card
          key={defaults.kitId}
          onChange={(event) => {
            const field: EventTarget = event.target;
            if (field instanceof HTMLInputElement && field.name === 'volumeMl') setTyped(field.value);
            if (field instanceof HTMLSelectElement && field.name === 'kitId' && field.value)
              setSearch({ kit: field.value }, { replace: true, preventScrollReset: true });
          }}
        >
          <BatchForm key={defaults.kitId} lastResult={actionData} defaults={defaults} kits={kits}>
            <input type="hidden" name="once" value={once} />
            <Button filled>Put it on the shelf</Button>
            <LinkButton to="/shelf">Back</LinkButton>
          </BatchForm>
        </Card>
        <Card>
          <h2 className="mb-2 font-bold">
            How {kitName} is mixed{volumeMl !== null && `, ${showVolume(volumeMl, volume)}`}
          </h2>
          <div className="mb-3">
            <Notice>
              Gloves and eye protection; move the air. Concentrate into water, slowly, in the listed order. Nothing that touches chemistry
              goes back to the kitchen.
            </Notice>
          </div>
          {recipes === null ? (
            <p className="text-quiet">Type a volume to see what goes into it.</p>
          ) : recipes.ok ? (
            <Recipes recipes={recipes.value} />
          ) : (
            <p className="font-semibold text-hot">{recipes.errors[0] && textIn(recipes.errors[0], units)}</p>
          )}
        </Card>
      </div>
    </>
  );
}
