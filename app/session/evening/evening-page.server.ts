import type { EveningRun } from '../../../core/evening/evening.ts';
import { onlyFilm } from '../../../core/evening/margins-of-run.ts';
import { atFilm } from '../../../core/timing/own-margin.ts';
import { proposalOf } from '../../run/judging/proposals.server.ts';
import { lastTime, type LastTime } from '../../run/judging/last-time.server.ts';
import { loadedTank } from '../../../core/packing/load.ts';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { firstToUse } from '../../../core/chemistry/ledger/what-follows.ts';
import { clockTime } from '../../../core/evening/wanted-time.ts';
import { tankHeatSetting } from '../../../core/heat/tank/tank-heat-setting.ts';
import { rollsLeft } from '../../../core/kit/capacity.ts';
import { lessonsForPlanning } from '../../run/judging/lessons-of-run.server.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { livesOf } from '../../server/runs/lives.server.ts';
import { endedRuns } from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import { findBatch, isFilmBatch } from '../../server/shelf/batches.server.ts';
import { arrangedAs } from '../draft/arranged-as.server.ts';
import { marginsLastTime } from '../draft/margins-last-time.server.ts';
import type { Tonight } from '../draft/tonight.server.ts';
import { compareSchools } from '../plan/schools.ts';
import { costTonight } from './cost-tonight.server.ts';
import type { EveningPlan } from './evening-plan.server.ts';
import { eveningHeadline } from './headline.ts';
import { NOTHING_OPENED, type OpenedIn } from './opened-in.ts';

export type EveningPage = ReturnType<typeof eveningPage>;

/** What is shown beside the plan, by the evening that it is the plan of: a plan that is looked at again brings it along. */
const workedOut = new WeakMap<Tonight['evening'], ReturnType<typeof workedBeside>>();

function besides(evening: Tonight) {
  const known = workedOut.get(evening.evening);
  if (known) return known;
  const worked = workedBeside(evening);
  workedOut.set(evening.evening, worked);
  return worked;
}

/** The batch’s own kit, without the push school that is laid over it tonight. */
function asOnTheShelf({ id, kit }: Tonight['batches'][number]): Kit {
  const batch = findBatch(id);
  return batch && isFilmBatch(batch) ? batch.kit : kit;
}

function workedBeside(evening: Tonight) {
  return {
    schools: evening.evening.runs.map((run) => {
      const batch = evening.batches.find((candidate) => candidate.id === run.batchId);
      return batch ? compareSchools(run, evening, asOnTheShelf(batch)) : [];
    }),
    proposals: evening.evening.runs.map((run) => proposalFor(run, evening)),
    lastOwn: marginsLastTime(evening.inUse.map((batch) => batch.kitId)),
    lastTimes: evening.evening.runs.map((run) => lastTimeOf(run, evening)),
    useFirst: whichFirst(evening),
    /** Nothing was ever developed here. */
    never: endedRuns(1, 0).total === 0,
  };
}

/** Batches that would be used up with advantage before those that are in use tonight, and why (domain.md 15, two ends). */
function whichFirst({ batches, inUse }: Pick<Tonight, 'batches' | 'inUse'>) {
  const { lives } = livesOf(batches);
  const standing = (batch: (typeof batches)[number]) => ({
    id: batch.id,
    name: batch.name,
    ends: lives.get(batch.id)?.ends ?? { rollsLeft: null, wornOn: null, oldOn: null, endsOn: null, rollsLost: null },
    worst: batch.bottles.some((bottle) => bottle.emptied || bottle.standing !== 'good') ? ('doubtful' as const) : ('good' as const),
  });
  return inUse.flatMap((batch) => {
    const others = batches.filter((other) => other.id !== batch.id && other.kit.process === batch.kit.process);
    const first = firstToUse(standing(batch), others.map(standing));
    return first ? [{ instead: batch.id, ...first }] : [];
  });
}

/** How these films were done last time; by the first of them that has a name. */
function lastTimeOf(
  { rollIds, batchId, tankId, process, pushStops, treatment }: EveningRun,
  { waiting, batches, tanks }: Tonight,
): LastTime | null {
  const batch = batches.find((each) => each.id === batchId);
  if (!batch) return null;
  const film = rollIds.map((id) => waiting.find((roll) => roll.id === id)?.film ?? '').find((name) => name !== '') ?? '';
  const tankName = tanks.find((tank) => tank.id === tankId)?.name ?? '';
  return lastTime({ film, process, pushStops, treatment, kitId: batch.kitId, kitName: batch.kit.name, tankName });
}

