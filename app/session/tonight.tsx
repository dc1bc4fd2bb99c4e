import { textOf } from '../ui/form.ts';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { data, useSearchParams, type ShouldRevalidateFunctionArgs } from 'react-router';
import { rollsLeft } from '../../core/chemistry/capacity.ts';
import { OWN_ACCEPTED, parseOwnMargin } from '../../core/timing/own-margin.ts';
import { parseReading } from '../../core/units/temperature.ts';
import { findBatch } from '../server/batches.server.ts';
import { tankHeatSetting } from '../../core/heat/tank-heat-setting.ts';
import { nowMs, shownInstant } from '../server/clock.server.ts';
import { liveRunTitle, queuedRuns } from '../server/runs.server.ts';
import { personsZone, storedUnits } from '../server/settings.server.ts';
import { Empty, LinkButton, Notice, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/tonight.ts';
import { readDraftChange, withChange, type Draft } from './draft/draft.ts';
import { AnotherBatch } from './plan/another-batch.tsx';
import { BathCard } from './evening/bath-card.tsx';
import { ClockCard } from './evening/clock-card.tsx';
import { EveningAxis } from './evening/evening-axis.tsx';
import { eveningPlan } from './evening/evening-plan.server.ts';
import { changeEvening } from './evening/evening-change.server.ts';
import { costTonight } from './evening/cost-tonight.server.ts';
import { clockTime } from '../../core/schedule/wanted-time.ts';
import { clockTicks, eveningHeadline } from './evening/headline.ts';
import { startTonight } from './run-acts/replan.server.ts';
import { toTheBench } from './run-acts/to-the-bench.ts';
import { RunCard } from './plan/run-card.tsx';
import { SetForTonight } from './draft/set-for-tonight.tsx';
import { marginsLastTime } from './draft/margins-last-time.server.ts';
import { RunsBoard } from './plan/runs-board.tsx';
import { RollsTonight } from './plan/rolls-tonight.tsx';
import { SchoolsCard } from './plan/schools-card.tsx';
import { compareSchools } from './plan/schools.ts';
import { StepDetail } from './plan/step-detail.tsx';
import { SessionUnderWay, StartBar } from './plan/start-bar.tsx';
import { readDraft, tonight, usualHabits, writeDraft } from './draft/tonight.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Tonight’s session · Steady Reel' }];

