import { Select } from '@headlessui/react';
import { processOfKit } from '../../../core/kit/kit.ts';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { redirect, useSearchParams } from 'react-router';
import { makesStillMl, shareOfPriceCents } from '../../../core/chemistry/ledger/box.ts';
import { mixingPlan } from '../../../core/chemistry/mixing/mixing-run.ts';
import { mixRecipes } from '../../../core/chemistry/mixing/mixing.ts';
import { counted } from '../../../core/units/counted.ts';
import { dayAndYear, shortDay } from '../../../core/units/day.ts';
import { textIn } from '../../../core/units/sentence.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { fieldOfVolume, parseVolume } from '../../../core/units/typed-volume.ts';
import { readEvening } from '../../run/evening/evening-settings.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { storedSetting, storedUnits } from '../../server/settings.server.ts';
import { addBatch, batchesOfKit, findBatch } from '../../server/shelf/batches.server.ts';
import { moveBottle } from '../../server/shelf/bottle-entries.server.ts';
import { findBox, listBoxes, openBox } from '../../server/shelf/boxes.server.ts';
import { findKit, listKits } from '../../server/shelf/kits.server.ts';
import { beginMixing, findMixing } from '../../server/shelf/mixings.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT } from '../../ui/forms/input-shape.ts';
import { readForm } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../ui/forms/typed-in.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/mix-batch.ts';
import { BatchForm } from './batch-form.tsx';
import { batchSchema } from './batch-schema.ts';
import { Recipes } from './recipes.tsx';
import { bottlesToTakeOver, takenOver } from './taken-over.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Mix a batch · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const kits = listKits();
  const { searchParams } = new URL(request.url);
  const box = findBox(searchParams.get('box') ?? '');
  const asked = box?.kitId ?? searchParams.get('kit');
  const chosen = kits.find((kit) => kit.id === asked) ?? kits[0];
  if (!chosen) throw new Error('the shipped kits are missing');
  const unit = storedUnits().volume;
  const boxes = listBoxes().filter((each) => each.kitId === chosen.id);
  // What is open is used up first, and no more is proposed than it still makes.
  const from = box ?? boxes[0] ?? null;
  return {
    once: nanoid(),
    kit: { baths: chosen.kit.baths, makesMl: chosen.kit.makesMl },
    kits: kits.map(({ id, kit }) => ({ id, name: `${kit.name} (${processOfKit(kit)})` })),
    boxes: boxes.map((each) => ({
      id: each.id,
      name: `The box of ${shortDay(each.boughtOn)}, ${each.openedOn ? `opened ${shortDay(each.openedOn)}, ` : 'sealed, '}${showVolume(makesStillMl(each.kit, each), unit)} left`,
    })),
    takeOver: bottlesToTakeOver(chosen.kit).map(({ bath, name, bottles }) => ({
      bath,
      name,
      bottles: bottles.map((bottle) => ({
        number: bottle.number,
        says: `${bottle.code}: ${showVolume(bottle.mlLeft, unit)}, ${counted(bottle.rollsDone, 'roll')}, mixed ${shortDay(bottle.mixedOn)}${bottle.standing === 'doubtful' ? ', doubtful' : ''}`,
      })),
    })),
    defaults: {
      kitId: chosen.id,
      boxId: from?.id ?? '',
      name: `${chosen.kit.name.split(',')[0]} ${batchesOfKit(chosen.id) + 1}`,
      volumeMl: fieldOfVolume((from && makesStillMl(from.kit, from)) || chosen.kit.makesMl, unit),
      mixedOn: today(),
      rollsDone: 0,
    },
    kitName: chosen.kit.name,
  };
}

