import { Keyboard, Menu, Volume2, VolumeX } from 'lucide-react';
import type { NextAct } from '../../core/run/now.ts';

const SIDE_BUTTON =
  'flex min-h-14 flex-col items-start justify-center rounded-card border border-night-line px-3 text-left font-semibold disabled:opacity-45';

interface ActsProps {
  readonly press: () => void;
  readonly undo: () => void;
  readonly nudge: (seconds: number) => void;
  readonly open: (kind: 'note' | 'more' | 'sound' | 'keys') => void;
  readonly openReading: () => void;
  readonly label: string;
  readonly running: boolean;
  readonly canUndo: boolean;
  readonly soundOn: boolean;
  readonly enabled: boolean;
  readonly runId: string;
  readonly actKind: NextAct;
}

/** The wide act button and its neighbours. Every key is also a button. Before JavaScript arrives the act is a form. */
export function Acts({ press, undo, nudge, open, openReading, label, running, canUndo, soundOn, enabled, runId, actKind }: ActsProps) {
  const { label: _, ...bare } = actKind ?? { label: '' };
  return (
    <div className="sticky bottom-0 mt-3 bg-night pt-2 pb-[max(0.5rem,env(safe-area-inset-bottom))]">
      <div className="mb-2 flex gap-1.5 text-sm sm:gap-2">
        {running &&
          [-5, -1, 1, 5].map((seconds) => (
            <button
              key={seconds}
              type="button"
              className="figure min-h-11 min-w-11 rounded-card border border-night-line px-1 whitespace-nowrap sm:px-2"
              aria-label={`The step began ${Math.abs(seconds)} s ${seconds < 0 ? 'earlier' : 'later'}`}
              onClick={() => nudge(seconds)}
            >
              {seconds > 0 ? '+' : '−'}
              {Math.abs(seconds)} s
            </button>
          ))}
        <button
          type="button"
          className="ml-auto flex min-h-11 items-center gap-2 rounded-card border border-night-line px-3"
          onClick={() => open('more')}
        >
          <Menu aria-hidden size={18} /> <span className="max-sm:sr-only">More</span>
        </button>
        <button
          type="button"
          className="flex min-h-11 items-center gap-2 rounded-card border border-night-line px-3"
          aria-label="Sound"
          onClick={() => open('sound')}
        >
          {soundOn ? <Volume2 aria-hidden size={18} /> : <VolumeX aria-hidden size={18} />}
          <kbd className="figure max-sm:hidden">S</kbd>
        </button>
        <button
          type="button"
          className="hidden min-h-11 items-center gap-2 rounded-card border border-night-line px-3 sm:flex"
          aria-label="Keys"
          onClick={() => open('keys')}
        >
          <Keyboard aria-hidden size={18} />
          <kbd className="figure">?</kbd>
        </button>
      </div>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-[minmax(0,2.4fr)_1fr_1fr_1fr]">
        <form
          method="post"
          action={`/bench/${runId}/events`}
          className="order-last col-span-3 sm:order-none sm:col-span-1"
          onSubmit={(event) => {
            event.preventDefault();
            press();
          }}
        >
          <input type="hidden" name="act" value={JSON.stringify(bare)} />
          <button
            data-act
            className="min-h-[30dvh] w-full rounded-card bg-aqua px-5 text-left text-[1.8rem] leading-tight font-bold text-night sm:min-h-20 sm:text-2xl"
            disabled={!label}
            data-ready={enabled}
          >
            {label}
            <span className="block text-base font-normal max-sm:hidden">Space</span>
          </button>
        </form>
        <button type="button" className={SIDE_BUTTON} onClick={openReading}>
          Reading<kbd className="figure text-sm font-normal max-sm:hidden">R</kbd>
        </button>
        <button type="button" className={SIDE_BUTTON} onClick={() => open('note')}>
          Note<kbd className="figure text-sm font-normal max-sm:hidden">N</kbd>
        </button>
        <button type="button" className={SIDE_BUTTON} disabled={!canUndo} onClick={undo}>
          Undo<kbd className="figure text-sm font-normal max-sm:hidden">Z</kbd>
        </button>
      </div>
    </div>
  );
}
