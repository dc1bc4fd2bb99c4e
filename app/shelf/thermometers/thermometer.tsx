import { getFormProps } from '@conform-to/react';
import { nanoid } from 'nanoid';
import { data, Form, redirect } from 'react-router';
import { disagreementInWords, errorAtC } from '../../../core/heat/disagreement.ts';
import { fitThermometer, type ThermometerError } from '../../../core/heat/thermometer.ts';
import { sayIn, textIn } from '../../../core/units/sentence.ts';
import { showTemperature, type TemperatureUnit } from '../../../core/units/temperature.ts';
import { fieldOfTemperature } from '../../../core/units/typed-temperature.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { isFilmBatch, listBatches } from '../../server/shelf/batches.server.ts';
import { listThermometers, saveThermometer, setThermometerDeleted } from '../../server/shelf/thermometers.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { readForm, textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../ui/forms/typed-in.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/thermometer.ts';
import { thermometerSchema } from './thermometer-schema.ts';

const thermometerChecked = schemaOnDemand(async () => (await import('./thermometer-schema.ts')).thermometerSchema);

const COMPARED = ['shownC', 'trueC', 'shown2C', 'true2C'] as const;

/** What was kept as the comparison that gives it: at one temperature, or at two where there is a slope. */
function comparisonsOf(kept: ThermometerError, unit: TemperatureUnit): Partial<Record<(typeof COMPARED)[number], string>> {
  const shown = (c: number) => fieldOfTemperature(c + kept.offsetC + kept.slope * (c - kept.slopeAtC), unit);
  const [first, second] = [kept.slopeAtC, kept.slopeAtC - 18];
  return {
    shownC: shown(first),
    trueC: fieldOfTemperature(first, unit),
    ...(kept.slope === 0 ? {} : { shown2C: shown(second), true2C: fieldOfTemperature(second, unit) }),
  };
}

export const meta: Route.MetaFunction = () => [{ title: 'A thermometer · Steady Reel' }];

export function loader({ params }: Route.LoaderArgs) {
  const thermometer = listThermometers().find((candidate) => candidate.id === params.thermometerId) ?? null;
  if (!thermometer && params.thermometerId !== 'new') throw data('There is no such thermometer.', { status: 404 });
  return { thermometer, once: nanoid(), means: thermometer && whatItMeans(thermometer) };
}

/** What the error would do to the developer that stands on the shelf, at that developer's own temperature. */
function whatItMeans(error: ThermometerError) {
  const [first] = listBatches()
    .filter(isFilmBatch)
    .flatMap(({ kit }) => kit.baths.flatMap((bath) => (bath.critical ? [{ bath, process: kit.process }] : [])));
  return first ? disagreementInWords(first.bath, first.process, errorAtC(error, first.bath.nominalC)) : null;
}

export async function action({ request, params }: Route.ActionArgs) {
  const formData = await postedForm(request);
  if (formData.get('intent') === 'away') {
    setThermometerDeleted(params.thermometerId, nowMs());
    throw redirect(`/shelf?away=thermometer:${params.thermometerId}`);
  }
  if (params.thermometerId !== 'new' && !listThermometers().some((each) => each.id === params.thermometerId))
    throw data('There is no such thermometer.', { status: 404 });
  const units = unitsTypedIn(formData, storedUnits());
  const read = readForm(thermometerSchema(units.temperature), formData);
  if (!read.ok) return read.reply;
  const { name, shownC, trueC, shown2C, true2C } = read.value;
  const known = listThermometers().find((each) => each.id === params.thermometerId);
  const asKept = known && comparisonsOf(known, units.temperature);
  // A comparison that nobody touched says nothing new: its figures are coarser than what was fitted.
  if (known && asKept && COMPARED.every((field) => textOf(formData, field) === (asKept[field] ?? ''))) {
    saveThermometer({ ...known, name }, nowMs());
    throw redirect('/shelf');
  }
  const second = shown2C !== undefined && true2C !== undefined ? { shownC: shown2C, trueC: true2C } : undefined;
  const fitted = fitThermometer([{ shownC, trueC }, second]);
  if (!fitted.ok) return read.refuse({ [second ? 'shown2C' : 'shownC']: fitted.errors.map((error) => textIn(error, units)) });
  const id = params.thermometerId === 'new' ? onceOf(formData) : params.thermometerId;
  const fine = (value: number) => Math.round(value * 1000) / 1000;
  const { offsetC, slope, slopeAtC } = fitted.value;
  saveThermometer({ id, name, offsetC: fine(offsetC), slope: fine(slope), slopeAtC: fine(slopeAtC) }, nowMs());
  throw redirect('/shelf');
}

export default function ThermometerPage({ loaderData, actionData }: Route.ComponentProps) {
  const { thermometer, once, means } = loaderData;
  const units = useUnits();
  const { temperature } = units;
  const defaults = thermometer ? { name: thermometer.name, ...comparisonsOf(thermometer, temperature) } : {};
  const [form, fields] = useCheckedForm([thermometerChecked, temperature], actionData, defaults);
  return (
    <>
      <PageHead title={thermometer?.name ?? 'Add a thermometer'}>
        Two thermometers disagree. Compare this one with the one you trust, and its error comes off every reading.
      </PageHead>
      <Form method="post" {...getFormProps(form)} className="max-w-xl">
        <Card className="grid gap-4">
          <input type="hidden" name="once" value={once} />
          {means && <p className="border-l-4 border-teal pl-3">{sayIn(means, units)}</p>}
          <TextField field={fields.name} label="Name" />
          <ol className="list-decimal space-y-1 pl-6 text-quiet">
            <li>Stand both in the same jug of water at about {showTemperature(38, temperature)}.</li>
            <li>Stir for a minute, so that neither sits in a warm corner.</li>
            <li>Read both at once.</li>
          </ol>
          <div className="grid gap-4 sm:grid-cols-2">
            <TextField field={fields.shownC} label="This one shows" unit={`°${temperature}`} figures />
            <TextField field={fields.trueC} label="The trusted one shows" unit={`°${temperature}`} figures />
          </div>
          <fieldset>
            <legend className="mb-1 font-semibold">Once more in cool water, if its error changes with the temperature</legend>
            <div className="grid gap-4 sm:grid-cols-2">
              <TextField field={fields.shown2C} label="There this one shows" unit={`°${temperature}`} figures />
              <TextField field={fields.true2C} label="There the trusted one shows" unit={`°${temperature}`} figures />
            </div>
          </fieldset>
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
