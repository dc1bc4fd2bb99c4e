import { Link } from 'react-router';
import type { Doing } from '../../../core/evening/list/doing.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { sayIn } from '../../../core/units/sentence.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { useOpened, type Openable } from './opened.ts';
import { Tick } from './tick.tsx';

/** A doing with its clock times as the person reads them. */
export interface ShownDoing extends Doing {
  readonly at: string;
  readonly until: string | null;
}

interface LineProps {
  readonly doing: ShownDoing;
  /** Said after it while it is what comes next. */
  readonly inS: number | null;
  readonly opens?: { readonly what: Openable; readonly says: string } | undefined;
  readonly caution?: React.ReactNode;
  /** Of an evening that is not for now nothing is done yet. */
  readonly ticked?: boolean;
  readonly children?: React.ReactNode;
}

/** What goes on until an hour says so: loading in the dark, hanging up. */
const SAYS_UNTIL: readonly Doing['kind'][] = ['load', 'hang', 'change-bath'];

/** One line of the evening: when, what, with what figures, and whether it is done. */
export function Line({ doing, inS, opens, caution, ticked = true, children }: LineProps) {
  const units = useUnits();
  const { open, toggled } = useOpened();
  const says = doing.says.map((said) => sayIn(said, units)).join(' ');
  const isDone = doing.done !== null;
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_2.75rem] items-start gap-x-2 border-t border-line first:border-t-0">
      {/* On a phone the hour stands before its title, and the words have the whole width. */}
      <div className={`min-w-0 py-2 sm:grid sm:grid-cols-[3.4rem_8.5rem_minmax(0,1fr)] sm:gap-x-3 sm:py-2.5 ${isDone ? 'text-quiet' : ''}`}>
        <span className="figure max-sm:mr-3">{doing.at}</span>
        <p className="font-semibold max-sm:inline">{doing.title}</p>
        <div className="min-w-0">
          <p>
            {says}
            {doing.until !== null && SAYS_UNTIL.includes(doing.kind) && !isDone && (
              <>
                {' '}
                Until <span className="figure">{doing.until}</span>.
              </>
            )}
            {inS !== null && !isDone && <strong className="text-teal"> {inS <= 0 ? 'Now.' : `In ${showMinutes(inS)}.`}</strong>}
            {opens && (
              <>
                {' '}
                <Link
                  preventScrollReset
                  to={toggled(opens.what)}
                  aria-expanded={open === opens.what}
                  className="font-semibold whitespace-nowrap underline"
                >
                  {opens.says}
                </Link>
              </>
            )}
            {ticked && doing.kind === 'load' && !isDone && (
              <>
                {' '}
                <Link to={`/dark?doing=${encodeURIComponent(doing.id)}`} className="font-semibold whitespace-nowrap underline">
                  Dim screen
                </Link>
              </>
            )}
          </p>
          {caution && !isDone && <p className="text-[0.92rem] leading-snug text-quiet">{caution}</p>}
          {!isDone &&
            doing.trouble.map((said) => (
              <div key={sayIn(said, units)} className="mt-1">
                <Notice>{sayIn(said, units)}</Notice>
              </div>
            ))}
        </div>
        {children && <div className="col-span-3 mt-2">{children}</div>}
      </div>
      {ticked && <Tick doing={doing} says={says} />}
    </li>
  );
}

/** The level of the evening, across its list. */
export function NowLine({ at }: { readonly at: string }) {
  return (
    <li className="relative my-1 flex items-center" aria-label={`Now, ${at}`}>
      <span className="figure z-10 rounded bg-ink px-2 py-0.5 font-semibold whitespace-nowrap text-straw">now {at}</span>
      <span aria-hidden className="h-[3px] grow bg-straw-deep outline-1 outline-ink" />
    </li>
  );
}
