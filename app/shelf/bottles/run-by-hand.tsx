import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, SelectField, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { useUnits } from '../../ui/forms/units.ts';

const runChecked = schemaOnDemand(async () => (await import('./entry-schemas.ts')).runByHandSchema);

/** A run that was done without Steady Reel: it wears the bottles all the same. */
export function RunByHand({
  reply,
  today,
  once,
}: {
  readonly reply: SubmissionResult | null;
  readonly today: string;
  readonly once: string;
}) {
  const { volume } = useUnits();
  const [form, fields] = useCheckedForm([runChecked, volume], reply, { on: today, solution: 'returned' });
  return (
    <Card>
      <details open={reply !== null}>
        <summary className="font-bold">Enter a run done without Steady Reel</summary>
        <Form method="post" {...getFormProps(form)} className="mt-3 grid gap-3 sm:grid-cols-2">
          <input type="hidden" name="intent" value="run" />
          <input type="hidden" name="once" value={once} />
          <TextField field={fields.rolls} label="Rolls through it" figures />
          <TextField field={fields.on} label="On" type="date" />
          <TextField field={fields.drawnMl} label="Drawn from each bottle" unit={volume} figures />
          <SelectField
            field={fields.solution}
            label="Afterwards"
            options={[
              { value: 'returned', label: 'Back into the bottles' },
              { value: 'one-shot', label: 'One-shot, into the jugs' },
            ]}
          />
          <TextField
            field={fields.returnedMl}
            label="What came back"
            unit={volume}
            figures
            hint="If you measured it; else what film and tank usually keep is taken off"
            className="sm:col-span-2"
          />
          <FormErrors errors={form.errors} />
          <div className="sm:col-span-2">
            <Button filled>Enter the run</Button>
          </div>
        </Form>
      </details>
    </Card>
  );
}
