import type { ReactNode } from 'react';
import { useFetcher } from 'react-router';
import { BLIND_ENOUGH } from '../../../core/beginner/first-roll.ts';
import { Jams } from './loading-step.tsx';
import { useAlive } from '../../ui/screen/use-alive.ts';

/** With closed eyes, counted by one press anywhere on a large field. */
export function BlindStep({ times, next }: { readonly times: number; readonly next: ReactNode }) {
  const fetcher = useFetcher();
  const alive = useAlive();
  // Counted at once: a press with closed eyes is not looked at.
  const shown = fetcher.state === 'idle' ? times : times + 1;
  return (
    <>
      <p className="mb-3 max-w-prose">
        The same with your eyes closed, from opening the cassette to the closed lid. No peeping: in the real dark there is none. Each time
        it is in and closed, press the large field, still with closed eyes.
      </p>
      <fetcher.Form method="post">
        <input type="hidden" name="intent" value="loaded" />
        <button
          className="flex min-h-[38dvh] w-full flex-col items-center justify-center rounded-card bg-petrol p-4 text-white"
          onClick={() => alive && navigator.vibrate?.([60, 60, 60])}
        >
          <span className="figure text-7xl font-semibold">{shown}</span>
          <span className="text-2xl font-bold">It is in and closed: count it</span>
          <span className="mt-1">
            {shown === 0
              ? `Three times is enough`
              : shown < BLIND_ENOUGH
                ? `${BLIND_ENOUGH - shown} more`
                : 'Enough. Once more does no harm.'}
          </span>
        </button>
      </fetcher.Form>
      <p aria-live="polite" className="sr-only">
        {shown} times
      </p>
      <Jams />
      {next}
    </>
  );
}
