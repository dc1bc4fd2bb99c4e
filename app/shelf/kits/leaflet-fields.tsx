import type { FieldMetadata } from '@conform-to/react';
import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { BATH_KINDS } from '../../../core/kit/kind.ts';
import { upperFirst } from '../../../core/units/first-letter.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { CheckField, SelectField, TextField } from '../../ui/forms/fields.tsx';
import { ListButton, Rows, type BathField, type LeafletForm } from './leaflet-lists.tsx';
import { emptyBath, type Leaflet } from './leaflet-schema.ts';

/** `first-developer` is written “First developer”; these two keep their hyphen. */
const HYPHENED: readonly string[] = ['bleach-fix', 'pre-bleach'];
const KINDS = BATH_KINDS.map((kind) => {
  const words = HYPHENED.includes(kind) ? kind : kind.replace('-', ' ');
  return { value: kind, label: upperFirst(words) };
});
const PUSHES = [
  { value: 'none', label: 'Not given for this bath' },
  { value: 'table', label: 'A factor for each push listed' },
  { value: 'factor', label: 'The same factor for each stop' },
  { value: 'add', label: 'Seconds for each stop' },
];
const WEARS = [
  { value: 'none', label: 'Time does not grow' },
  { value: 'percent', label: 'Percent longer with each roll' },
  { value: 'add', label: 'Seconds longer every few rolls' },
  { value: 'ladder', label: 'A time for each row of a table' },
];

function Section({ title, says, children }: { readonly title: string; readonly says: string; readonly children: ReactNode }) {
  return (
    <details className="border-t border-line py-1">
      <summary className="flex min-h-11 items-center justify-between gap-4 rounded [&::-webkit-details-marker]:hidden">
        <span className="font-semibold underline">{title}</span>
        <span className="text-right text-sm text-quiet">{says}</span>
      </summary>
      <div className="pt-1 pb-3">{children}</div>
    </details>
  );
}

/** Fields that only one rule of the group needs; plain CSS shows them, so it holds without scripts too. */
const ONLY: Readonly<Record<string, string>> = {
  table: 'hidden group-has-[option[value=table]:checked]:block',
  factor: 'hidden group-has-[option[value=factor]:checked]:block',
  add: 'hidden group-has-[option[value=add]:checked]:block',
  percent: 'hidden group-has-[option[value=percent]:checked]:block',
  ladder: 'hidden group-has-[option[value=ladder]:checked]:block',
};

