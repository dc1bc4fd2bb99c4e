import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';

const countChecked = schemaOnDemand(async () => (await import('./entry-schemas.ts')).countSchema);

/** What a person counts differently from the book: an act of its own, with why, that can be taken back. */
export function CountAnew({
  reply,
  rollsDone,
  once,
}: {
  readonly reply: SubmissionResult | null;
  readonly rollsDone: number;
  readonly once: string;
}) {
  const [form, fields] = useCheckedForm([countChecked], reply, {});
  return (
    <Card>
      <details open={reply !== null}>
        <summary className="font-bold">Count its rolls anew</summary>
        <Form method="post" {...getFormProps(form)} className="mt-3 grid gap-3 sm:grid-cols-2">
          <input type="hidden" name="intent" value="count" />
          <input type="hidden" name="once" value={once} />
          <TextField field={fields.counted} label="By your count" figures hint={`The book has ${rollsDone}`} />
          <TextField field={fields.reason} label="Why" hint="It stays readable in what happened" />
          <FormErrors errors={form.errors} />
          <div className="sm:col-span-2">
            <Button filled>Correct the count</Button>
          </div>
        </Form>
      </details>
    </Card>
  );
}
