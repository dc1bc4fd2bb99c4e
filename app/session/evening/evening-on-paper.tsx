import type { Doing } from '../../../core/evening/list/doing.ts';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { SetForTonight } from '../draft/set-for-tonight.tsx';
import type { TypedRefusal } from '../draft/tonight-form.tsx';
import { EveningList } from '../list/evening-list.tsx';
import { useOpened } from '../list/opened.ts';
import { RunLine } from '../list/run-line.tsx';
import { RollsTonight } from '../plan/rolls-tonight.tsx';
import { RunCard } from '../plan/run/run-card.tsx';
import { useRunNumber } from '../plan/run/run-number.ts';
import { RunsBoard } from '../plan/board/runs-board.tsx';
import type { EveningPage } from './evening-page.server.ts';
import { LessonsTonight } from './lessons-tonight.tsx';
import { MattersTonight } from './matters-tonight.tsx';
import { AnotherBatch, BathCard, ClockCard, fetchParts, WaterTonight } from './parts.ts';

interface EveningOnPaperProps {
  readonly page: EveningPage;
  readonly refusal: TypedRefusal | null;
  /** Which run and step are looked at. */
  readonly search: URLSearchParams;
  /** It is not for now: nothing of it is done yet. */
  readonly isLater?: boolean;
  /** What an evening that goes on has of its own. */
  readonly underWay?: {
    readonly nowMs: number;
    /** The run that is at the Bench or comes next, counted from 1. */
    readonly front: number | null;
    /** A run that has begun, in its place. */
    readonly begun: (n: number) => React.ReactNode;
    readonly lasts: React.ReactNode;
    readonly below: React.ReactNode;
  };
}

/** An evening laid out: what is set, and everything that is to be done in its order, each line opened where it stands. */
export function EveningOnPaper({ page, refusal, search, isLater = false, underWay }: EveningOnPaperProps) {
  const { evening, waiting, plan } = page;
  const number = useRunNumber();
  const { open, toggled } = useOpened();
  const lookedAt = search.has('run') ? Number(search.get('run')) || 0 : null;
  const step = search.get('step');
  const first = number(0);
  useEffect(() => void fetchParts(), []);
  // What cannot be done has no place on the clock: it stands after the list, whole.
  const outside = evening.runs.flatMap((run, i) => (run.plan.ok ? [] : [i]));
  const front = underWay
    ? underWay.front
    : number(
        Math.max(
          0,
          evening.runs.findIndex((run) => run.plan.ok),
        ),
      );
  const cardOf = (index: number, doing: EveningPage['doings'][number] | null) => {
    const run = evening.runs[index];
    return (
      run && (
        <RunCard
          index={index}
          run={run}
          tonight={page}
          doing={doing}
          chosenStep={index === lookedAt ? step : null}
          isLookedAt={index === lookedAt}
          refusal={refusal}
        />
      )
    );
  };
  return (
    <div className="grid gap-4 lg:grid-cols-[17rem_minmax(0,1fr)]">
      <SetForTonight tonight={page} refusal={refusal} goesOn={underWay !== undefined} />
      <div className="min-w-0 space-y-2 max-lg:order-first lg:space-y-3">
        <LessonsTonight lessons={page.lessons} />
        <MattersTonight page={page} />
        <RunsBoard runs={evening.runs} arrangedAs={page.arrangedAs} names={Object.fromEntries(waiting.map((roll) => [roll.id, roll.name]))}>
          <EveningList
            doings={page.doings}
            nowMs={underWay?.nowMs ?? page.nowMs}
            now={page.now}
            readMs={page.nowMs}
            front={front}
            ticked={!isLater}
            run={(n, doings, folded) => {
              const index = n - first;
              if (index < 0) return underWay?.begun(n);
              const run = evening.runs[index];
              if (!run) return null;
              if (folded && index !== lookedAt && evening.runs.length > 1)
                return <RunLine key={`run-${n}`} index={index} run={run} page={page} doings={doings} />;
              return (
                <li key={`run-${n}`} className="border-t border-line py-2">
                  {cardOf(index, doings.find(({ kind }: Doing) => kind === 'run') ?? null)}
                </li>
              );
            }}
            opened={{
              ...(plan.hasBath && {
                bath: open === 'bath' && plan.bathQuestion && (
                  <BathCard
                    question={plan.bathQuestion}
                    settings={plan.settings}
                    tank={page.tankInSums}
                    toppedUpS={page.doings.some(({ kind }) => kind === 'top-up') ? plan.warmS : null}
                  />
                ),
              }),
              water: open === 'water' && <WaterTonight page={page} />,
              ...(open === 'when' && {
                when: <ClockCard settings={plan.settings} fault={plan.clockFault} question={plan.clockQuestion} cost={page.cost} />,
              }),
              ...(open === 'batch' && {
                batch: <AnotherBatch tonight={page} />,
              }),
              ...(open === 'lasts' && { lasts: underWay?.lasts }),
            }}
            head={
              <>
                {underWay ? (
                  <Link preventScrollReset to={toggled('lasts')} aria-expanded={open === 'lasts'} className="underline">
                    Will it last?
                  </Link>
                ) : (
                  <Link preventScrollReset to={toggled('when')} aria-expanded={open === 'when'} className="underline">
                    When
                  </Link>
                )}
                <Link to="/wall-sheet" className="underline">
                  Wall sheet
                </Link>
                <Link reloadDocument to="/session.ics" className="underline">
                  To the calendar
                </Link>
              </>
            }
          />
          {outside.map((index) => (
            <div key={evening.runs[index]?.rollIds.join()}>{cardOf(index, null)}</div>
          ))}
        </RunsBoard>
        {underWay?.below}
        <RollsTonight tonight={page} goesOn={underWay !== undefined} />
      </div>
    </div>
  );
}
