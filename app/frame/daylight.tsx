import CircleHelp from 'lucide-react/icons/circle-question-mark';
import Footprints from 'lucide-react/icons/footprints';
import Smartphone from 'lucide-react/icons/smartphone';
import { Link, NavLink, Outlet, useRouteLoaderData } from 'react-router';
import { explainsAtTheBench, FIRST_STEPS, readFirstRoll } from '../../core/beginner/first-roll.ts';
import type { loader as rootLoader } from '../root.tsx';
import { hasStumbled } from '../server/database/readable.server.ts';
import { rollCounts } from '../server/rolls.server.ts';
import { liveRunTitle } from '../server/runs/runs.server.ts';
import { personsCurrency, storedSetting } from '../server/settings.server.ts';
import { DEFAULT_UNITS, UnitsContext } from '../ui/forms/units.ts';
import { useFocusKept } from '../ui/screen/use-focus-kept.ts';
import type { Route } from './+types/daylight.ts';
import { UnitsSwitch } from './units-switch.tsx';

export function loader({ context: { who } }: Route.LoaderArgs) {
  return {
    asks: who?.kind === 'screen' ? (who.screen?.role ?? 'bench') : 'owner',
    waiting: rollCounts().waiting,
    live: liveRunTitle()?.title ?? null,
    currency: personsCurrency(),
    firstRoll: firstRollOpen(),
    stumbled: hasStumbled(),
  };
}

export { staysForALook as shouldRevalidate } from '../ui/screen/looks.ts';

/** How far a first session is, while one is under way: its way back stands on every page. */
function firstRollOpen(): { readonly done: number; readonly of: number } | null {
  const first = readFirstRoll(storedSetting('first-roll'));
  return first !== null && explainsAtTheBench(first) ? { done: first.done.length, of: FIRST_STEPS.length } : null;
}

const link = ({ isActive }: { isActive: boolean }) =>
  `flex min-h-11 items-center gap-1.5 border-b-[3px] px-0.5 pt-[3px] whitespace-nowrap ${isActive ? 'border-straw font-bold text-white' : 'border-transparent text-[#d5e6e2] forced-colors:border-[Canvas] hover:text-white'}`;

const SIDE = 'flex min-h-11 items-center gap-2 text-sm text-[#d5e6e2] hover:text-white';

/** The daylight mood: the bar with the five places, and the page below it. */
export default function Daylight({ loaderData }: Route.ComponentProps) {
  const units = useRouteLoaderData<typeof rootLoader>('root')?.units ?? DEFAULT_UNITS;
  // A screen that was let in to the Bench alone is offered nothing else.
  const whole = loaderData.asks !== 'bench';
  const main = useFocusKept<HTMLElement>();
  return (
    <UnitsContext value={units}>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-straw focus:p-3">
        To the page
      </a>
      <header className="no-print bg-petrol text-white">
        <div className="mx-auto flex max-w-[1360px] flex-wrap items-center gap-x-4 px-4 sm:gap-x-8 sm:px-6">
          <NavLink to={whole ? '/' : '/bench'} className="py-2.5 text-lg font-bold tracking-tight" end>
            Steady Reel
          </NavLink>
          <nav
            aria-label="Places"
            className="order-last -mx-1 flex w-full gap-3 overflow-x-auto px-1 min-[420px]:gap-5 sm:order-none sm:mx-0 sm:w-auto sm:gap-6"
          >
            {whole && (
              <>
                <NavLink to="/" end className={link}>
                  Session
                </NavLink>
                <NavLink to="/rolls" className={link}>
                  Rolls{' '}
                  {loaderData.waiting > 0 && (
                    <span className="figure text-sm opacity-80" title="waiting">
                      {loaderData.waiting}
                    </span>
                  )}
                </NavLink>
                <NavLink to="/shelf" className={link}>
                  Shelf
                </NavLink>
              </>
            )}
            <NavLink to="/bench" className={link}>
              Bench{' '}
              {loaderData.live && (
                <span className="rounded bg-straw px-1.5 text-sm font-bold text-night" title={loaderData.live}>
                  live
                </span>
              )}
            </NavLink>
            {whole && (
              <NavLink to="/logbook" className={link}>
                Logbook
              </NavLink>
            )}
          </nav>
          <div className="ml-auto flex items-center gap-3.5 sm:gap-5">
            {whole && loaderData.firstRoll && (
              <NavLink to="/first-roll" className={({ isActive }) => `${SIDE} ${isActive ? 'font-bold text-white' : ''}`}>
                <Footprints aria-hidden size={16} /> <span className="max-sm:sr-only">First roll</span>{' '}
                <span className="figure">
                  {loaderData.firstRoll.done}/{loaderData.firstRoll.of}
                </span>
              </NavLink>
            )}
            <NavLink to="/method" className={({ isActive }) => `${SIDE} ${isActive ? 'font-bold text-white' : ''}`}>
              <CircleHelp aria-hidden size={16} /> <span className="max-sm:sr-only">Help</span>
            </NavLink>
            <NavLink
              to={loaderData.asks === 'owner' ? '/phone' : '/screen'}
              className={({ isActive }) => `${SIDE} ${isActive ? 'font-bold text-white' : ''}`}
            >
              <Smartphone aria-hidden size={16} />{' '}
              <span className="max-sm:sr-only">{loaderData.asks === 'owner' ? 'Phone' : 'This screen'}</span>
            </NavLink>
            {whole && <UnitsSwitch units={units} currency={loaderData.currency} />}
          </div>
        </div>
      </header>
      {whole && loaderData.stumbled && (
        <p className="no-print bg-straw px-4 py-2 text-center text-night">
          A record of the book cannot be read, and is left out.{' '}
          <Link className="font-semibold underline" to="/logbook/mend">
            Find it and mend it
          </Link>
        </p>
      )}
      <main id="main" ref={main} tabIndex={-1} className="mx-auto max-w-[1360px] px-4 py-6 outline-none sm:px-6">
        <Outlet />
      </main>
    </UnitsContext>
  );
}
