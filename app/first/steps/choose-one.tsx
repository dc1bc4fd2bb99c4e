import { Form } from 'react-router';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';

interface ChooseOneProps {
  readonly title: string;
  /** What is chosen: the field's name, and the intent's. */
  readonly what: 'kit' | 'tank';
  readonly among: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: string | null;
}

/** What is on the shelf already need not be typed in again. */
export function ChooseOne({ title, what, among, chosen }: ChooseOneProps) {
  if (among.length === 0) return null;
  return (
    <Card className="mb-4">
      <h3 className="mb-2 font-bold">{title}</h3>
      <ul className="flex flex-wrap gap-2">
        {among.map(({ id, name }) => (
          <li key={id}>
            <Form method="post">
              <input type="hidden" name="intent" value={`choose-${what}`} />
              <input type="hidden" name={what} value={id} />
              <Button filled={id === chosen}>{name}</Button>
            </Form>
          </li>
        ))}
      </ul>
    </Card>
  );
}
