import { startTransition, useCallback, useState } from 'react';

/**
 * A part that is opened seldom: its code comes when somebody reaches for it, once a browser. Null until it is there; where it
 * does not come, because the laptop is away, `fails` says what stands in for it.
 */
export function useOnDemand<Part>(load: () => Promise<Part>): readonly [Part | null, (fails?: () => void) => void] {
  const [part, setPart] = useState<Part | null>(null);
  const ask = useCallback(
    (fails?: () => void) =>
      void load().then(
        // Never in the middle of a press or of the focus on its way: what it replaces may be what that is for.
        (came) => startTransition(() => setPart(() => came)),
        () => fails?.(),
      ),
    [load],
  );
  return [part, ask];
}