/** One bath of the leaflet: what it is, its times by temperature, and what else the leaflet says of it. */
export function BathFields({
  form,
  bath,
  index,
  unit,
  volume,
  baths,
}: {
  readonly form: LeafletForm;
  readonly bath: BathField;
  readonly index: number;
  readonly unit: string;
  readonly volume: string;
  readonly baths: string;
}) {
  const f = bath.getFieldset();
  const name = f.name.value || 'New bath';
  const degrees = `°${unit}`;
  const pushSays = PUSHES.find((rule) => rule.value === (f.push.value ?? 'none'))?.label ?? '';
  const wearSays = WEARS.find((rule) => rule.value === (f.wear.value ?? 'none'))?.label ?? '';
  return (
    <Card aria-labelledby={bath.id}>
      <div className="mb-3 flex items-center justify-between gap-3">
        <h2 id={bath.id} className="text-lg font-bold">
          {name}
        </h2>
        <ListButton props={form.remove.getButtonProps({ name: baths, index })} label={`Take out ${name}`}>
          <Trash2 aria-hidden size={17} /> Take out
        </ListButton>
      </div>
      <input type="hidden" name={f.id.name} defaultValue={f.id.initialValue} />
      <div className="grid gap-4 md:grid-cols-2">
        <div className="grid content-start gap-3">
          <TextField field={f.name} label="Name on the bottle" />
          <SelectField field={f.kind} label="What it does" options={KINDS} />
          <TextField
            field={f.nominal}
            label="Main temperature"
            unit={degrees}
            figures
            hint="The one the leaflet’s main time is printed for"
          />
          <div className="grid grid-cols-2 gap-2">
            <TextField field={f.low} label="Range from" unit={degrees} figures />
            <TextField field={f.high} label="to" unit={degrees} figures />
          </div>
          <CheckField field={f.critical} label="Temperature is critical" hint="Developers are; other baths run to completion." />
        </div>
        <fieldset>
          <legend className="font-semibold">Times for fresh solution</legend>
          <p className="mb-2 text-sm text-quiet">Each temperature the leaflet lists with its time, such as 38 and 3:15.</p>
          <Rows
            form={form}
            list={f.points}
            add="Add a temperature"
            of={`time of ${name},`}
            row={(item: FieldMetadata<Leaflet['baths'][number]['points'][number], Leaflet>, i) => {
              const point = item.getFieldset();
              return (
                <>
                  <TextField field={point.temp} label={i === 0 ? 'At' : `At, line ${i + 1}`} hideLabel={i > 0} unit={degrees} figures />
                  <TextField field={point.time} label={i === 0 ? 'Time' : `Time, line ${i + 1}`} hideLabel={i > 0} />
                </>
              );
            }}
          />
        </fieldset>
      </div>
      <div className="mt-3">
        <Section title="Push and pull" says={pushSays}>
          <div className="group grid gap-3 sm:grid-cols-2">
            <SelectField field={f.push} label="How the leaflet gives it" options={PUSHES} />
            <TextField field={f.pushSeconds} label="Seconds a stop" unit="s" figures className={ONLY['add'] ?? ''} />
            <TextField field={f.pushFactor} label="Factor a stop" figures className={ONLY['factor'] ?? ''} />
            <div className={`sm:col-span-2 ${ONLY['table']}`}>
              <Rows
                form={form}
                list={f.pushRows}
                add="Add a push"
                of="push"
                row={(item: FieldMetadata<Leaflet['baths'][number]['pushRows'][number], Leaflet>, i) => {
                  const row = item.getFieldset();
                  return (
                    <>
                      <TextField field={row.stops} label="Stops (− pulls)" figures hideLabel={i > 0} />
                      <TextField field={row.factor} label="Factor on the time" figures hideLabel={i > 0} />
                    </>
                  );
                }}
              />
            </div>
          </div>
        </Section>
        <Section title="Wear" says={wearSays}>
          <div className="group grid gap-3 sm:grid-cols-2">
            <SelectField field={f.wear} label="How the time grows" options={WEARS} />
            <div className={ONLY['percent'] ?? ''}>
              <div className="grid grid-cols-2 gap-2">
                <TextField field={f.wearPercent} label="Longer by" unit="%" figures />
                <TextField field={f.wearPercentEvery} label="every so many rolls" figures hint="1 if empty" />
              </div>
            </div>
            <div className={ONLY['add'] ?? ''}>
              <div className="grid grid-cols-2 gap-2">
                <TextField field={f.wearSeconds} label="Longer by" unit="s" figures />
                <TextField field={f.wearEvery} label="every so many rolls" figures />
              </div>
            </div>
            <div className={`sm:col-span-2 ${ONLY['ladder']}`}>
              <Rows
                form={form}
                list={f.wearRows}
                add="Add a row"
                of="row"
                row={(item: FieldMetadata<Leaflet['baths'][number]['wearRows'][number], Leaflet>, i) => {
                  const row = item.getFieldset();
                  return (
                    <>
                      <TextField field={row.fromRoll} label="From roll" figures hideLabel={i > 0} />
                      <TextField field={row.time} label="Time" hideLabel={i > 0} />
                    </>
                  );
                }}
              />
            </div>
          </div>
        </Section>
        <Section title="Agitation and keeping" says={f.keepsDays.value ? `keeps ${f.keepsDays.value} days` : 'as far as the leaflet says'}>
          <div className="grid gap-3 sm:grid-cols-3">
            <TextField field={f.initialS} label="At first, for" unit="s" figures />
            <TextField field={f.everyS} label="then every" unit="s" figures />
            <TextField field={f.inversions} label="so many inversions" figures />
            <CheckField field={f.tap} label="Tap the tank" />
            <SelectField
              field={f.after}
              label="After use"
              options={[
                { value: 'return', label: 'back into its bottle' },
                { value: 'discard', label: 'collected as waste' },
              ]}
            />
            <TextField field={f.keepsDays} label="Keeps, once mixed" unit="days" figures />
          </div>
        </Section>
        <Section title="Mixing" says={f.waterMl.value ? `${f.waterMl.value} ${volume} water first` : 'not given'}>
          <div className="grid gap-3 sm:grid-cols-3">
            <TextField field={f.waterMl} label="Water first" unit={volume} figures />
            <TextField field={f.waterTemp} label="at" unit={degrees} figures />
            <TextField field={f.stirS} label="Stir after each part" unit="s" figures />
          </div>
          <p className="mt-3 mb-1 text-sm text-quiet">For the whole kit. Other volumes are worked out from it.</p>
          <Rows
            form={form}
            list={f.parts}
            add="Add a part"
            of="part"
            row={(item: FieldMetadata<Leaflet['baths'][number]['parts'][number], Leaflet>, i) => {
              const part = item.getFieldset();
              return (
                <>
                  <TextField field={part.name} label="Part" hideLabel={i > 0} />
                  <div className="grid grid-cols-2 gap-2">
                    <TextField field={part.amount} label="How much" figures hideLabel={i > 0} />
                    <SelectField
                      field={part.unit}
                      label="in"
                      hideLabel={i > 0}
                      options={[
                        { value: 'ml', label: volume },
                        { value: 'packet', label: 'packet' },
                        { value: 'g', label: 'g' },
                      ]}
                    />
                  </div>
                </>
              );
            }}
          />
        </Section>
      </div>
    </Card>
  );
}

/** A bath that the shipped kit did not have. Its id is the first free one. */
export function AddBath({ form, name, ids }: { readonly form: LeafletForm; readonly name: string; readonly ids: readonly string[] }) {
  const free = Array.from({ length: ids.length + 1 }, (_, i) => `bath-${i + 1}`).find((id) => !ids.includes(id)) ?? 'bath';
  return (
    <Button {...form.insert.getButtonProps({ name, defaultValue: emptyBath(free) } as never)}>
      <Plus aria-hidden size={17} /> Add a bath, or a wash with a time of its own
    </Button>
  );
}
