import { useState } from 'react';
import type { Kitchen } from '../../../core/practice/kitchen.ts';
import { shown, type SimulatedThermometer } from '../../../core/practice/thermometer.ts';
import type { ReadingOf } from '../../../core/run/acts/event.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { useUnits } from '../../ui/forms/units.ts';
import type { Act } from '../channel/run-channel.ts';
import { PlaceChoice, type ReadingPlace } from '../screen/place-choice.tsx';
import { Sheet } from '../screen/sheet.tsx';

interface SimulatedReadingProps {
  readonly thermometers: readonly SimulatedThermometer[];
  readonly seed: number;
  readonly startedAtMs: number;
  readonly places: readonly ReadingPlace[];
  readonly nowMs: number;
  readonly kitchen: () => Kitchen | null;
  readonly act: (act: Act) => unknown;
  readonly close: () => void;
}

/** What stands in that place in this kitchen; null where there is nothing to read. */
function truth(kitchen: Kitchen | null, of: ReadingOf, places: readonly ReadingPlace[]): number | null {
  if (!kitchen) return null;
  if (of === 'tank') return kitchen.holds ? kitchen.tankC : null;
  if (of === 'tub') return kitchen.tubC;
  const bath = places.find((place) => place.of === of)?.bath;
  return bath === undefined ? null : (kitchen.bottles[bath]?.c ?? null);
}

/** A thermometer held into something: one press, and it shows what it shows (domain.md 18). */
export function SimulatedReading({ thermometers, seed, startedAtMs, places, nowMs, kitchen, act, close }: SimulatedReadingProps) {
  const { temperature } = useUnits();
  const [of, setOf] = useState<ReadingOf>(places[0]?.of ?? 'tank');
  const [said, setSaid] = useState('');
  const take = (thermometer: SimulatedThermometer) => {
    const c = truth(kitchen(), of, places);
    if (c === null) return setSaid('The tank is empty: there is nothing to read yet. Read a bottle.');
    const shownC = shown(thermometer, seed, Math.floor((nowMs - startedAtMs) / 1000), c);
    act({ kind: 'reading', c: shownC, shownC, thermometer: thermometer.name, thermometerId: null, of });
    setSaid(`${thermometer.name} shows ${showTemperature(shownC, temperature)}.`);
  };
  return (
    <Sheet label="Take a reading" close={close}>
      <PlaceChoice places={places} of={of} choose={setOf} />
      <div className="mt-3 flex flex-wrap gap-2">
        {thermometers.map((thermometer) => (
          <button
            key={thermometer.name}
            type="button"
            className="min-h-14 rounded-card bg-aqua px-5 text-left text-lg font-bold text-night"
            onClick={() => take(thermometer)}
          >
            {thermometers.length === 1 ? 'Read it' : thermometer.name}
          </button>
        ))}
      </div>
      <p role="status" className="mt-3 text-2xl font-semibold empty:hidden">
        {said}
      </p>
    </Sheet>
  );
}
