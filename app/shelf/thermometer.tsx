import { getFormProps } from '@conform-to/react';
import { nanoid } from 'nanoid';
import { data, Form, redirect } from 'react-router';
import { object, string } from 'yup';
import { nowMs } from '../server/clock.server.ts';
import { listThermometers, saveThermometer, setThermometerDeleted } from '../server/thermometers.server.ts';
import { TextField } from '../ui/fields.tsx';
import { readForm, useCheckedForm } from '../ui/form.ts';
import { Button, Card, LinkButton, PageHead } from '../ui/parts.tsx';
import { typedNumber } from '../ui/typed.ts';
import type { Route } from './+types/thermometer.ts';

const SHOWN = 'A temperature in °C from 0 to 60, such as 38.4.';
const shown = () => typedNumber(SHOWN).min(0, SHOWN).max(60, SHOWN).required(SHOWN);

const thermometerSchema = object({
  name: string().trim().max(120).required('Give it a name, such as “Stem, blue cap”.'),
  shownC: shown(),
  trueC: shown(),
}).test('close', '', function ({ shownC, trueC }) {
  if (Math.abs((shownC ?? 0) - (trueC ?? 0)) <= 5) return true;
  return this.createError({
    path: 'shownC',
    message: 'More than 5 °C apart: one of the two was misread, or the thermometer belongs in the bin.',
  });
});

export const meta: Route.MetaFunction = () => [{ title: 'A thermometer · Steady Reel' }];

export function loader({ params }: Route.LoaderArgs) {
  const thermometer = listThermometers().find((candidate) => candidate.id === params.thermometerId) ?? null;
  if (!thermometer && params.thermometerId !== 'new') throw data('There is no such thermometer.', { status: 404 });
  return { thermometer };
}

export async function action({ request, params }: Route.ActionArgs) {
  const formData = await request.formData();
  if (formData.get('intent') === 'away') {
    setThermometerDeleted(params.thermometerId, nowMs());
    throw redirect(`/shelf?away=thermometer:${params.thermometerId}`);
  }
  const read = readForm(thermometerSchema, formData);
  if (!read.ok) return read.reply;
  const { name, shownC, trueC } = read.value;
  const id = params.thermometerId === 'new' ? nanoid() : params.thermometerId;
  saveThermometer({ id, name, offsetC: Math.round((shownC - trueC) * 100) / 100 }, nowMs());
  throw redirect('/shelf');
}

export default function ThermometerPage({ loaderData, actionData }: Route.ComponentProps) {
  const { thermometer } = loaderData;
  const [form, fields] = useCheckedForm(
    thermometerSchema,
    actionData,
    thermometer ? { name: thermometer.name, shownC: (38 + thermometer.offsetC).toFixed(1), trueC: '38.0' } : {},
  );
  return (
    <>
      <PageHead title={thermometer?.name ?? 'Add a thermometer'}>
        Two thermometers disagree. Compare this one with the one you trust, and its error comes off every reading.
      </PageHead>
      <Form method="post" {...getFormProps(form)} className="max-w-xl">
        <Card className="grid gap-4">
          <TextField field={fields.name} label="Name" />
          <ol className="list-decimal space-y-1 pl-6 text-quiet">
            <li>Stand both in the same jug of water at about 38 °C.</li>
            <li>Stir for a minute, so that neither sits in a warm corner.</li>
            <li>Read both at once.</li>
          </ol>
          <div className="grid gap-4 sm:grid-cols-2">
            <TextField field={fields.shownC} label="This one shows" unit="°C" figures />
            <TextField field={fields.trueC} label="The trusted one shows" unit="°C" figures />
          </div>
          <div className="flex flex-wrap gap-3">
            <Button filled>Keep it</Button>
            <LinkButton to="/shelf">Back</LinkButton>
            {thermometer && (
              <Button name="intent" value="away" formNoValidate>
                Put it away
              </Button>
            )}
          </div>
        </Card>
      </Form>
    </>
  );
}
