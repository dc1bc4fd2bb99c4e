import { useState } from 'react';
import { plannedOwnS } from '../../../core/run/state/plan-as-run.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { OWN_ACCEPTED, parseOwnMargin } from '../../../core/timing/own-margin.ts';
import { showDuration, showDurationChange } from '../../../core/units/duration.ts';
import type { Act } from '../channel/run-channel.ts';
import { Sheet } from '../screen/sheet.tsx';

interface MarginEntryProps {
  readonly step: PlannedStep;
  readonly act: (act: Act) => unknown;
  readonly close: () => void;
}

/** So much more or less for this bath by conviction, with why: a line of its own in the working, and offered again next time. */
export function MarginEntry({ step, act, close }: MarginEntryProps) {
  const ownS = plannedOwnS(step);
  const [typed, setTyped] = useState(ownS === 0 ? '' : showDurationChange(ownS));
  const [reason, setReason] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const name = step.name.toLowerCase();
  return (
    <Sheet label={`Your own margin on ${name}`} close={close} focused>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          const own = parseOwnMargin(typed || '0');
          if (!own) {
            setSaid(`“${typed}” is no margin. ${OWN_ACCEPTED}`);
            return;
          }
          act({ kind: 'margin', step: step.id, ...own, reason: reason.trim().slice(0, 200) });
          close();
        }}
      >
        <p className="text-night-quiet">
          {step.name} is planned for <span className="figure">{showDuration(step.seconds)}</span>. Readings move its finish under your
          margin.
        </p>
        <p id="margin-said" role="alert" className="text-straw empty:hidden">
          {said}
        </p>
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <label>
            <span className="block">More or less</span>
            <input
              autoFocus
              value={typed}
              placeholder="+10, 5 %"
              autoComplete="off"
              aria-describedby="margin-said"
              aria-invalid={said ? true : undefined}
              className="figure w-36 rounded-card border border-night-quiet bg-night px-3 py-2 text-2xl"
              onChange={(event) => setTyped(event.target.value)}
            />
          </label>
          <label className="min-w-52 grow">
            <span className="block">Why</span>
            <input
              value={reason}
              maxLength={200}
              placeholder="thin with this kit"
              autoComplete="off"
              className="w-full rounded-card border border-night-quiet bg-night px-3 py-2 text-lg"
              onChange={(event) => setReason(event.target.value)}
            />
          </label>
          <button className="min-h-12 rounded-card bg-aqua px-5 text-lg font-bold text-night">Keep</button>
        </div>
      </form>
    </Sheet>
  );
}
