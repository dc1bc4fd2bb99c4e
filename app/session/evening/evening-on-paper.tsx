import { BathCard } from '../bath/bath-card.tsx';
import { BathThroughEvening } from '../bath/bath-through-evening.tsx';
import { WaterTonight } from '../bath/water-tonight.tsx';
import { SetForTonight } from '../draft/set-for-tonight.tsx';
import type { TypedRefusal } from '../draft/tonight-form.tsx';
import { AnotherBatch } from '../plan/another-batch.tsx';
import { RollsTonight } from '../plan/rolls-tonight.tsx';
import { RunCard } from '../plan/run-card.tsx';
import { useRunNumber } from '../plan/run-number.ts';
import { RunsBoard } from '../plan/runs-board.tsx';
import { SchoolsCard } from '../plan/schools-card.tsx';
import { StepDetail } from '../plan/step-detail.tsx';
import { ClockCard } from './clock-card.tsx';
import { EveningAxis, plannedRows, type AxisRow } from './evening-axis.tsx';
import type { EveningPage } from './evening-page.server.ts';
import { LessonsTonight } from './lessons-tonight.tsx';

interface EveningOnPaperProps {
  readonly page: EveningPage;
  readonly refusal: TypedRefusal | null;
  /** Which run and step are looked at. */
  readonly search: URLSearchParams;
  /** What an evening that goes on has before its coming runs, and beside them. */
  readonly underWay?: {
    readonly rows: readonly AxisRow[];
    readonly ticks: EveningPage['ticks'];
    readonly nowMs: number;
    readonly before: React.ReactNode;
    readonly beside: React.ReactNode;
  };
}

/** An evening laid out: what is set, its runs on a board and on the clock, and whatever is looked at, opened. */
export function EveningOnPaper({ page, refusal, search, underWay }: EveningOnPaperProps) {
  const { evening, waiting, plan } = page;
  const number = useRunNumber();
  const runIndex = Math.min(Math.max(0, Number(search.get('run')) || 0), Math.max(0, evening.runs.length - 1));
  const run = evening.runs[runIndex];
  const rows = [...(underWay?.rows ?? []), ...plannedRows(evening.runs, plan.clock, page.times, number)];
  return (
    <div className="grid gap-4 lg:grid-cols-[19rem_minmax(0,1fr)] xl:grid-cols-[19rem_minmax(0,1fr)_20.5rem]">
      <SetForTonight tonight={page} refusal={refusal} goesOn={underWay !== undefined} />
      <div className="min-w-0 space-y-3 max-lg:order-first">
        {underWay && rows.length > 0 && <EveningAxis rows={rows} ticks={underWay.ticks} nowMs={underWay.nowMs} />}
        {underWay?.before}
        <LessonsTonight lessons={page.lessons} />
        <RunsBoard runs={evening.runs} names={Object.fromEntries(waiting.map((roll) => [roll.id, roll.name]))}>
          {evening.runs.map((each, i) => (
            <RunCard
              key={each.rollIds.join()}
              index={i}
              run={each}
              tonight={page}
              clock={page.times[i] ?? null}
              chosenStep={i === runIndex ? search.get('step') : null}
              refusal={refusal}
            />
          ))}
        </RunsBoard>
        {!underWay && rows.length > 0 && <EveningAxis rows={rows} ticks={page.ticks} nowMs={null} />}
        <RollsTonight tonight={page} goesOn={underWay !== undefined} />
        {run && <AnotherBatch tonight={page} />}
      </div>
      <div className="space-y-4 max-xl:lg:col-start-2">
        {underWay?.beside}
        {run && <StepDetail run={run} runIndex={runIndex} chosen={search.get('step')} />}
        {run && <SchoolsCard rows={page.schools[runIndex] ?? []} runIndex={runIndex} />}
        {run && !underWay && <ClockCard settings={plan.settings} fault={plan.clockFault} question={plan.clockQuestion} cost={page.cost} />}
        {run && plan.bathQuestion && (
          <BathCard
            question={plan.bathQuestion}
            settings={plan.settings}
            tank={page.tankInSums}
            toppedUpS={plan.bath.topUps.length > 0 ? plan.warmS : null}
          >
            <BathThroughEvening plan={plan} />
            <WaterTonight page={page} />
          </BathCard>
        )}
      </div>
    </div>
  );
}
