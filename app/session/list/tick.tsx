import { Check } from 'lucide-react';
import { useFetcher } from 'react-router';
import type { Doing } from '../../../core/evening/list/doing.ts';
import { useTonightAction } from '../draft/tonight-form.tsx';

/** Done or not, on every screen; a form, so that it is kept without scripts as well. */
export function Tick({
  doing: { id, title, done },
  says,
}: {
  readonly doing: Pick<Doing, 'id' | 'title' | 'done'>;
  readonly says: string;
}) {
  const fetcher = useFetcher({ key: `tick ${id}` });
  const action = useTonightAction();
  // What was pressed shows at once; the page follows.
  const pressed = fetcher.formData?.get('done');
  const isDone = pressed === undefined ? done !== null : pressed === 'yes';
  if (done === 'by-itself') return <Check aria-label={`${title}: done`} size={20} className="m-3 text-teal" />;
  return (
    <fetcher.Form method="post" action={action}>
      <input type="hidden" name="doing" value={id} />
      <input type="hidden" name="done" value={isDone ? 'no' : 'yes'} />
      <button
        name="intent"
        value="tick"
        role="checkbox"
        aria-checked={isDone}
        aria-label={`${title}: ${says}`}
        className="grid size-11 place-items-center rounded"
      >
        <span
          className={`grid size-7 place-items-center rounded-md border-2 ${isDone ? 'border-teal bg-teal text-white' : 'border-[#5d7f7a] bg-white'}`}
        >
          {isDone && <Check aria-hidden size={20} strokeWidth={3} />}
        </span>
      </button>
    </fetcher.Form>
  );
}