/** Looking at another step or run plans nothing anew. */
export function shouldRevalidate({ currentUrl, nextUrl, formMethod, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs): boolean {
  const looks = !formMethod && currentUrl.pathname === nextUrl.pathname && currentUrl.search !== nextUrl.search;
  return looks ? false : defaultShouldRevalidate;
}

export function loader() {
  const evening = tonight();
  const atMs = nowMs();
  const zone = personsZone();
  const live = liveRunTitle();
  const plan = eveningPlan(evening, atMs);
  const { runs } = evening.evening;
  // Runs that cannot be done have no place on the clock.
  const done = runs.filter((run) => run.plan.ok);
  const first = done[0];
  const firstTank = evening.tanks.find((tank) => tank.id === first?.tankId);
  const setting = evening.heat && firstTank ? tankHeatSetting(firstTank, evening.heat) : null;
  const bathC = first?.plan.ok ? (first.plan.value.heat?.bathC ?? 0) : 0;
  return {
    ...evening,
    batches: evening.batches.map((batch) => ({
      ...batch,
      rollsLeft: rollsLeft(batch.kit, { ...batch, rollsDone: batch.rollsDone + batch.waitingRolls }),
      // Which bottle ages first decides how long a batch is good.
      daysLeft: batch.bottles
        .flatMap((bottle) => (bottle.goodUntil ? [differenceInCalendarDays(parseISO(bottle.goodUntil), parseISO(evening.on))] : []))
        .reduce<number | null>((least, days) => (least === null ? days : Math.min(least, days)), null),
    })),
    live,
    queued: queuedRuns().map((run) => ({ id: run.id, sessionId: run.sessionId, title: run.plan.title, position: run.position })),
    plan,
    tankInSums:
      setting && firstTank
        ? { volumeMl: firstTank.volumeMl, heatJK: setting.heatJK, startC: setting.startC === 'bath' ? bathC : setting.startC }
        : null,
    headline: eveningHeadline({
      rolls: runs.reduce((sum, run) => sum + run.rollIds.length, 0),
      runs: runs.length,
      clock: plan.clock,
      heaterW: plan.settings.heaterW,
      day: shownInstant(atMs, 'EEEE'),
      hour: Number(shownInstant(plan.clock[0]?.firstPourMs ?? atMs, 'H')),
      zone,
    }),
    ticks: clockTicks(plan.clock, zone),
    times: runs.map((run) => {
      const clock = plan.clock[done.indexOf(run)];
      return clock
        ? {
            warm: clockTime(clock.warmFromMs, zone),
            load: clockTime(clock.loadFromMs, zone),
            pour: clockTime(clock.firstPourMs, zone),
            hung: clockTime(clock.hungMs, zone),
          }
        : null;
    }),
    schools: runs.map((run) => {
      const batch = evening.batches.find((candidate) => candidate.id === run.batchId);
      return batch ? compareSchools(run, evening, findBatch(batch.id)?.kit ?? batch.kit) : [];
    }),
    lastOwn: marginsLastTime(evening.inUse.map((batch) => batch.kitId)),
    cost: costTonight(evening, plan.settings.labPrice),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const intent = textOf(form, 'intent');
  switch (intent) {
    case 'start':
      return toTheBench(startTonight());
    case 'evening': {
      const refusal = changeEvening(form);
      return refusal ? data({ field: null, typed: '', message: refusal, nearest: null, liveRunId: null }, { status: 422 }) : null;
    }
    case 'undo': {
      const { before } = readDraft();
      if (before) writeDraft(before);
      return null;
    }
    default:
      return changeDraft(intent, form);
  }
}

/** Each change keeps the draft before it, so that one press takes it back. */
function changeDraft(kind: string, form: FormData) {
  const typed = textOf(form, 'tempC').trim();
  const change: Record<string, unknown> = { ...Object.fromEntries(form), kind };
  for (const list of ['tankIds', 'rollIds']) change[list] = form.getAll(list).map(String);
  if (form.has('runs')) change['runs'] = parsedRuns(textOf(form, 'runs'));
  if (kind === 'temperature') {
    // A figure that the page itself offers comes in °C and exact.
    const exact = form.has('exactC');
    const reading = exact ? parseReading(textOf(form, 'exactC')) : parseReading(typed, storedUnits().temperature);
    if (!reading.ok) {
      const field = `${textOf(form, 'batchId')} ${textOf(form, 'step')}`;
      return data({ field, typed, message: reading.message, nearest: reading.likely, liveRunId: null }, { status: 422 });
    }
    change['tempC'] = reading.tempC;
  }
  if (kind === 'margin') {
    const [amount, reason] = [textOf(form, 'amount').trim(), textOf(form, 'reason').trim().slice(0, 200)];
    const own = parseOwnMargin(amount || '0');
    if (!own) {
      const field = `${textOf(form, 'batchId')} ${textOf(form, 'bath')} own`;
      return data({ field, typed: amount, message: OWN_ACCEPTED, nearest: null, liveRunId: null }, { status: 422 });
    }
    change['own'] = { ...own, reason };
  }
  const read = readDraftChange(kind, change);
  if (!read) {
    return data(
      { field: null, typed, message: 'That change was not understood. Nothing was changed; try it again.', nearest: null, liveRunId: null },
      { status: 422 },
    );
  }
  const { before: _, ...draft } = readDraft();
  const next: Draft = withChange(draft, read, usualHabits());
  writeDraft({ ...next, before: draft });
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
      <div aria-live="polite" className="mb-4 space-y-3 empty:hidden">
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
        <div className="grid gap-4 lg:grid-cols-[19rem_minmax(0,1fr)] xl:grid-cols-[19rem_minmax(0,1fr)_20.5rem]">
          <SetForTonight tonight={loaderData} refusal={actionData?.field ? actionData : null} />
          <div className="min-w-0 space-y-3 max-lg:order-first">
            <RunsBoard runs={evening.runs} names={Object.fromEntries(waiting.map((roll) => [roll.id, roll.name]))}>
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
            {run && <ClockCard settings={plan.settings} fault={plan.clockFault} question={plan.clockQuestion} cost={loaderData.cost} />}
            {run && plan.bathQuestion && <BathCard question={plan.bathQuestion} settings={plan.settings} tank={loaderData.tankInSums} />}
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
