import Ruler from 'lucide-react/icons/ruler';
import { Form, useLocation } from 'react-router';
import type { Units } from '../ui/forms/units.ts';
import { useOnDemand } from '../ui/screen/use-on-demand.ts';

const LOOK = 'figure flex min-h-11 items-center gap-2 text-sm text-[#d5e6e2] hover:text-white';

const loadPanel = () => import('./units-panel.tsx');

/** The one place where units are chosen. Where scripts or the laptop do not come its button switches both at once. */
export function UnitsSwitch({ units, currency }: { readonly units: Units; readonly currency: string | null }) {
  const [loaded, load] = useOnDemand(loadPanel);
  const { pathname, search } = useLocation();
  const back = pathname + search;
  const shown = (
    <>
      <Ruler aria-hidden size={16} /> °{units.temperature} · {units.volume}
      <span className="sr-only">: units</span>
    </>
  );
  if (loaded) {
    return (
      <loaded.UnitsPanel units={units} currency={currency} back={back} className={LOOK}>
        {shown}
      </loaded.UnitsPanel>
    );
  }
  const other: Units = units.temperature === 'C' ? { temperature: 'F', volume: 'US fl oz' } : { temperature: 'C', volume: 'ml' };
  return (
    <Form
      method="post"
      action="/units"
      onSubmit={(event) => {
        event.preventDefault();
        const form = event.currentTarget;
        load(() => form.submit());
      }}
    >
      {Object.entries({ ...other, back }).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <button className={LOOK} aria-haspopup="dialog" aria-expanded={false}>
        {shown}
      </button>
    </Form>
  );
}
