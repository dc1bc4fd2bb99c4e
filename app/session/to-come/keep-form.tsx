import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { Button, LinkButton } from '../../ui/button.tsx';
import { FormErrors, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';

const keepChecked = schemaOnDemand(async () => (await import('./keep-evening.ts')).keepSchema);

interface KeepFormProps {
  readonly tomorrow: string;
  readonly goesOn: boolean;
  /** Made with the page: sent twice it is kept once. */
  readonly once: string;
  readonly reply: SubmissionResult | null | undefined;
}

/** Gives an evening its name and day. */
export function KeepForm({ tomorrow, goesOn, once, reply }: KeepFormProps) {
  const [form, fields] = useCheckedForm([keepChecked], reply, { onDay: tomorrow, firstPour: '19:30' });
  return (
    <Form method="post" {...getFormProps(form)} className="flex flex-wrap items-end gap-3">
      <input type="hidden" name="once" value={once} />
      <TextField field={fields.name} label="Keep this evening as" className="w-52" />
      <TextField field={fields.onDay} label="Day" type="date" className="w-44" figures />
      <TextField field={fields.firstPour} label="First pour" className="w-28" figures />
      <Button filled name="intent" value="keep" className="min-h-11">
        Keep it
      </Button>
      <FormErrors errors={form.errors} />
      <LinkButton to="/">{goesOn ? 'Back to tonight' : 'Back'}</LinkButton>
    </Form>
  );
}