export async function action({ request }: Route.ActionArgs) {
  const formData = await postedForm(request);
  const unit = unitsTypedIn(formData, storedUnits()).volume;
  const read = readForm(batchSchema(unit), formData);
  if (!read.ok) return read.reply;
  // The form brings an id of its own: posted twice, it is the same mixing, and is not refused what it has taken itself.
  const id = onceOf(formData);
  if (findMixing(id)) throw redirect(`/mixing/${id}`);
  if (findBatch(id)) throw redirect(`/shelf/batches/${id}`);
  const { price, boxId, ...batch } = read.value;
  const kit = findKit(batch.kitId)?.kit;
  if (!kit) throw redirect('/shelf/batches/new');
  const box = boxId ? findBox(boxId) : null;
  if (boxId && (box?.kitId !== batch.kitId || box.deletedAtMs !== null))
    return read.refuse({ boxId: ['That box is not there any more, or is of another kit. Choose another.'] });
  const left = box ? makesStillMl(kit, box) : Infinity;
  if (batch.volumeMl > left + 0.5)
    return read.refuse({ volumeMl: [`That box makes ${showVolume(left, unit)} more; mix that much, or choose another box.`] });
  if (batch.mixedOn > today()) return read.refuse({ mixedOn: [`That day is still to come; today is ${dayAndYear(today())}.`] });
  const priceCents = price !== undefined ? Math.round(price * 100) : box ? shareOfPriceCents(kit, box, batch.volumeMl) : null;
  const takes = takenOver(kit, formData);
  if (formData.get('intent') === 'bench') {
    const { hotTapC, coldTapC, roomC } = readEvening(storedSetting('evening'));
    const plan = mixingPlan({
      kit: { ...kit, baths: kit.baths.filter((bath) => !(bath.id in takes)) },
      batchName: batch.name,
      volumeMl: batch.volumeMl,
      taps: { hotC: hotTapC, coldC: coldTapC },
      roomC,
    });
    if (!plan.ok)
      return read.refuse({
        [plan.errors[0]?.path === '$.volumeMl' ? 'volumeMl' : 'kitId']: plan.errors.map((error) => textIn(error, storedUnits())),
      });
    beginMixing({ id, kitId: batch.kitId, boxId: box?.id ?? null, priceCents, plan: { ...plan.value, takes } }, nowMs());
    throw redirect(`/mixing/${id}`);
  }
  inTransaction(() => {
    const added = addBatch(
      {
        ...batch,
        id,
        rollsDone: batch.rollsDone ?? 0,
        note: batch.note ?? '',
        priceCents,
        boxId: box?.id ?? null,
        withoutBaths: Object.keys(takes),
      },
      nowMs(),
    );
    if (!added) return;
    if (box) openBox(box.id, batch.mixedOn);
    for (const [bath, number] of Object.entries(takes))
      moveBottle(String(number), { batchId: id, bath, inItsPlace: null }, batch.mixedOn, nowMs());
  });
  throw redirect(`/shelf/batches/${id}`);
}

export default function MixBatch({ loaderData, actionData }: Route.ComponentProps) {
  const [, setSearch] = useSearchParams();
  const { kits, defaults, kitName, kit, once, boxes, takeOver } = loaderData;
  const units = useUnits();
  const { volume } = units;
  // The recipe follows the volume as it is typed; what cannot be mixed says why.
  const [typed, setTyped] = useState(defaults.volumeMl);
  const volumeMl = parseVolume(typed, volume);
  const recipes = volumeMl === null ? null : mixRecipes(kit, volumeMl);
  return (
    <>
      <PageHead title="Mix a batch">
        One mixing of a kit. The mixing bench goes through it with you, bottle by bottle; bottles that stand there already go on the shelf
        as they are, with the rolls they have done.
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
          <BatchForm key={defaults.kitId} lastResult={actionData} defaults={defaults} kits={kits} boxes={boxes} fresh>
            <input type="hidden" name="once" value={once} />
            {takeOver.map(({ bath, name, bottles }) => (
              <label key={bath} className="w-full font-semibold">
                {name}
                <Select name={`take-${bath}`} className={`${INPUT} font-normal`}>
                  <option value="">Mix it</option>
                  {bottles.map((bottle) => (
                    <option key={bottle.number} value={bottle.number}>
                      Take {bottle.says}
                    </option>
                  ))}
                </Select>
              </label>
            ))}
            <Button filled name="intent" value="bench">
              Begin at the mixing bench
            </Button>
            <Button name="intent" value="shelf">
              It is mixed: put it on the shelf
            </Button>
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
