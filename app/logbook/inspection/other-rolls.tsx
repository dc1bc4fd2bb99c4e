import type { Inspection } from '../../../core/inspection/inspection.ts';

const ANSWERS = [
  ['good', 'good'],
  ['alike', 'like this one'],
  ['', 'not looked at'],
] as const;

/** The best witness, asked with one press: what the bath did to one roll it did to all of them (domain.md 12). */
export function OtherRolls({ seen, say }: { readonly seen: Inspection; readonly say: (change: Partial<Inspection>) => void }) {
  return (
    <fieldset className="mt-4">
      <legend className="font-semibold">The other rolls of these baths came out</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {ANSWERS.map(([value, label]) => (
          <label
            key={value}
            className="flex min-h-11 items-center rounded-card border border-line px-3 has-checked:border-petrol has-checked:bg-mist has-checked:font-semibold has-focus-visible:outline-2 has-focus-visible:outline-petrol"
          >
            <input
              type="radio"
              name="others"
              value={value}
              checked={(seen.others ?? '') === value}
              onChange={() => say({ others: value === '' ? undefined : value })}
              className="sr-only"
            />
            {label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
