import { useState } from 'react';
import { redirect } from 'react-router';
import { ticksOf, tickDoing } from '../../run/evening/ticks.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { useKeptPage } from '../../ui/screen/use-kept-page.ts';
import { useAwake } from '../../ui/screen/use-awake.ts';
import { doingsToday } from './doings-today.server.ts';
import { useTicks } from './use-ticks.ts';
import type { Route } from './+types/dark.ts';

export const meta: Route.MetaFunction = () => [{ title: 'In the dark · Steady Reel' }];

/** The film that is loaded next, or the loading that was asked for. */
export function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams.get('doing');
  const loads = doingsToday(nowMs()).filter(({ kind, done }) => kind === 'load' && done === null);
  const load = loads.find(({ id }) => id === asked) ?? loads[0];
  if (!load) throw redirect('/');
  return { id: load.id, run: load.run, rolls: load.rolls ?? [] };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const sessionId = openSessionId();
  const doing = textOf(form, 'doing');
  if (ticksOf(sessionId)[doing] === undefined) tickDoing(sessionId, doing, true);
  throw redirect('/');
}

/**
 * For the loading room: near black, without blue or white, one target as large as the screen, felt in the hand and counted in figures
 * that a thumb can cover. Before the film is out it says the one thing that matters.
 */
export default function InTheDark({ loaderData }: Route.ComponentProps) {
  const { id, run, rolls } = loaderData;
  const [loaded, setLoaded] = useState(0);
  useAwake(true);
  useKeptPage();
  const { tick } = useTicks();
  const all = loaded >= rolls.length;
  const count = (by: number) => {
    setLoaded((before) => Math.min(rolls.length, Math.max(0, before + by)));
    // A short beat in the hand for each reel, a long one for the last: nobody looks.
    if ('vibrate' in navigator) navigator.vibrate(loaded + by >= rolls.length ? [80, 60, 300] : 80);
  };
  return (
    <main className="flex min-h-dvh flex-col bg-black p-4 text-[#3c7d57]">
      <h1 className="text-base">Loading run {run}</h1>
      <p className="text-base">Any light fogs film: this screen face down or in a pocket while the canister is open.</p>
      <button
        type="button"
        disabled={all}
        onClick={() => count(1)}
        className="figure my-4 grow rounded-card border border-[#12301f] text-[6rem] leading-none"
        aria-label={all ? 'All of it is loaded' : `Loaded: ${rolls[loaded]}`}
      >
        {`${loaded}/${rolls.length}`}
        <span aria-live="polite" className="block font-sans text-xl">
          {all ? 'All of it is loaded' : `next: ${rolls[loaded]}`}
        </span>
      </button>
      <div className="flex justify-between gap-4">
        <button
          type="button"
          className="min-h-16 grow rounded-card border border-[#12301f] px-4"
          disabled={loaded === 0}
          onClick={() => count(-1)}
        >
          One back
        </button>
        <form
          method="post"
          className="grow"
          onSubmit={(event) => {
            if (!tick) return;
            // The laptop may be two rooms away; the list has it, and delivers it.
            event.preventDefault();
            tick(id, true);
            location.assign('/');
          }}
        >
          <input type="hidden" name="doing" value={id} />
          <button className={`min-h-16 w-full rounded-card border px-4 ${all ? 'border-[#3c7d57] font-bold' : 'border-[#12301f]'}`}>
            Lid on: loaded
          </button>
        </form>
      </div>
    </main>
  );
}
