import { Link } from 'react-router';
import { useSettled } from '../now/use-settled.ts';

/** A practice is over: nothing counted, nothing to hang up but what was learnt. */
export function PracticeEnded({
  id,
  finished,
  withWater,
  undo,
}: {
  readonly id: string;
  readonly finished: boolean;
  readonly withWater: boolean;
  readonly undo: () => void;
}) {
  const settled = useSettled('ended');
  return (
    <section aria-labelledby="ended" className="flex grow flex-col">
      <h2 id="ended" className="text-3xl font-bold">
        {finished ? 'Done' : 'Left'}
      </h2>
      <p className="mt-1 text-lg text-night-quiet">No roll, no bottle and no logbook knows of it.</p>
      <p className="mt-2">
        <button type="button" className="min-h-12 rounded-card border border-night-quiet px-4 font-semibold" onClick={undo}>
          {finished ? 'Not finished yet: take that back' : 'Pressed by mistake: it goes on'} <kbd className="text-night-quiet">Z</kbd>
        </button>
      </p>
      <div className={`mt-auto grid gap-3 pt-6 sm:grid-cols-2 ${settled ? '' : 'pointer-events-none'}`}>
        <Link
          to={`/practice/${id}/report`}
          reloadDocument
          className="flex min-h-20 flex-col justify-center rounded-card bg-aqua px-6 py-3 text-2xl font-bold text-night no-underline"
        >
          What a teacher would say<span className="text-base font-normal">To the second: pours, turns, readings, dose</span>
        </Link>
        <Link
          to={withWater ? '/first-roll' : '/practice'}
          reloadDocument
          className="flex min-h-20 flex-col justify-center rounded-card border border-night-quiet px-6 py-3 text-2xl font-bold no-underline"
        >
          {withWater ? 'Back to your first roll' : 'Another practice'}
        </Link>
      </div>
    </section>
  );
}
