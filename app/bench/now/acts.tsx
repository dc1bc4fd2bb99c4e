import Keyboard from 'lucide-react/icons/keyboard';
import Menu from 'lucide-react/icons/menu';
import Volume2 from 'lucide-react/icons/volume-2';
import VolumeX from 'lucide-react/icons/volume-x';
import type { ReactNode } from 'react';
import type { NextAct } from '../../../core/run/state/now.ts';

const SIDE_BUTTON =
  'flex min-h-14 flex-col items-start justify-center rounded-card border border-night-line px-3 text-left font-semibold disabled:opacity-45';

export interface ActsProps {
  readonly press: () => void;
  readonly undo: () => void;
  readonly open: (kind: 'note' | 'more' | 'sound' | 'keys' | 'start') => void;
  readonly openReading: () => void;
  readonly label: string;
  readonly running: boolean;
  readonly canUndo: boolean;
  readonly soundOn: boolean;
  readonly enabled: boolean;
  /** Its time has come; until then it only says what will be done. */
  readonly due: boolean;
  /** The run's page; its acts go below it. */
  readonly at: string;
  /** The tank was turned: only where turns are counted. */
  readonly agitate: (() => void) | null;
  readonly actKind: NextAct;
  /** What a press far too early asks for before it counts; null otherwise. */
  readonly pressAgain: string | null;
  /** When a page without scripts asked that, for its form to say so. */
  readonly askedMs: number | null;
  /** The panel that is open above the act. */
  readonly children?: ReactNode;
}

/** The wide act button and its neighbours. Every key is also a button. Before JavaScript arrives the act is a form. */
export function Acts({
  press,
  undo,
  open,
  openReading,
  label,
  running,
  canUndo,
  soundOn,
  enabled,
  due,
  at,
  agitate,
  actKind,
  pressAgain,
  askedMs,
  children,
}: ActsProps) {
  const { label: _, ...bare } = actKind ?? { label: '' };
  return (
    <div className="sticky bottom-0 z-20 mt-3 bg-night pt-2 pb-[max(0.5rem,env(safe-area-inset-bottom))]">
      {children}
      <div className="mb-2 flex gap-1.5 text-sm sm:gap-2">
        {running && (
          <button type="button" className="min-h-11 rounded-card border border-night-line px-3" onClick={() => open('start')}>
            Forgot to press?
          </button>
        )}
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
          <kbd className="figure max-sm:hidden pointer-coarse:hidden">S</kbd>
        </button>
        <button
          type="button"
          className="hidden min-h-11 items-center gap-2 rounded-card border border-night-line px-3 sm:flex pointer-coarse:hidden"
          aria-label="Keys"
          onClick={() => open('keys')}
        >
          <Keyboard aria-hidden size={18} />
          <kbd className="figure">?</kbd>
        </button>
      </div>
      <div
        className={`grid gap-2 ${agitate ? 'grid-cols-4 sm:grid-cols-[minmax(0,2.4fr)_1.2fr_1fr_1fr_1fr]' : 'grid-cols-3 sm:grid-cols-[minmax(0,2.4fr)_1fr_1fr_1fr]'}`}
      >
        <form
          method="post"
          action={`${at}/events`}
          className={`order-last sm:order-none sm:col-span-1 ${agitate ? 'col-span-4' : 'col-span-3'}`}
          onSubmit={(event) => {
            event.preventDefault();
            press();
          }}
        >
          <input type="hidden" name="act" value={JSON.stringify(bare)} />
          {askedMs !== null && <input type="hidden" name="asked" value={askedMs} />}
          <button
            data-act
            className={`w-full rounded-card px-5 text-left text-[1.8rem] leading-tight font-bold sm:min-h-20 sm:text-2xl ${pressAgain ? 'border-2 border-straw bg-straw text-night' : due ? 'border-2 border-aqua bg-aqua text-night' : 'border-2 border-[#2f6f68] bg-night-card text-night-ink'} ${children ? 'min-h-20' : agitate ? 'min-h-[14dvh]' : 'min-h-[18dvh]'}`}
            disabled={!label}
            data-ready={enabled}
          >
            {pressAgain ?? label}
            <span className="block text-base font-normal max-sm:hidden pointer-coarse:hidden">Space</span>
          </button>
        </form>
        {agitate && (
          <button type="button" className={`${SIDE_BUTTON} border-2 border-straw text-straw`} onClick={agitate}>
            Agitate<kbd className="figure text-sm font-normal max-sm:hidden pointer-coarse:hidden">A</kbd>
          </button>
        )}
        <button type="button" className={SIDE_BUTTON} onClick={openReading}>
          Reading<kbd className="figure text-sm font-normal max-sm:hidden pointer-coarse:hidden">R</kbd>
        </button>
        <button type="button" className={SIDE_BUTTON} onClick={() => open('note')}>
          Note<kbd className="figure text-sm font-normal max-sm:hidden pointer-coarse:hidden">N</kbd>
        </button>
        <button type="button" className={SIDE_BUTTON} disabled={!canUndo} onClick={undo}>
          Undo<kbd className="figure text-sm font-normal max-sm:hidden pointer-coarse:hidden">Z</kbd>
        </button>
      </div>
    </div>
  );
}