/** What earlier results of its film point to, where it is one film and nothing of the kind is set already. */
function proposalFor(run: EveningRun, { waiting, draft, batches }: Tonight) {
  const film = onlyFilm(run.rollIds.flatMap((id) => waiting.find((roll) => roll.id === id) ?? []));
  const kitId = batches.find((each) => each.id === run.batchId)?.kit.id ?? '';
  const proposal = film === null ? null : proposalOf(film, run.process);
  const isSet = proposal?.kind === 'longer' && Object.keys(draft.own[atFilm(kitId, film ?? '')] ?? {}).length > 0;
  return isSet ? null : proposal;
}

/** A run goes to the screen without what is told of each step, until one of its steps is opened. */
function inShort(run: EveningRun): EveningRun {
  if (!run.plan.ok) return run;
  const steps = run.plan.value.steps.map((step) => ({ ...step, cues: [], working: [], points: [], agitation: null, push: null }));
  return { ...run, plan: { ...run.plan, value: { ...run.plan.value, steps } } };
}

/** What the page of an evening shows, be it a proposal or what is still to come of one that goes on. `plan` has its runs on the clock. */
export function eveningPage(evening: Tonight, plan: EveningPlan, nowMs: number, opened: OpenedIn = NOTHING_OPENED) {
  const zone = personsZone();
  const isInUse = new Set(evening.inUse.map(({ id }) => id));
  const { runs } = evening.evening;
  // Runs that cannot be done have no place on the clock.
  const done = runs.filter((run) => run.plan.ok);
  const first = done[0];
  const whole = evening.tanks.find((tank) => tank.id === first?.tankId);
  const firstTank =
    whole &&
    loadedTank(
      whole,
      evening.waiting.filter((roll) => first?.rollIds.includes(roll.id)),
    );
  const setting = evening.heat && firstTank ? tankHeatSetting(firstTank, evening.heat) : null;
  const beside = besides(evening);
  const bathC = first?.plan.ok ? (first.plan.value.heat?.bathC ?? 0) : 0;
  return {
    ...evening,
    arrangedAs: arrangedAs(runs),
    evening: { ...evening.evening, runs: runs.map((run, i) => (opened.step && i === opened.run ? run : inShort(run))) },
    batches: evening.batches.map((batch) => ({
      ...batch,
      // Another batch is a name to choose by, until they are compared.
      ...(opened.batch || isInUse.has(batch.id) ? {} : { kit: { ...batch.kit, baths: [] }, bottles: [] }),
      rollsLeft: rollsLeft(batch.kit, { ...batch, rollsDone: batch.rollsDone + batch.waiting.rolls + batch.reserved.rolls }),
      // Which bottle ages first decides how long a batch is good.
      daysLeft: batch.bottles
        .flatMap((bottle) => (bottle.goodUntil ? [differenceInCalendarDays(parseISO(bottle.goodUntil), parseISO(evening.on))] : []))
        .reduce<number | null>((least, days) => (least === null ? days : Math.min(least, days)), null),
    })),
    plan: { ...plan, doings: undefined, bathQuestion: opened.bath ? plan.bathQuestion : null, hasBath: plan.bathQuestion !== null },
    tankInSums:
      setting && firstTank
        ? { volumeMl: firstTank.volumeMl, heatJK: setting.heatJK, startC: setting.startC === 'bath' ? bathC : setting.startC }
        : null,
    headline: eveningHeadline({
      rolls: runs.reduce((sum, run) => sum + run.rollIds.length, 0),
      runs: runs.length,
      clock: plan.clock,
      heaterW: plan.settings.heaterW,
      day: shownInstant(nowMs, 'EEEE'),
      hour: Number(shownInstant(plan.clock[0]?.firstPourMs ?? nowMs, 'H')),
      zone,
    }),
    nowMs,
    now: clockTime(nowMs, zone),
    doings: plan.doings.map((doing) => ({
      ...doing,
      at: clockTime(doing.atMs, zone),
      until: doing.untilMs === null ? null : clockTime(doing.untilMs, zone),
    })),
    ...beside,
    schools: beside.schools.map((rows, i) => (opened.step && i === opened.run ? rows : [])),
    cost: costTonight(evening, plan.settings.labPrice),
    lessons: lessonsForPlanning(
      runs.map((run) => ({
        kitId: evening.batches.find((batch) => batch.id === run.batchId)?.kitId ?? '',
        batchId: run.batchId,
        tankId: run.tankId,
        films: run.rollIds.flatMap((id) => evening.waiting.find((roll) => roll.id === id)?.film ?? []),
        process: run.process,
        treatment: run.treatment,
      })),
    ),
  };
}
