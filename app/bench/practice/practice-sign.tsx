import { Radio, RadioGroup } from '@headlessui/react';
import { useState } from 'react';
import { SPEEDS } from '../../../core/practice/practice-clock.ts';
import type { ServerClock } from '../../ui/screen/server-clock.ts';
import { practicePlace } from '../channel/run-place.ts';

/** Says that none of this is real, and how fast it goes. */
export function PracticeSign({
  id,
  scene,
  speed: first,
  seed,
  houseSpeed,
  clock,
}: {
  readonly id: string;
  readonly scene: { readonly id: string; readonly name: string };
  readonly speed: number;
  readonly seed: number;
  readonly houseSpeed: number;
  readonly clock: ServerClock | null;
}) {
  const [speed, setSpeed] = useState(first);
  const [said, setSaid] = useState('');
  const change = async (to: number) => {
    const before = speed;
    setSpeed(to);
    setSaid('');
    // Space is the act of the Bench again, not another speed.
    (document.activeElement as HTMLElement | null)?.blur();
    // A screen may be behind the server for a moment, and never ahead of it: an act from the future would not count.
    if (to < before) clock?.goAt(to * houseSpeed);
    try {
      const answer = await fetch(practicePlace(id).clock, {
        method: 'POST',
        headers: { Accept: 'application/json' },
        body: new URLSearchParams({ speed: String(to) }),
      });
      if (!answer.ok) throw new Error(String(answer.status));
      await clock?.synchronise();
    } catch {
      setSpeed(before);
      clock?.goAt(before * houseSpeed);
      setSaid('The server did not hear it. The clock goes on as before.');
    }
  };
  return (
    <div className="mb-3 flex flex-wrap items-center justify-between gap-x-2 gap-y-1 rounded-card border border-dashed border-straw px-3 py-1 sm:py-1.5">
      <p className="font-semibold text-straw">
        {scene.id === 'water' ? 'Dry run' : 'Practice'}
        <span className="max-sm:sr-only">{scene.id === 'water' ? ': water only' : `: ${scene.name.toLowerCase()}`}</span>
        <span className="ml-2 font-normal text-night-quiet max-sm:hidden">
          {scene.id !== 'water' && (
            <>
              dice <span className="figure">{seed}</span>
            </>
          )}
        </span>
      </p>
      <RadioGroup value={speed} onChange={(to) => void change(to)} aria-label="How fast the clock goes" className="flex gap-1">
        {SPEEDS.map((each) => (
          <Radio
            key={each}
            value={each}
            disabled={clock === null}
            className="figure flex min-h-11 min-w-11 cursor-pointer items-center justify-center rounded-card border border-night-line px-1.5 data-checked:border-straw data-checked:bg-straw data-checked:font-bold data-checked:text-night"
          >
            {each}×
          </Radio>
        ))}
      </RadioGroup>
      <p role="status" className="w-full text-straw empty:hidden">
        {said}
      </p>
    </div>
  );
}
