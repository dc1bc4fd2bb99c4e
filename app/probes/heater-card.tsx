import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { figureOfTemperature, showTemperature } from '../../core/units/temperature.ts';
import { Button } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';
import { TextField } from '../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../ui/forms/form.ts';
import { useUnits } from '../ui/forms/units.ts';

const setPoint = schemaOnDemand(async () => (await import('./probe-schemas.ts')).setPointSchema);

interface HeaterShown {
  readonly name: string;
  readonly setC: number | null;
  readonly runsAtC: number | null;
  readonly heats: boolean | null;
  readonly toldS: number | null;
}

const LOST_S = 10;

/** One heater: what it should hold, and what it says of itself. */
export function HeaterCard({ heater, reply }: { readonly heater: HeaterShown; readonly reply: SubmissionResult | null }) {
  const { temperature } = useUnits();
  const [form, fields] = useCheckedForm([setPoint, temperature], reply, {
    setC: heater.setC === null ? '' : figureOfTemperature(heater.setC, temperature),
  });
  return (
    <Card aria-labelledby={`heater-${heater.name}`}>
      <h2 id={`heater-${heater.name}`} className="text-lg font-bold">
        {heater.name} <span className="font-normal text-quiet">heater</span>
      </h2>
      <p className="text-quiet">{inWords(heater, (c) => showTemperature(c, temperature))}</p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Form method="post" {...getFormProps(form)} className="flex flex-wrap items-end gap-2">
          <input type="hidden" name="name" value={heater.name} />
          <TextField field={fields.setC} label="Hold the bath at" unit={`°${temperature}`} figures className="w-40" />
          <Button name="intent" value="set">
            Set it
          </Button>
        </Form>
        <Form method="post" className="ml-auto">
          <input type="hidden" name="name" value={heater.name} />
          <Button name="intent" value="away-heater">
            Put away
          </Button>
        </Form>
      </div>
    </Card>
  );
}

function inWords({ setC, runsAtC, heats, toldS }: HeaterShown, show: (c: number) => string): string {
  if (toldS === null) return 'Not heard yet. It asks here what to hold.';
  if (toldS > LOST_S) return `Lost: silent for ${toldS < 120 ? `${toldS} s` : `${Math.round(toldS / 60)} min`}.`;
  const holds = runsAtC === null ? '' : `Set to ${show(runsAtC)}, `;
  const does = heats === null ? 'on' : heats ? 'heating' : 'resting';
  const agrees = setC !== null && runsAtC !== null && Math.abs(setC - runsAtC) > 0.05 ? ` It has not taken over ${show(setC)} yet.` : '';
  return `${holds}${does}.${agrees}`.replace(/^./, (first) => first.toUpperCase());
}
