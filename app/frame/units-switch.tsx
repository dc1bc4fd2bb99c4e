import { Popover, PopoverButton, PopoverPanel, Radio, RadioGroup } from '@headlessui/react';
import { Ruler } from 'lucide-react';
import { useSyncExternalStore } from 'react';
import { Form, useLocation, useSubmit } from 'react-router';
import type { Units } from '../ui/units.ts';

const LOOK = 'figure flex min-h-11 items-center gap-2 text-sm text-[#d5e6e2] hover:text-white';

/** The one place where units are chosen. Before scripts arrive its button switches both at once. */
export function UnitsSwitch({ units }: { readonly units: Units }) {
  const alive = useSyncExternalStore(
    () => () => {},
    () => true,
    () => false,
  );
  const { pathname, search } = useLocation();
  const submit = useSubmit();
  const back = pathname + search;
  const shown = (
    <>
      <Ruler aria-hidden size={16} /> °{units.temperature} · {units.volume}
      <span className="sr-only">: units</span>
    </>
  );
  if (!alive) {
    const other: Units = units.temperature === 'C' ? { temperature: 'F', volume: 'fl oz' } : { temperature: 'C', volume: 'ml' };
    return (
      <Form method="post" action="/units" className="ml-auto">
        {Object.entries({ ...other, back }).map(([name, value]) => (
          <input key={name} type="hidden" name={name} value={value} />
        ))}
        <button className={LOOK}>{shown}</button>
      </Form>
    );
  }
  const choose = (change: Partial<Units>) =>
    void submit({ ...change, back }, { method: 'post', action: '/units', preventScrollReset: true });
  return (
    <Popover className="relative ml-auto">
      <PopoverButton className={LOOK}>{shown}</PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-40 w-64 space-y-3 rounded-card border border-line bg-card p-4 text-ink shadow-lg [--anchor-gap:4px]"
      >
        <Choice
          label="Temperatures"
          value={units.temperature}
          of={['C', 'F']}
          show={(unit) => `°${unit}`}
          choose={(temperature) => choose({ temperature })}
        />
        <Choice label="Volumes" value={units.volume} of={['ml', 'fl oz']} show={(unit) => unit} choose={(volume) => choose({ volume })} />
      </PopoverPanel>
    </Popover>
  );
}

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
      <div className="mt-1 grid grid-cols-2 gap-2">
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
