import { useEffect, useRef, useState } from 'react';
import type { RunningStep } from '../../../core/run/state/now.ts';
import { parseDuration, showDuration } from '../../../core/units/duration.ts';
import type { Act } from '../channel/run-channel.ts';
import { Sheet } from '../screen/sheet.tsx';

const STEPS_S = [-30, -5, -1, 1, 5, 30];

/** “I forgot to press”: how long ago it really was, typed once, or moved by seconds. */
export function StartEntry({
  step,
  running,
  nowMs,
  act,
  close,
}: {
  readonly step: { readonly id: string; readonly name: string };
  readonly running: RunningStep;
  readonly nowMs: () => number;
  readonly act: (act: Act) => unknown;
  readonly close: () => void;
}) {
  const [typed, setTyped] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const move = (seconds: number) => act({ kind: 'nudged', step: step.id, seconds });
  return (
    <Sheet label={`When did ${step.name.toLowerCase()} begin?`} close={close} focused>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          const ago = parseDuration(typed);
          if (ago === null || ago > 3600) {
            setSaid(`“${typed}” is no time. Type how long ago, such as 1:30, or 90 for seconds; up to an hour.`);
            return;
          }
          move(Math.round((nowMs() - ago * 1000 - running.startMs) / 1000));
          close();
        }}
      >
        <label htmlFor="ago" className="block">
          It went in this long ago
        </label>
        <p id="ago-said" role="alert" className="text-straw empty:hidden">
          {said}
        </p>
        <div className="mt-1 flex flex-wrap items-center gap-3">
          <input
            ref={input}
            id="ago"
            value={typed}
            inputMode="numeric"
            placeholder="1:30"
            autoComplete="off"
            aria-describedby="ago-said"
            aria-invalid={said ? true : undefined}
            className="figure w-32 rounded-card border border-night-quiet bg-night px-3 py-2 text-3xl"
            onChange={(event) => setTyped(event.target.value)}
          />
          <button className="min-h-12 rounded-card bg-aqua px-5 text-lg font-bold text-night">Set the start</button>
        </div>
      </form>
      <p className="mt-3 text-night-quiet">
        or move it, now <span className="figure">{showDuration(Math.max(0, (nowMs() - running.startMs) / 1000))}</span> ago:
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {STEPS_S.map((seconds) => (
          <button
            key={seconds}
            type="button"
            className="figure min-h-11 min-w-14 rounded-card border border-night-line px-2"
            aria-label={`The step began ${Math.abs(seconds)} s ${seconds < 0 ? 'earlier' : 'later'}`}
            onClick={() => move(seconds)}
          >
            {seconds > 0 ? '+' : '−'}
            {Math.abs(seconds)} s
          </button>
        ))}
      </div>
    </Sheet>
  );
}
