import { useId } from 'react';
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
  const name = useId();
  // The browser's own, as every choice of the Bench: what a slow phone need not load it need not wait for.
  return (
    <fieldset className="mt-3 flex flex-wrap gap-2">
      <legend className="sr-only">Taken in</legend>
      {places.map((place) => (
        <label
          key={place.of}
          className="relative flex min-h-11 cursor-pointer items-center rounded-card border border-night-line px-3 has-checked:border-straw has-checked:font-bold has-focus-visible:outline-2 has-focus-visible:outline-straw"
        >
          <input
            type="radio"
            name={name}
            value={place.of}
            checked={place.of === of}
            onChange={() => choose(place.of)}
            className="absolute inset-0 cursor-pointer appearance-none"
          />
          {place.name}
        </label>
      ))}
    </fieldset>
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
