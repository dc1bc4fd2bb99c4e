import { lazy } from 'react';
import { nowInWords } from '../../../core/evening/now-in-words.ts';
import { eveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { ticksOf, tickDoing } from '../../run/evening/ticks.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { findEvening } from '../../server/evenings.server.ts';
import { waitingRolls } from '../../server/rolls.server.ts';
import { openSessionId, queuedRuns } from '../../server/runs/runs.server.ts';
import { asText, fromText, type AsText } from '../../ui/as-text.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { changeOnPaper } from '../draft/paper-action.server.ts';
import { tonight } from '../draft/tonight.server.ts';
import { eveningPage } from '../evening/evening-page.server.ts';
import { eveningPlan, planUnderWay } from '../evening/evening-plan.server.ts';
import { Planned } from '../evening/planned.tsx';
import { KeptEvenings } from '../to-come/kept-evenings.tsx';
import { eveningsToCome } from '../to-come/evenings-to-come.server.ts';
import { changeUnderWay } from '../under-way/coming-action.server.ts';
import { comingOf } from '../under-way/coming.server.ts';
import { underWayPage } from '../under-way/under-way-page.server.ts';
import { useEveningHeard } from '../under-way/use-evening-heard.ts';
import { openedIn } from '../evening/opened-in.ts';
import type { Route } from './+types/tonight.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const underWay = loaderData && fromText(loaderData).underWay;
  const next = underWay ? nowInWords(underWay.toDo, underWay.clock.nowMs)?.inShort : null;
  return [{ title: `${next ?? 'Tonight’s session'} · Steady Reel` }];
};

export { looksOnly as shouldRevalidate } from '../evening/opened-in.ts';

/** What has not begun is told by the minute: looked at again within it, nothing is worked out anew. */
const MINUTE_MS = 60_000;

export function loader({ request }: Pick<Route.LoaderArgs, 'request'>): AsText<ShownEvening> {
  const atMs = nowMs();
  const url = new URL(request.url);
  const sessionId = openSessionId();
  if (sessionId !== null) return asText(goingOn(sessionId, url, atMs));
  const minuteMs = atMs - (atMs % MINUTE_MS);
  return whileUnchanged('evening', () => asText(planned(url, minuteMs)), `${minuteMs} ${url.search}`);
}

function planned(url: URL, atMs: number) {
  const evening = tonight();
  const plan = eveningPlan(evening, atMs, ticksOf(null));
  return { toCome: toComeOf(url), underWay: null, others: [], page: eveningPage(evening, plan, atMs, openedIn(url)) };
}

function goingOn(sessionId: string, url: URL, atMs: number) {
  const under = eveningUnderWay(sessionId, atMs);
  const coming = comingOf(sessionId);
  const plan = planUnderWay(under, coming, atMs, ticksOf(sessionId));
  return {
    toCome: toComeOf(url),
    underWay: underWayPage(under, { question: plan.bathQuestion, warmS: plan.warmS ?? 0 }, atMs),
    others: queuedRuns()
      .filter((run) => run.sessionId !== sessionId)
      .map((run) => ({ id: run.id, sessionId: run.sessionId, title: run.plan.title })),
    page: eveningPage(coming, plan, atMs, openedIn(url)),
  };
}

export type ShownEvening = ReturnType<typeof planned> | ReturnType<typeof goingOn>;

/** Evenings that are kept for later, and the one that was just let go. */
function toComeOf({ searchParams }: URL) {
  const letGo = findEvening(searchParams.get('letGo') ?? '');
  return { evenings: eveningsToCome(waitingRolls()), letGo: letGo && { id: letGo.id, name: letGo.name } };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const sessionId = openSessionId();
  if (textOf(form, 'intent') === 'tick') {
    tickDoing(sessionId, textOf(form, 'doing'), textOf(form, 'done') === 'yes');
    return null;
  }
  return sessionId === null ? changeOnPaper(form) : changeUnderWay(sessionId, form);
}

/** An evening that goes on comes with what it alone shows. */
const GoingOn = lazy(async () => ({ default: (await import('../under-way/going-on.tsx')).GoingOn }));

export default function TonightPage({ loaderData, actionData }: Route.ComponentProps) {
  const { page, underWay, others, toCome } = fromText(loaderData);
  return (
    <>
      {underWay ? (
        <GoingOn {...{ page, underWay, others }} answered={actionData} />
      ) : (
        <PlannedHere page={page} refusal={actionData?.field === undefined ? null : actionData} />
      )}
      <KeptEvenings {...toCome} />
    </>
  );
}

/** What was ticked on another screen shows here. */
function PlannedHere(shown: Pick<React.ComponentProps<typeof Planned>, 'page' | 'refusal'>) {
  useEveningHeard(null);
  return <Planned {...shown} />;
}
