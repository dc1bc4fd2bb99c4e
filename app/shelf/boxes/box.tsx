import { processOfKit } from '../../../core/kit/kit.ts';
import { getFormProps } from '@conform-to/react';
import { nanoid } from 'nanoid';
import { data, Form, redirect } from 'react-router';
import { boxUseBy, makesStillMl, partsLeft } from '../../../core/chemistry/ledger/box.ts';
import { portionInWords } from '../../../core/chemistry/mixing/mixing.ts';
import { capacityOfVolume } from '../../../core/kit/capacity.ts';
import { dayAndYear } from '../../../core/units/day.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { findBox, saveBox, setBoxDeleted } from '../../server/shelf/boxes.server.ts';
import { findKit, listKits } from '../../server/shelf/kits.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, SelectField, TextArea, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { readForm } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { PageHead } from '../../ui/page-head.tsx';
import { shareInWords } from '../board/boxes-on-shelf.tsx';
import type { Route } from './+types/box.ts';
import { boxSchema } from './box-schema.ts';

const boxChecked = schemaOnDemand(async () => (await import('./box-schema.ts')).boxSchema);

export const meta: Route.MetaFunction = () => [{ title: 'Box · Steady Reel' }];

function boxOf(id: string) {
  if (id === 'new') return null;
  const box = findBox(id);
  if (!box) throw data('There is no such box.', { status: 404 });
  return box;
}

export function loader({ params }: Route.LoaderArgs) {
  const box = boxOf(params.boxId);
  const kits = listKits();
  const stillMl = box ? makesStillMl(box.kit, box) : null;
  return {
    id: box?.id ?? null,
    once: nanoid(),
    name: box?.kit.name ?? null,
    kits: kits.map(({ id, kit }) => ({ value: id, label: `${kit.name} (${processOfKit(kit)})` })),
    defaults: {
      kitId: box?.kitId ?? kits[0]?.id,
      boughtOn: box?.boughtOn ?? today(),
      openedOn: box?.openedOn ?? '',
      goodUntil: box?.goodUntil ?? '',
      price: box === null || box.priceCents === null ? undefined : (box.priceCents / 100).toFixed(2),
      note: box?.note ?? '',
    },
    stillMl,
    share: box && stillMl !== null ? stillMl / box.kit.makesMl : null,
    rolls: box && stillMl !== null ? capacityOfVolume(box.kit, stillMl) : null,
    useBy: box ? boxUseBy(box.kit, box) : null,
    parts: box ? partsLeft(box.kit, box) : [],
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const box = boxOf(params.boxId);
  if (box && form.get('intent') === 'away') {
    setBoxDeleted(box.id, nowMs());
    throw redirect(`/shelf?away=box:${box.id}`);
  }
  // A box that was mixed from stays of its kit.
  if (box) form.set('kitId', box.kitId);
  const read = readForm(boxSchema, form);
  if (!read.ok) return read.reply;
  const { kitId, boughtOn, openedOn, goodUntil, price, note } = read.value;
  if (!findKit(kitId)) return read.refuse({ kitId: ['That kit is not there any more. Choose another.'] });
  saveBox(
    {
      id: box?.id ?? onceOf(form),
      kitId,
      boughtOn,
      openedOn: openedOn || null,
      goodUntil: goodUntil || null,
      priceCents: price === undefined ? null : Math.round(price * 100),
      note,
    },
    nowMs(),
  );
  throw redirect('/shelf');
}

export default function BoxPage({ loaderData, actionData }: Route.ComponentProps) {
  const { id, once, name, kits, defaults, stillMl, share, rolls, useBy, parts } = loaderData;
  const { volume } = useUnits();
  const [form, fields] = useCheckedForm([boxChecked], actionData, defaults);
  return (
    <>
      <PageHead
        title={name === null ? 'A box you bought' : `A box of ${name}`}
        action={
          id && (
            <LinkButton filled to={`/shelf/batches/new?box=${id}`}>
              Mix from it
            </LinkButton>
          )
        }
      >
        {stillMl === null || share === null
          ? 'A kit as it stands in the cupboard: a batch mixed from it takes its share of the price.'
          : `${share > 0.99 ? 'Nothing was mixed from it yet' : `Of it, ${shareInWords(share)} is left`}: it makes ${showVolume(stillMl, volume)}${rolls === null ? '' : `, good for ${Math.round(rolls * 10) / 10} rolls`}${useBy === null ? '' : `, and is to be used by ${dayAndYear(useBy)}`}.`}
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-2">
        <Card>
          <Form method="post" {...getFormProps(form)} className="grid gap-4 sm:grid-cols-2">
            <input type="hidden" name="once" value={once} />
            {id === null && <SelectField field={fields.kitId} label="Kit" options={kits} className="sm:col-span-2" />}
            <TextField field={fields.boughtOn} label="Bought on" type="date" />
            <TextField field={fields.price} label="Price" figures hint="Your currency" />
            <TextField field={fields.goodUntil} label="Good until, as printed" type="date" hint="Empty where nothing is printed" />
            <TextField field={fields.openedOn} label="Opened on" type="date" hint="Empty while it is sealed" />
            <TextArea field={fields.note} label="Note" className="sm:col-span-2" />
            <FormErrors errors={form.errors} />
            <div className="flex flex-wrap gap-3 sm:col-span-2">
              <Button filled>{id === null ? 'Put it on the shelf' : 'Keep changes'}</Button>
              <LinkButton to="/shelf">Back</LinkButton>
            </div>
          </Form>
        </Card>
        {id !== null && (
          <div className="space-y-4">
            <Card>
              <h2 className="font-bold">What is left in it</h2>
              {parts.length === 0 ? (
                <p className="mt-2 text-quiet">This kit’s document does not list its parts.</p>
              ) : (
                <ul className="mt-1 divide-y divide-line">
                  {parts.map((part) => (
                    <li key={part.bath + part.name} className="flex justify-between gap-3 py-1.5">
                      <span>
                        {part.bath}, {part.name}
                      </span>
                      <span className="figure">{portionInWords(part, volume)}</span>
                    </li>
                  ))}
                </ul>
              )}
            </Card>
            <Form method="post">
              <Button name="intent" value="away">
                Put this box away
              </Button>
            </Form>
          </div>
        )}
      </div>
    </>
  );
}
