import { useEffect, useRef, useState } from 'react';
import { trueC, type ThermometerError } from '../../../core/heat/thermometer.ts';
import type { ReadingOf } from '../../../core/run/acts/event.ts';
import { showTemperatureChange } from '../../../core/units/temperature.ts';
import { parseReading } from '../../../core/units/typed-temperature.ts';
import { useUnits } from '../../ui/forms/units.ts';
import type { Act } from '../channel/run-channel.ts';
import { PlaceChoice, type ReadingPlace } from '../screen/place-choice.tsx';

export interface Thermometer extends ThermometerError {
  readonly id: string;
  readonly name: string;
}

interface Reading {
  /** Corrected by the thermometer's offset. */
  readonly c: number;
  readonly shownC: number;
  readonly thermometer: string | null;
  readonly thermometerId: string | null;
  readonly of: ReadingOf;
}

interface ReadingEntryProps {
  readonly label: string;
  readonly first: string;
  readonly thermometers: readonly Thermometer[];
  readonly keep: (reading: Reading) => void;
  readonly close: () => void;
  /** What it can have been taken of, the likeliest first; one choice is not asked about. */
  readonly places: readonly ReadingPlace[];
  /** Why what was kept could not be used. */
  readonly refusal?: string | null;
}

const KEPT = 'steady-reel-thermometer';

/** Two seconds: digits, Enter. A slip is refused with what was likely meant, and what was typed stays. */
export function ReadingEntry({ label, first, thermometers, keep, close, places, refusal = null }: ReadingEntryProps) {
  const [of, setOf] = useState<ReadingOf>(places[0]?.of ?? 'tank');
  const { temperature } = useUnits();
  const [typed, setTyped] = useState(first);
  const [said, setSaid] = useState<{ readonly message: string; readonly likely: string | null } | null>(null);
  const [thermometerId, setThermometerId] = useState(() => {
    const kept = typeof localStorage === 'undefined' ? null : localStorage.getItem(KEPT);
    return thermometers.find((thermometer) => thermometer.id === kept)?.id ?? thermometers[0]?.id ?? '';
  });
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);

  const read = (text: string) => {
    const reading = parseReading(text, temperature);
    if (!reading.ok) {
      setSaid(reading);
      return;
    }
    const thermometer = thermometers.find((candidate) => candidate.id === thermometerId);
    const shownC = Math.round(reading.tempC * 100) / 100;
    setSaid(null);
    keep({
      shownC,
      c: Math.round((thermometer ? trueC(thermometer, shownC) : shownC) * 100) / 100,
      thermometer: thermometer?.name ?? null,
      thermometerId: thermometer?.id ?? null,
      of,
    });
  };
  return (
    <form
      aria-label={label}
      className="mb-2 rounded-card border-2 border-straw bg-night-card p-4"
      onSubmit={(event) => {
        event.preventDefault();
        read(typed);
      }}
    >
      <label htmlFor="reading" className="text-lg font-semibold">
        {label}
      </label>
      <p id="reading-said" role="alert" className="mt-1 text-straw empty:hidden">
        {said?.message ?? refusal}
        {said?.likely && (
          <button
            type="button"
            className="ml-2 min-h-11 rounded-card border border-straw px-3 font-bold"
            onClick={() => read(said.likely ?? '')}
          >
            {said.likely}?
          </button>
        )}
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <input
          ref={input}
          id="reading"
          value={typed}
          inputMode="decimal"
          autoComplete="off"
          className="figure w-36 rounded-card border border-night-quiet bg-night px-3 py-2 text-3xl"
          aria-invalid={said ? true : undefined}
          aria-describedby="reading-said"
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && close()}
        />
        <span className="figure text-2xl">°{temperature}</span>
        {thermometers.length > 0 && (
          <select
            aria-label="Thermometer"
            value={thermometerId}
            className="min-h-12 rounded-card border border-night-quiet bg-night px-2"
            onChange={(event) => {
              setThermometerId(event.target.value);
              localStorage.setItem(KEPT, event.target.value);
            }}
          >
            {thermometers.map((thermometer) => (
              <option key={thermometer.id} value={thermometer.id}>
                {thermometer.name}
                {thermometer.offsetC !== 0 && ` (${showTemperatureChange(-thermometer.offsetC, temperature)})`}
              </option>
            ))}
            <option value="">another, no correction</option>
          </select>
        )}
        <button className="min-h-12 rounded-card bg-aqua px-5 text-lg font-bold text-night">Keep</button>
        <button type="button" className="min-h-12 rounded-card border border-night-quiet px-4" onClick={close}>
          Cancel
        </button>
      </div>
      {places.length > 1 && <PlaceChoice places={places} of={of} choose={setOf} />}
    </form>
  );
}

export function NoteEntry({ act, close }: { readonly act: (act: Act) => void; readonly close: () => void }) {
  const [text, setText] = useState('');
  const input = useRef<HTMLTextAreaElement>(null);
  useEffect(() => input.current?.focus(), []);
  const keep = () => {
    if (text.trim()) act({ kind: 'note', text: text.trim().slice(0, 2000) });
    close();
  };
  return (
    <form
      className="mb-2 rounded-card border-2 border-straw bg-night-card p-4"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <label htmlFor="note" className="text-lg font-semibold">
        Note
      </label>
      <textarea
        ref={input}
        id="note"
        value={text}
        rows={2}
        maxLength={2000}
        className="mt-2 w-full rounded-card border border-night-quiet bg-night px-3 py-2 text-lg"
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') close();
          if (event.key === 'Enter' && !event.shiftKey) {
            event.preventDefault();
            keep();
          }
        }}
      />
      <div className="mt-2 flex gap-3">
        <button className="min-h-12 rounded-card bg-aqua px-5 text-lg font-bold text-night">Keep</button>
        <button type="button" className="min-h-12 rounded-card border border-night-quiet px-4" onClick={close}>
          Cancel
        </button>
      </div>
    </form>
  );
}
