import Antenna from 'lucide-react/icons/radio';
import { heardStill } from '../../../core/probe/heard.ts';
import type { ProbeNow } from '../../../core/probe/probe-now.ts';
import type { ReadingOf } from '../../../core/run/acts/event.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { useUnits } from '../../ui/forms/units.ts';

interface ProbeSignsProps {
  readonly probes: readonly ProbeNow[];
  readonly steps: readonly { readonly bath: string; readonly name: string }[];
  readonly nowMs: number;
}

/** What each probe says just now, and which is lost: readings come by themselves (domain.md 18). */
export function ProbeSigns({ probes, steps, nowMs }: ProbeSignsProps) {
  const { temperature } = useUnits();
  return (
    <ul aria-label="Probes" className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
      {probes.map((probe) => {
        const now = heardStill(probe.heard, nowMs);
        const lost = now.kind === 'lost';
        return (
          <li key={probe.name} className={`flex items-baseline gap-2 ${lost ? 'text-straw' : 'text-night-quiet'}`}>
            <Antenna aria-hidden size={15} className="self-center" />
            <span>{signed(probe.name, placeName(probe.reads, steps))}</span>
            {now.kind === 'heard' && <span className="figure text-lg text-night-ink">{showTemperature(now.c, temperature)}</span>}
            {now.kind === 'never' && <span>not heard yet</span>}
            {lost && (
              <span role="status" className="font-semibold">
                lost for <span suppressHydrationWarning>{now.forS < 120 ? `${now.forS} s` : `${Math.round(now.forS / 60)} min`}</span>
                {probe.reads === 'tank' && <span className="max-sm:sr-only">; the finish goes on from its last</span>}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** A probe that is called after its place is named once. */
const signed = (name: string, place: string) => (name === place ? `probe ${name}` : `probe ${name}, ${place}`);

function placeName(reads: ReadingOf | null, steps: ProbeSignsProps['steps']): string {
  if (reads === 'tank') return 'tank';
  if (reads === 'tub' || reads === null) return 'bath';
  const bath = reads.slice('bottle:'.length);
  return `${(steps.find((step) => step.bath === bath)?.name ?? bath).toLowerCase()} bottle`;
}
