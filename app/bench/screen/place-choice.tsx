import { Radio, RadioGroup } from '@headlessui/react';
import type { ReadingOf } from '../../../core/run/acts/event.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunState } from '../../../core/run/state/state.ts';

/** Something that a reading can be taken of. */
export interface ReadingPlace {
  readonly of: ReadingOf;
  readonly name: string;
  /** The bath that a bottle holds. */
  readonly bath?: string;
}

/** What a reading was taken of: asked, never guessed. */
export function PlaceChoice({
  places,
  of,
  choose,
}: {
  readonly places: readonly ReadingPlace[];
  readonly of: ReadingOf;
  readonly choose: (of: ReadingOf) => void;
}) {
  return (
    <RadioGroup value={of} onChange={choose} aria-label="Taken in" className="mt-3 flex flex-wrap gap-2">
      {places.map((place) => (
        <Radio
          key={place.of}
          value={place.of}
          className="flex min-h-11 cursor-pointer items-center rounded-card border border-night-line px-3 data-checked:border-straw data-checked:font-bold data-focus:outline-2 data-focus:outline-straw"
        >
          {place.name}
        </Radio>
      ))}
    </RadioGroup>
  );
}

/** What a reading can have been taken of, the likeliest first: it is asked, never guessed (domain.md 8.1). */
export function readingPlaces(plan: RunPlan, state: RunState): ReadingPlace[] {
  const tank = { of: 'tank' as const, name: 'In the tank' };
  const waiting = plan.steps
    .slice(state.phase === 'running' ? state.step + 1 : state.step)
    .filter((step) => step.bottle !== null)
    .map((step) => ({ of: `bottle:${step.id}` as const, name: `${step.name}, in its bottle`, bath: step.bath }));
  return [tank, ...waiting, { of: 'tub', name: 'The bath' }];
}
