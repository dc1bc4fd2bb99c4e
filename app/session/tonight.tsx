import { data, redirect, redirectDocument, useSearchParams } from 'react-router';
import { rollsLeft } from '../../core/chemistry/capacity.ts';
import { daysLeft } from '../../core/chemistry/shelf-life.ts';
import { parseReading } from '../../core/units/temperature.ts';
import { findBatch } from '../server/batches.server.ts';
import { nowMs, today } from '../server/clock.server.ts';
import { liveRun, queuedRuns } from '../server/runs.server.ts';
import { storedUnits, writeSetting } from '../server/settings.server.ts';
import { beginRun, type Started } from '../server/session-start.server.ts';
import { Empty, LinkButton, Notice, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/tonight.ts';
import { draftChangeSchema, withChange, type Draft, type DraftChange } from './draft.ts';
import { AnotherBatch } from './another-batch.tsx';
import { BathCard } from './bath-card.tsx';
import { ClockCard } from './clock-card.tsx';
import { EveningAxis } from './evening-axis.tsx';
import { eveningPlan } from './evening-plan.server.ts';
import { changeEvening } from './evening-change.server.ts';
import { costTonight } from './cost-tonight.ts';
import { clockTicks, eveningHeadline, time } from './headline.ts';
import { backToThePlan, replanAt, startTonight } from './replan.server.ts';
import { RunCard } from './run-card.tsx';
import { SetForTonight } from './set-for-tonight.tsx';
import { RunsBoard } from './runs-board.tsx';
import { RollsTonight } from './rolls-tonight.tsx';
import { SchoolsCard } from './schools-card.tsx';
import { compareSchools } from './schools.ts';
import { StepDetail } from './step-detail.tsx';
import { SessionUnderWay, StartBar } from './start-bar.tsx';
import { readDraft, tonight } from './tonight.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Tonight’s session · Steady Reel' }];

