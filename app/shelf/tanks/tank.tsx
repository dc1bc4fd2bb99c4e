import { getFormProps } from '@conform-to/react';
import { nanoid } from 'nanoid';
import { data, Form, redirect } from 'react-router';
import { DEFAULT_TANK_HEAT_JK, TANK_MATERIALS } from '../../../core/heat/bath/water.ts';
import { fieldOfTemperature } from '../../../core/units/typed-temperature.ts';
import { fieldOfVolume, parseVolume } from '../../../core/units/typed-volume.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { findTank, saveTank, setTankDeleted } from '../../server/shelf/tanks.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, SelectField, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { readForm } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../ui/forms/typed-in.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/tank.ts';
import { tankFromForm, tankSchema } from './tank-schema.ts';
import { PLACE_FIELDS } from './place-fields.ts';
import { TankTest } from './tank-test.tsx';

const tankChecked = schemaOnDemand(async () => (await import('./tank-schema.ts')).tankSchema);

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.tank?.name ?? 'A tank'} · Steady Reel` }];

export function loader({ params }: Route.LoaderArgs) {
  const tank = params.tankId === 'new' ? null : findTank(params.tankId);
  if (!tank && params.tankId !== 'new') throw data('There is no such tank.', { status: 404 });
  return { tank, once: nanoid() };
}

export async function action({ request, params }: Route.ActionArgs) {
  const formData = await postedForm(request);
  const known = params.tankId === 'new' ? null : findTank(params.tankId);
  if (!known && params.tankId !== 'new') throw data('There is no such tank. It may have been put away for good.', { status: 404 });
  if (formData.get('intent') === 'away') {
    setTankDeleted(params.tankId, nowMs());
    throw redirect(`/shelf?away=tank:${params.tankId}`);
  }
  const read = readForm(tankSchema(unitsTypedIn(formData, storedUnits())), formData);
  if (!read.ok) return read.reply;
  saveTank(tankFromForm(known?.id ?? onceOf(formData), read.value), nowMs());
  throw redirect('/shelf');
}

const PLACES = [
  { value: 'habit', label: 'As your habits say' },
  { value: 'air', label: 'In the air' },
  { value: 'bath', label: 'In the bath' },
  { value: 'machine', label: 'In a machine that holds' },
];

const IN_THE_BATH = [
  { value: 'bottle', label: 'The bottles' },
  { value: 'portion', label: 'What is poured, in jugs' },
];

const MATERIALS = [
  { value: 'plastic', label: 'Plastic' },
  { value: 'steel', label: 'Steel' },
  { value: 'rotary', label: 'A rotary drum' },
];

const METHODS = [
  { value: 'inversion', label: 'Inversion by hand' },
  { value: 'stick', label: 'A stick, lid stays on' },
  { value: 'rotary', label: 'Rotary, on rollers' },
];

export default function TankPage({ loaderData, actionData }: Route.ComponentProps) {
  const { tank, once } = loaderData;
  const units = useUnits();
  const { volume, temperature } = units;
  const defaults = tank
    ? {
        ...tank,
        volumeMl: fieldOfVolume(tank.volumeMl, volume),
        volumeOneMl: tank.volumeOneMl ? fieldOfVolume(tank.volumeOneMl, volume) : undefined,
        stands: tank.stands ?? 'habit',
        warms: tank.warms ?? 'bottle',
        machine: tank.machineC ? fieldOfTemperature(tank.machineC, temperature) : undefined,
        coolingInBathPerMin: tank.coolingInBathPerMin ?? undefined,
        heatJK: tank.heatJK ?? undefined,
        coolingPerMin: tank.coolingPerMin ?? undefined,
        ...Object.fromEntries(PLACE_FIELDS.map(([family, field]) => [field, tank.holds[family]])),
      }
    : { method: 'inversion', material: 'plastic', fillS: 8, drainS: 12, reelSets: 1, p135: 2 };
  const [form, fields] = useCheckedForm([tankChecked, units], actionData, defaults);
  return (
    <>
      <PageHead title={tank?.name ?? 'Add a tank'}>
        What it holds decides which rolls share a run; how fast it fills and drains decides when to pour.
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <Form method="post" {...getFormProps(form)}>
          <input type="hidden" name="once" value={once} />
          <Card className="grid gap-4 sm:grid-cols-2">
            <TextField field={fields.name} label="Name" className="sm:col-span-2" />
            <SelectField field={fields.method} label="Agitated by" options={METHODS} />
            <SelectField field={fields.material} label="Made of" options={MATERIALS} />
            <TextField field={fields.volumeMl} label="Solution it needs" unit={volume} figures />
            <TextField field={fields.volumeOneMl} label="With one reel alone" unit={volume} figures hint="Empty if it is the same" />
            <TextField field={fields.fillS} label="Fills in" unit="s" figures />
            <TextField field={fields.drainS} label="Drains in" unit="s" figures />
            <fieldset className="sm:col-span-2">
              <legend className="mb-1 font-semibold">It holds</legend>
              <div className="grid grid-cols-3 gap-3">
                {PLACE_FIELDS.map(([family, field]) => (
                  <TextField key={field} field={fields[field]} label={family} figures />
                ))}
              </div>
              <p className="mt-1 text-sm text-quiet">As many of each as fit alone; mixed loads share the room. 220 takes a 120 place.</p>
            </fieldset>
            <TextField field={fields.reelSets} label="Sets of reels" figures hint="Wet reels jam; a second set saves the drying" />
            <TextField field={fields.heatJK} label="Takes heat" unit="J/K" figures hint="Empty until tested; the usual value then" />
            <TextField field={fields.coolingPerMin} label="Cools in the air by" unit="/min" figures hint="Empty until tested" />
            <TextField field={fields.coolingInBathPerMin} label="Follows the bath by" unit="/min" figures hint="Empty until tested there" />
            <SelectField field={fields.stands} label="It stands" options={PLACES} />
            {fields.stands.value === 'machine' && (
              <TextField field={fields.machine} label="The machine holds" unit={`°${temperature}`} figures />
            )}
            <SelectField field={fields.warms} label="In the bath stand" options={IN_THE_BATH} />
            <FormErrors errors={form.errors} />
            <div className="flex flex-wrap gap-3 sm:col-span-2">
              <Button filled>{tank ? 'Keep changes' : 'Add this tank'}</Button>
              <LinkButton to="/shelf">Back</LinkButton>
              {tank && (
                <Button name="intent" value="away" formNoValidate>
                  Put this tank away
                </Button>
              )}
            </div>
          </Card>
        </Form>
        <TankTest
          volumeMl={parseVolume(fields.volumeMl.value ?? '', volume) ?? 500}
          heatJK={
            Number(fields.heatJK.value) || DEFAULT_TANK_HEAT_JK[TANK_MATERIALS.find((each) => each === fields.material.value) ?? 'plastic']
          }
          onTimed={(part, seconds) => form.update({ name: fields[part].name, value: String(seconds) })}
          onFound={(found, stands) => {
            form.update({ name: fields.heatJK.name, value: found.heatJK.toFixed(0) });
            form.update({
              name: (stands === 'air' ? fields.coolingPerMin : fields.coolingInBathPerMin).name,
              value: found.coolingPerMin.toFixed(4),
            });
          }}
        />
      </div>
    </>
  );
}
