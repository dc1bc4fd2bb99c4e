import { Popover, PopoverButton, PopoverPanel, Radio, RadioGroup, Select } from '@headlessui/react';
import type { ReactNode } from 'react';
import { useFetcher } from 'react-router';
import { VOLUME_UNITS } from '../../core/units/volume.ts';
import type { Units } from '../ui/forms/units.ts';
import { useOpenedAtOnce } from '../ui/screen/use-opened-at-once.ts';

interface UnitsPanelProps {
  readonly units: Units;
  readonly currency: string | null;
  /** The page that it is chosen on. */
  readonly back: string;
  readonly className: string;
  /** What stands on the button. */
  readonly children: ReactNode;
}

/** Both units and the money, each chosen by itself. It is loaded by the press that opens it, and comes open. */
export function UnitsPanel({ units, currency, back, className, children }: UnitsPanelProps) {
  const button = useOpenedAtOnce<HTMLButtonElement>();
  // Each choice has its own way to the server: one that follows quickly does not call the one before back.
  const [forTemperature, forVolume, forMoney] = [useFetcher(), useFetcher(), useFetcher()];
  const choose = (by: typeof forMoney, change: Partial<Units> | { readonly currency: string }) =>
    void by.submit({ ...change, back }, { method: 'post', action: '/units', preventScrollReset: true });
  return (
    <Popover className="relative">
      <PopoverButton ref={button} className={className}>
        {children}
      </PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-40 w-96 max-w-[94vw] space-y-3 rounded-card border border-line bg-card p-4 text-ink shadow-lg [--anchor-gap:4px]"
      >
        <Choice
          label="Temperatures"
          value={units.temperature}
          of={['C', 'F']}
          show={(unit) => `°${unit}`}
          choose={(temperature) => choose(forTemperature, { temperature })}
        />
        <Choice
          label="Volumes"
          value={units.volume}
          of={VOLUME_UNITS}
          show={(unit) => unit}
          choose={(volume) => choose(forVolume, { volume })}
        />
        <label className="block">
          <span className="font-semibold">Money</span>
          <Select
            className="mt-1 block min-h-11 w-full rounded-card border border-[#8aa39e] bg-white px-2"
            value={currency ?? ''}
            onChange={(event) => choose(forMoney, { currency: event.target.value })}
          >
            <option value="">no currency chosen</option>
            {CURRENCIES.map((code) => (
              <option key={code} value={code}>
                {code}
              </option>
            ))}
          </Select>
        </label>
      </PopoverPanel>
    </Popover>
  );
}

const CURRENCIES = Intl.supportedValuesOf('currency');

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly of: readonly T[];
  readonly show: (value: T) => string;
  readonly choose: (value: T) => void;
}

function Choice<T extends string>({ label, value, of, show, choose }: ChoiceProps<T>) {
  return (
    <RadioGroup value={value} onChange={choose} aria-label={label}>
      <span aria-hidden className="font-semibold">
        {label}
      </span>
      <div className="mt-1 grid auto-cols-fr grid-flow-col gap-2">
        {of.map((each) => (
          <Radio
            key={each}
            value={each}
            className="figure flex min-h-11 cursor-pointer items-center justify-center rounded-card border border-[#8aa39e] bg-white data-checked:border-petrol data-checked:bg-petrol data-checked:text-white data-focus:outline-2 data-focus:outline-offset-2 data-focus:outline-petrol"
          >
            {show(each)}
          </Radio>
        ))}
      </div>
    </RadioGroup>
  );
}
