import { getFormProps } from '@conform-to/react';
import { data, Form, redirect } from 'react-router';
import { mixFaults } from '../../../core/chemistry/mixing/mixing.ts';
import { PROCESSES } from '../../../core/film/process.ts';
import { readKit } from '../../../core/kit/kit-document.ts';
import { kitIdFor } from '../../../core/kit/kit-id.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { findKit, kitIdTaken, saveKit } from '../../server/shelf/kits.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, SelectField, TextArea, TextField } from '../../ui/forms/fields.tsx';
import { readForm, useCheckedForm } from '../../ui/forms/form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../ui/forms/typed-in.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/kit-leaflet.ts';
import { AddBath, BathFields } from './leaflet-fields.tsx';
import { errorsByField, kitFromLeaflet, leafletFromKit, leafletSchema } from './leaflet-schema.ts';
import { SequenceFields } from './sequence-fields.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Your leaflet · Steady Reel' }];

function kitAt(kitId: string) {
  const found = findKit(kitId);
  if (!found) throw data('There is no such kit on the shelf.', { status: 404 });
  return found;
}

export function loader({ params }: Route.LoaderArgs) {
  const { kit, shipped } = kitAt(params.kitId);
  const copy = shipped ? { ...kit, name: `My ${kit.name}`, note: 'From my own leaflet.' } : kit;
  return { id: kit.id, name: kit.name, shipped, defaults: leafletFromKit(copy, storedUnits()) };
}

export async function action({ request, params }: Route.ActionArgs) {
  const { kit, shipped } = kitAt(params.kitId);
  const formData = await postedForm(request);
  const units = unitsTypedIn(formData, storedUnits());
  const read = readForm(leafletSchema(units), formData);
  if (!read.ok) return read.reply;
  const asNew = shipped || formData.get('keep') === 'new';
  const id = asNew ? kitIdFor(read.value.name, kitIdTaken) : kit.id;
  const checked = readKit(kitFromLeaflet(read.value, units, id, kit));
  if (!checked.ok) return read.refuse(errorsByField(checked.errors, units));
  const unmixable = mixFaults(checked.value);
  if (unmixable.length > 0) return read.refuse(errorsByField(unmixable, units));
  saveKit(checked.value, nowMs());
  throw redirect(`/shelf/kits/${encodeURIComponent(id)}`);
}

export default function KitLeaflet({ loaderData, actionData }: Route.ComponentProps) {
  const units = useUnits();
  const { temperature, volume } = units;
  const { id, name, shipped, defaults } = loaderData;
  const [form, fields] = useCheckedForm(leafletSchema(units), actionData, defaults);
  const baths = fields.baths.getFieldList();
  const faults = Object.values(form.allErrors).length;
  return (
    <>
      <PageHead title={shipped ? `Your leaflet, from ${name}` : name}>
        Type in what your kit’s leaflet says. What it does not say may stay empty.
      </PageHead>
      <Form method="post" {...getFormProps(form)} className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_21rem]">
        {/* Enter in a field presses a form's first button: it must keep the kit, never take out a row. */}
        <button className="sr-only" tabIndex={-1} aria-hidden name="keep" value="this" />
        <div className="space-y-4">
          <Card className="grid gap-3 sm:grid-cols-6">
            <TextField field={fields.name} label="Kit" className="sm:col-span-4" />
            <SelectField
              field={fields.process}
              label="Process"
              options={PROCESSES.map((process) => ({ value: process, label: process }))}
              className="sm:col-span-2"
            />
            <TextField field={fields.makesMl} label="A whole kit makes" unit={volume} figures className="sm:col-span-3" />
            <TextField field={fields.capacityRolls} label="Good for" unit="rolls" figures className="sm:col-span-3" />
            <TextField
              field={fields.keepsOpenedDays}
              label="Concentrates keep, once opened"
              unit="days"
              figures
              hint="If the leaflet says; for what is left in the box"
              className="sm:col-span-3"
            />
            <TextArea field={fields.note} label="Note" rows={2} className="sm:col-span-6" />
          </Card>
          {baths.map((bath, i) => (
            <BathFields key={bath.key} form={form} bath={bath} index={i} unit={temperature} volume={volume} baths={fields.baths.name} />
          ))}
          <AddBath form={form} name={fields.baths.name} ids={baths.map((bath) => bath.getFieldset().id.initialValue ?? '')} />
        </div>
        <div className="space-y-4 lg:sticky lg:top-4 lg:self-start">
          <SequenceFields form={form} sequence={fields.sequence} baths={baths} />
          <div aria-live="polite">
            {faults > 0 && (
              <Notice>
                {faults === 1 ? 'One field is' : `${faults} fields are`} to be put right; each says how. Nothing you typed is lost.
              </Notice>
            )}
            <FormErrors errors={form.errors} />
          </div>
          <Notice tone="plain">The leaflet in your box and its safety data sheet overrule what stands here.</Notice>
          <div className="flex flex-wrap gap-3">
            <Button filled name="keep" value="this">
              Keep this kit
            </Button>
            {!shipped && (
              <Button name="keep" value="new">
                Keep as a new kit
              </Button>
            )}
            <LinkButton to={`/shelf/kits/${id}`}>Back</LinkButton>
          </div>
          <p className="text-sm">
            <a className="underline" href={`/shelf/kits/${id}/document`}>
              Edit it as a document instead
            </a>{' '}
            to paste one in, or to keep it elsewhere.
          </p>
        </div>
      </Form>
    </>
  );
}
