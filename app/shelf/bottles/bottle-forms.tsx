import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { useState, type ReactNode } from 'react';
import { Form } from 'react-router';
import { STORAGE, type Storage } from '../../../core/chemistry/ledger/bottle.ts';
import { ASKS_HOW_LONG, ASKS_HOW_MUCH, INCIDENT_WORDS } from '../../../core/chemistry/ledger/incident-words.ts';
import { INCIDENTS, type Incident } from '../../../core/chemistry/ledger/standing.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, SelectField, TextArea, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { AMOUNT_WORDS, AMOUNTS, STORAGE_WORDS } from './entry-words.ts';

const incidentChecked = schemaOnDemand(async () => (await import('./entry-schemas.ts')).incidentSchema);
const amountChecked = schemaOnDemand(async () => (await import('./entry-schemas.ts')).amountSchema);
const writtenChecked = schemaOnDemand(async () => (await import('./entry-schemas.ts')).writtenSchema);

/** A form that is opened when it is needed; one that was refused stands open. */
export function Fold({ title, open = false, children }: { readonly title: string; readonly open?: boolean; readonly children: ReactNode }) {
  return (
    <Card>
      <details open={open}>
        <summary className="min-h-6 font-bold">{title}</summary>
        <div className="mt-3">{children}</div>
      </details>
    </Card>
  );
}

interface FormPart {
  readonly open: boolean;
  readonly reply: SubmissionResult | null;
  readonly once: string;
}

/** What got into a bottle, or happened to it; how much and how long are asked where they count. */
export function Incident({ open, reply, today, once }: FormPart & { readonly today: string }) {
  const { volume } = useUnits();
  const [form, fields] = useCheckedForm([incidentChecked, volume], reply, { on: today });
  const [what, setWhat] = useState<string>('');
  const asked = what as Incident;
  // Without scripts both fields are there; with them, the one that counts.
  const shows = (asks: readonly Incident[]) => what === '' || asks.includes(asked);
  return (
    <Fold title="Something happened to it" open={open}>
      <Form
        method="post"
        {...getFormProps(form)}
        className="grid gap-3 sm:grid-cols-2"
        onChange={(event) => {
          const field: EventTarget = event.target;
          if (field instanceof HTMLSelectElement && field.name === 'what') setWhat(field.value);
        }}
      >
        <input type="hidden" name="intent" value="incident" />
        <input type="hidden" name="once" value={once} />
        <SelectField
          field={fields.what}
          label="What"
          options={[{ value: '', label: 'Choose' }, ...INCIDENTS.map((each) => ({ value: each, label: INCIDENT_WORDS[each] }))]}
          className="sm:col-span-2"
        />
        {shows([...ASKS_HOW_MUCH, 'later-bath']) && <TextField field={fields.ml} label="How much of it" unit={volume} figures />}
        {shows(ASKS_HOW_LONG) && <TextField field={fields.days} label="For how long" unit="days" figures />}
        <TextField field={fields.on} label="On" type="date" />
        <TextArea field={fields.note} label="Note" rows={2} className="sm:col-span-2" />
        <FormErrors errors={form.errors ?? fields.on.errors?.slice(1)} />
        <div className="sm:col-span-2">
          <Button filled>Write it down</Button>
        </div>
      </Form>
    </Fold>
  );
}

/** What somebody measured, added or took out. */
export function Amount({ open, reply, today, once }: FormPart & { readonly today: string }) {
  const { volume } = useUnits();
  const [form, fields] = useCheckedForm([amountChecked, volume], reply, { on: today, kind: 'measured' });
  return (
    <Fold title="How much is in it" open={open}>
      <Form method="post" {...getFormProps(form)} className="grid gap-3 sm:grid-cols-2">
        <input type="hidden" name="intent" value="amount" />
        <input type="hidden" name="once" value={once} />
        <SelectField
          field={fields.kind}
          label="What was done"
          options={AMOUNTS.map((each) => ({ value: each, label: AMOUNT_WORDS[each] }))}
          className="sm:col-span-2"
        />
        <TextField field={fields.ml} label="Volume" unit={volume} figures />
        <TextField field={fields.on} label="On" type="date" />
        <TextArea field={fields.note} label="Note" rows={2} className="sm:col-span-2" />
        <FormErrors errors={form.errors} />
        <div className="sm:col-span-2">
          <Button filled>Write it down</Button>
        </div>
      </Form>
    </Fold>
  );
}

/** Its cap, how its air is kept off, and a date of the person’s own. */
export function Written({ open, reply, bottle, once }: FormPart & { readonly bottle: ShelfBottle }) {
  const defaults: { cap: string; stored: Storage; until: string; reason: string } = {
    cap: bottle.cap,
    stored: bottle.stored,
    until: '',
    reason: '',
  };
  const [form, fields] = useCheckedForm([writtenChecked], reply, defaults);
  return (
    <Fold title="Its cap, its air, its date" open={open}>
      <Form method="post" {...getFormProps(form)} className="grid gap-3 sm:grid-cols-2">
        <input type="hidden" name="intent" value="written" />
        <input type="hidden" name="once" value={once} />
        <TextField field={fields.cap} label="Its cap" hint="Such as “red, taped”; said at the Bench" />
        <SelectField field={fields.stored} label="Kept" options={STORAGE.map((each) => ({ value: each, label: STORAGE_WORDS[each] }))} />
        <TextField field={fields.until} label="Good until, by your own word" type="date" hint="Overrules the leaflet; empty leaves it" />
        <TextField field={fields.reason} label="Why" />
        <FormErrors errors={form.errors} />
        <div className="sm:col-span-2">
          <Button filled>Keep</Button>
        </div>
      </Form>
    </Fold>
  );
}