export function loader() {
  const evening = tonight();
  const live = liveRun();
  const waitingRuns = queuedRuns();
  const plan = eveningPlan(evening, nowMs());
  return {
    ...evening,
    batches: evening.batches.map((batch) => ({
      ...batch,
      rollsLeft: rollsLeft(batch.kit, batch),
      // Which bottle ages first decides how long a batch is good.
      daysLeft: batch.kit.baths
        .map((bath) => daysLeft(bath, batch.mixedOn, today()))
        .reduce<number | null>((least, days) => (days === null ? least : least === null ? days : Math.min(least, days)), null),
    })),
    live: live && { id: live.id, title: live.plan.title },
    queued: waitingRuns.map((run) => ({ id: run.id, sessionId: run.sessionId, title: run.plan.title, position: run.position })),
    plan,
    headline: eveningHeadline(evening.evening, plan.clock, plan.settings.heaterW, nowMs()),
    ticks: clockTicks(plan.clock),
    times: plan.clock.map((run) => ({
      warm: time(run.warmFromMs),
      load: time(run.loadFromMs),
      pour: time(run.firstPourMs),
      hung: time(run.hungMs),
    })),
    schools: evening.evening.runs.map((run) => {
      const batch = findBatch(run.batchId);
      return batch ? compareSchools(run, evening, batch.kit) : [];
    }),
    cost: costTonight(evening, plan.settings.labPrice),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const intent = String(form.get('intent'));
  switch (intent) {
    case 'start':
      return toTheBench(startTonight());
    case 'replan': {
      // Already corrected and in °C; read again because a browser can send anything.
      const reading = parseReading(String(form.get('tempC')));
      return toTheBench(
        reading.ok
          ? replanAt(String(form.get('runId')), String(form.get('step')), reading.tempC)
          : { ok: false, message: reading.message, liveRunId: null },
      );
    }
    case 'begin':
      return toTheBench(beginRun(String(form.get('runId'))));
    case 'evening': {
      const refusal = changeEvening(form);
      return refusal ? data({ field: null, typed: '', message: refusal, nearest: null, liveRunId: null }, { status: 422 }) : null;
    }
    case 'leave':
      backToThePlan(String(form.get('sessionId')));
      throw redirect('/');
    case 'undo': {
      const { before } = readDraft();
      if (before) writeSetting('draft', before);
      return null;
    }
    default:
      return changeDraft(intent, form);
  }
}

function toTheBench(started: Started) {
  if (started.ok) throw redirectDocument(`/bench/${started.runId}`);
  return data({ field: null, typed: '', message: started.message, nearest: null, liveRunId: started.liveRunId }, { status: 409 });
}

/** Each change keeps the draft before it, so that one press takes it back. */
function changeDraft(kind: string, form: FormData) {
  const typed = String(form.get('tempC') ?? '').trim();
  const change: Record<string, unknown> = { ...Object.fromEntries(form), kind };
  for (const list of ['tankIds', 'rollIds']) change[list] = form.getAll(list).map(String);
  if (form.has('runs')) change['runs'] = parsedRuns(String(form.get('runs')));
  if (kind === 'temperature') {
    const reading = parseReading(typed, storedUnits().temperature);
    if (!reading.ok) {
      const field = `${String(form.get('batchId'))} ${String(form.get('step'))}`;
      return data({ field, typed, message: reading.message, nearest: reading.likely, liveRunId: null }, { status: 422 });
    }
    change['tempC'] = reading.tempC;
  }
  if (!draftChangeSchema.isValidSync(change)) {
    return data(
      { field: null, typed, message: 'That change was not understood. Nothing was changed; try it again.', nearest: null, liveRunId: null },
      { status: 422 },
    );
  }
  const cast = draftChangeSchema.cast(change) as unknown as object;
  const { before: _, ...draft } = readDraft();
  const next: Draft = withChange(draft, { ...cast, kind } as DraftChange);
  writeSetting('draft', { ...next, before: draft });
  return null;
}

function parsedRuns(text: string): unknown {
  try {
    const runs = JSON.parse(text) as unknown;
    return Array.isArray(runs) ? runs : undefined;
  } catch {
    return undefined;
  }
}

export default function TonightPage({ loaderData, actionData }: Route.ComponentProps) {
  const { evening, waiting, batches, tanks, live, queued, headline, plan } = loaderData;
  const [search] = useSearchParams();
  const runIndex = Math.min(Math.max(0, Number(search.get('run')) || 0), Math.max(0, evening.runs.length - 1));
  const run = evening.runs[runIndex];
  const refusal = actionData?.field === null ? actionData : null;
  return (
    <>
      <PageHead title={headline.title} action={<StartBar evening={evening} live={live} />}>
        {headline.below}
      </PageHead>
      <div aria-live="polite" className="space-y-3 empty:hidden">
        {refusal && (
          <Notice>
            {refusal.message}{' '}
            {refusal.liveRunId && (
              <a className="font-semibold underline" href={`/bench/${refusal.liveRunId}`}>
                To the Bench
              </a>
            )}
          </Notice>
        )}
        {(live || queued.length > 0) && <SessionUnderWay live={live} queued={queued} />}
      </div>
      {tanks.length === 0 || batches.length === 0 || waiting.length === 0 ? (
        <Missing tanks={tanks.length} batches={batches.length} rolls={waiting.length} />
      ) : (
        <div className="mt-4 grid gap-4 lg:grid-cols-[19rem_minmax(0,1fr)] xl:grid-cols-[19rem_minmax(0,1fr)_20.5rem]">
          <SetForTonight tonight={loaderData} refusal={actionData?.field ? actionData : null} />
          <div className="min-w-0 space-y-3 max-lg:order-first">
            <RunsBoard runs={evening.runs}>
              {evening.runs.map((each, i) => (
                <RunCard
                  key={each.rollIds.join()}
                  index={i}
                  run={each}
                  tonight={loaderData}
                  clock={loaderData.times[i] ?? null}
                  chosenStep={i === runIndex ? search.get('step') : null}
                />
              ))}
            </RunsBoard>
            {evening.runs.length > 0 && (
              <EveningAxis runs={evening.runs} clock={plan.clock} ticks={loaderData.ticks} times={loaderData.times} />
            )}
            <RollsTonight tonight={loaderData} />
            <AnotherBatch tonight={loaderData} />
          </div>
          <div className="space-y-4 max-xl:lg:col-start-2">
            {run && <StepDetail run={run} runIndex={runIndex} chosen={search.get('step')} />}
            {run && <SchoolsCard rows={loaderData.schools[runIndex] ?? []} runIndex={runIndex} />}
            {run && <ClockCard settings={plan.settings} fault={plan.clockFault} cost={loaderData.cost} />}
            {run && plan.bathQuestion && <BathCard question={plan.bathQuestion} settings={plan.settings} />}
          </div>
        </div>
      )}
    </>
  );
}

/** The opening page of an empty application teaches the three things it needs, in order. */
function Missing({ tanks, batches, rolls }: { readonly tanks: number; readonly batches: number; readonly rolls: number }) {
  if (batches === 0) {
    return (
      <Empty
        title="Begin with a batch"
        action={
          <LinkButton filled to="/shelf/batches/new">
            Mix a batch
          </LinkButton>
        }
      >
        A batch is one mixing of a kit: which kit, how much, and when. Every time depends on it.
      </Empty>
    );
  }
  if (tanks === 0) {
    return (
      <Empty
        title="Now a tank"
        action={
          <LinkButton filled to="/shelf/tanks/new">
            Add a tank
          </LinkButton>
        }
      >
        What your tank holds, how much solution it takes and how long it needs to fill and drain.
      </Empty>
    );
  }
  return (
    <Empty
      title={rolls === 0 ? 'No rolls are waiting' : 'Nothing to plan'}
      action={
        <LinkButton filled to="/rolls/new">
          Add a roll
        </LinkButton>
      }
    >
      Add the films you want to develop: their process mark, their format and the speed you exposed them at.
    </Empty>
  );
}
