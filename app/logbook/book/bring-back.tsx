import { Form } from 'react-router';
import { UndoBar } from '../../ui/notice.tsx';

interface BringBackProps {
  readonly action: string;
  /** The field that names what was taken out, and which it was. */
  readonly name: string;
  readonly value: string;
  readonly says: string;
}

/** Something was taken out of the book; one press brings it back. */
export function BringBack({ action, name, value, says }: BringBackProps) {
  return (
    <UndoBar
      action={
        <Form method="post" action={action}>
          <input type="hidden" name={name} value={value} />
          <button name="intent" value="bring-back" className="min-h-11 font-semibold underline">
            Bring it back
          </button>
        </Form>
      }
    >
      {says}
    </UndoBar>
  );
}
