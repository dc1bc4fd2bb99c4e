import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { EveningOnPaper } from '../evening/evening-on-paper.tsx';
import { RefusalNotice } from '../evening/refusal-notice.tsx';
import { FirstRunContext } from '../plan/run/run-number.ts';
import { OtherSessions } from '../plan/start-bar.tsx';
import type { Route } from '../tonight/+types/tonight.ts';
import type { ShownEvening } from '../tonight/tonight.tsx';
import { LateRolls } from './late-rolls.tsx';
import type { UnderWayPage } from './under-way-page.server.ts';
import { BegunRun, Moved, NowHead, useEveningNow, WhatItTakes, WholeEvening } from './under-way.tsx';

type GoingOnProps = Pick<ShownEvening, 'page' | 'others'> & {
  readonly underWay: UnderWayPage;
  readonly answered: Route.ComponentProps['actionData'];
};

/** The evening that goes on: what is next, what was, what is at the Bench, and what is still to come and may be changed. */
export function GoingOn({ page, underWay, others, answered }: GoingOnProps) {
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
