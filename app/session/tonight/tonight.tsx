import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { nowInWords } from '../../../core/evening/now-in-words.ts';
import { eveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { ticksOf, tickDoing } from '../../run/evening/ticks.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { findEvening } from '../../server/evenings.server.ts';
import { waitingRolls } from '../../server/rolls.server.ts';
import { openSessionId, queuedRuns } from '../../server/runs/runs.server.ts';
import { asText, fromText, type AsText } from '../../ui/as-text.ts';
import { textOf } from '../../ui/forms/form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { changeOnPaper } from '../draft/paper-action.server.ts';
import { tonight } from '../draft/tonight.server.ts';
import { EveningOnPaper } from '../evening/evening-on-paper.tsx';
import { eveningPage } from '../evening/evening-page.server.ts';
import { eveningPlan, planUnderWay } from '../evening/evening-plan.server.ts';
import { Planned } from '../evening/planned.tsx';
import { RefusalNotice } from '../evening/refusal-notice.tsx';
import { FirstRunContext } from '../plan/run-number.ts';
import { OtherSessions } from '../plan/start-bar.tsx';
import { eveningsToCome } from '../to-come/evenings-to-come.server.ts';
import { KeptEvenings } from '../to-come/kept-evenings.tsx';
import { changeUnderWay } from '../under-way/coming-action.server.ts';
import { comingOf } from '../under-way/coming.server.ts';
import { LateRolls } from '../under-way/late-rolls.tsx';
import { underWayPage, type UnderWayPage } from '../under-way/under-way-page.server.ts';
import { BegunRun, Moved, NowHead, useEveningHeard, useEveningNow, WhatItTakes, WholeEvening } from '../under-way/under-way.tsx';
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

type ShownEvening = ReturnType<typeof planned> | ReturnType<typeof goingOn>;

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

export default function TonightPage({ loaderData, actionData }: Route.ComponentProps) {
  const { page, underWay, others, toCome } = fromText(loaderData);
  return (
    <>
      {underWay ? (
        <UnderWay {...{ page, underWay, others, actionData }} />
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

type Shown = Pick<ShownEvening, 'page' | 'others'> & {
  readonly underWay: UnderWayPage;
  readonly actionData: Route.ComponentProps['actionData'];
};

/** The evening that goes on: what is next, what was, what is at the Bench, and what is still to come and may be changed. */
function UnderWay({ page, underWay, others, actionData: answered }: Shown) {
  // The page is read again whenever anything moves, and what the last change said must outlast that.
  const [heard, setHeard] = useState(answered);
  const [actionData, setActionData] = useState(answered);
  if (answered && answered !== heard) {
    setHeard(answered);
    setActionData(answered);
  }
  const [search] = useSearchParams();
  const nowMs = useEveningNow(underWay);
  const refusal = actionData?.field === undefined ? null : actionData;
  return (
    <FirstRunContext value={underWay.begun.length + 1}>
      <NowHead page={underWay} nowMs={nowMs} />
      <LateRolls />
      {/* What a change moved is in sight wherever on the page it was made. */}
      <div aria-live="polite" className="sticky top-2 z-30 mb-4 space-y-3 empty:hidden">
        {refusal?.field === null && <RefusalNotice refusal={refusal} />}
        {actionData?.moved && <Moved moved={actionData.moved} undone={actionData.undone} close={() => setActionData(undefined)} />}
        <OtherSessions runs={others} />
      </div>
      <EveningOnPaper
        page={page}
        refusal={refusal?.field ? refusal : null}
        search={search}
        underWay={{
          nowMs,
          front: underWay.begun.find((run) => run.is === 'live')?.n ?? (page.evening.runs.length > 0 ? underWay.begun.length + 1 : null),
          begun: (n) => <BegunRun key={`run-${n}`} page={underWay} n={n} nowMs={nowMs} />,
          lasts: <WhatItTakes page={underWay} nowMs={nowMs} />,
          below: <WholeEvening page={underWay} canUndo={page.canUndo} coming={page.evening.runs.length} />,
        }}
      />
    </FirstRunContext>
  );
}
