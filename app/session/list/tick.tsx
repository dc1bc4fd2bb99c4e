import Check from 'lucide-react/icons/check';
import { use } from 'react';
import type { Doing } from '../../../core/evening/list/doing.ts';
import { useTonightAction } from '../draft/tonight-form.tsx';
import { TickContext } from './use-ticks.ts';

/** Done or not, on every screen; a form, so that it is kept without scripts as well. */
export function Tick({
  doing: { id, title, done },
  says,
}: {
  readonly doing: Pick<Doing, 'id' | 'title' | 'done'>;
  readonly says: string;
}) {
  const tick = use(TickContext);
  const action = useTonightAction();
  const isDone = done !== null;
  if (done === 'by-itself') return <Check aria-label={`${title}: done`} size={20} className="m-3 text-teal" />;
  return (
    <form
      method="post"
      action={action}
      onSubmit={(event) => {
        if (!tick) return;
        event.preventDefault();
        tick(id, !isDone);
      }}
    >
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
    </form>
  );
}
