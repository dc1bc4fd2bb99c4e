import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { showVolume } from '../../../core/units/volume.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, SelectField, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { ChooseOne } from './choose-one.tsx';

const tankSchema = schemaOnDemand(async () => (await import('../first-schemas.ts')).firstTankSchema);

const METHODS = [
  { value: 'inversion', label: 'It is turned over by hand' },
  { value: 'stick', label: 'A stick turns the reel' },
  { value: 'rotary', label: 'It lies on rollers' },
];

/** Which tank it is: how much it takes, and how it is agitated. */
export function TankStep({
  tanks,
  chosen,
  once,
  reply,
}: {
  readonly tanks: readonly { readonly id: string; readonly name: string; readonly volumeMl: number }[];
  readonly chosen: string | null;
  readonly once: string;
  readonly reply: SubmissionResult | null;
}) {
  const units = useUnits();
  const [form, fields] = useCheckedForm([tankSchema, units], reply, { method: 'inversion', name: 'My tank' });
  return (
    <>
      <p className="mb-3 max-w-prose">
        Look at it before you need it: the lid, the cap on it, how the light is kept out when the cap is off. Fill it with water, turn it
        over ten times, watch where it drips.
      </p>
      <ChooseOne
        title="One of yours"
        what="tank"
        among={tanks.map(({ id, name, volumeMl }) => ({ id, name: `${name}, ${showVolume(volumeMl, units.volume)}` }))}
        chosen={chosen}
      />
      <Form method="post" {...getFormProps(form)}>
        <input type="hidden" name="intent" value="tank" />
        <input type="hidden" name="once" value={once} />
        <Card className="grid gap-4 sm:grid-cols-2">
          <h3 className="font-bold sm:col-span-2">{tanks.length > 0 ? 'Another one' : 'Your tank'}</h3>
          <TextField field={fields.name} label="Name" />
          <TextField
            field={fields.volumeMl}
            label="It takes, for one roll"
            unit={units.volume}
            figures
            hint="Written on its bottom or in its leaflet"
          />
          <SelectField field={fields.method} label="How the film is moved" options={METHODS} />
          <FormErrors errors={form.errors} />
          <div className="sm:col-span-2">
            <Button filled={tanks.length === 0} className="min-h-14 px-6 text-lg max-sm:w-full">
              This is my tank
            </Button>
          </div>
        </Card>
      </Form>
    </>
  );
}
