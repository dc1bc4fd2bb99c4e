import { getFormProps, type SubmissionResult } from '@conform-to/react';
import type { ReactNode } from 'react';
import { Form } from 'react-router';
import { FormErrors, SelectField, TextArea, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { useUnits } from '../../ui/forms/units.ts';

const batchChecked = schemaOnDemand(async () => (await import('./batch-schema.ts')).batchSchema);

interface BatchFormProps {
  readonly lastResult: SubmissionResult | null | undefined;
  readonly defaults: Record<string, unknown>;
  readonly kits: readonly { readonly id: string; readonly name: string }[];
  /** Boxes it may be mixed from; none, where it stands already. */
  readonly boxes?: readonly { readonly id: string; readonly name: string }[];
  /** Only at its mixing is a count of rolls a field: later its ledger counts them. */
  readonly fresh?: boolean;
  readonly children: ReactNode;
}

export function BatchForm({ lastResult, defaults, kits, boxes = [], fresh = false, children }: BatchFormProps) {
  const { volume } = useUnits();
  const [form, fields] = useCheckedForm([batchChecked, volume], lastResult, defaults);
  return (
    <Form method="post" {...getFormProps(form)} className="grid gap-4 sm:grid-cols-2">
      <SelectField
        field={fields.kitId}
        label="Kit"
        options={kits.map((kit) => ({ value: kit.id, label: kit.name }))}
        className="sm:col-span-2"
      />
      {boxes.length > 0 && (
        <SelectField
          field={fields.boxId}
          label="From"
          options={[{ value: '', label: 'A box that is not entered here' }, ...boxes.map((box) => ({ value: box.id, label: box.name }))]}
          className="sm:col-span-2"
        />
      )}
      <TextField field={fields.name} label="Name" hint="Write it on the bottles too" className="sm:col-span-2" />
      <TextField field={fields.volumeMl} label="Volume of each bottle" unit={volume} figures />
      <TextField field={fields.mixedOn} label="Mixed on" type="date" />
      {fresh && <TextField field={fields.rollsDone} label="Rolls done so far" figures hint="0 for a fresh mix" />}
      <TextField
        field={fields.price}
        label="Price"
        figures
        hint={boxes.length > 0 ? 'Empty: its share of the box' : 'For the cost of a roll; your currency'}
      />
      <TextArea field={fields.note} label="Note" className="sm:col-span-2" />
      <FormErrors errors={form.errors} />
      <div className="flex flex-wrap gap-3 sm:col-span-2">{children}</div>
    </Form>
  );
}
