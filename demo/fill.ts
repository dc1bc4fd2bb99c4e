import { rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { addDays, formatISO, set, startOfDay } from 'date-fns';
import { isMainDeveloper } from '../core/kit/kind.ts';
import type { RunEvent } from '../core/run/acts/event.ts';
import type { RunPlan } from '../core/run/plan/run-plan.ts';
import { planEvening } from '../core/evening/evening.ts';
import { pushOfRoll } from '../core/film/develop-at.ts';
import { runTitle } from '../app/session/plan/run/run-title.ts';
import { addBatch, findBatch, isFilmBatch, setBatchRetired } from '../app/server/shelf/batches.server.ts';
import { databaseFile, inTransaction } from '../app/server/database/database.server.ts';
import { saveKit } from '../app/server/shelf/kits.server.ts';
import { addRoll, findRoll, setRollState, type Roll } from '../app/server/rolls.server.ts';
import { insertEvent } from '../app/server/runs/run-events.server.ts';
import { endedRuns, findRun, insertRun, insertSession, setRunState, setRunVerdict } from '../app/server/runs/runs.server.ts';
import { findTank, saveTank, type TankOnShelf } from '../app/server/shelf/tanks.server.ts';
import { frozenPlan } from '../core/run/plan/frozen-plan.ts';
import { entriesOfEffect } from '../core/chemistry/ledger/ledger.ts';
import { effectOnBottles } from '../app/run/acts/effect-of-run.server.ts';
import { writeEntry, writeRun } from '../app/server/shelf/bottle-entries.server.ts';
import { tankHeatSetting } from '../core/heat/tank/tank-heat-setting.ts';
import { DEFAULT_EVENING, eveningDocument } from '../app/run/evening/evening-settings.ts';
import { saveBox } from '../app/server/shelf/boxes.server.ts';
import { saveLesson } from '../app/server/runs/lessons.server.ts';
import { saveLook } from '../app/server/runs/looks.server.ts';
import { addMeasure } from '../app/server/runs/measures.server.ts';
import { indexRunAnew } from '../app/run/acts/run-index.server.ts';
import { putPractice } from './practised.ts';
import { drawStrip, measureDrawn, writeSampleScans } from './strips.ts';
import { setCap } from '../app/server/shelf/bottles.server.ts';
import { saveContains } from '../app/server/shelf/safety-sheets.server.ts';
import { DRAFT_FORMAT } from '../app/session/draft/draft.ts';
import { writeSetting } from '../app/server/settings.server.ts';
import { saveThermometer } from '../app/server/shelf/thermometers.server.ts';
import {
  DEMO_BATCHES,
  DEMO_WAYS,
  DEMO_BOXES,
  DEMO_CAPS,
  DEMO_HAPPENED,
  DEMO_KITS,
  DEMO_LESSONS,
  DEMO_LOOKS,
  DEMO_SCANNER,
  DEMO_STRIPS,
  EARLIER_RUNS,
  FILMS,
  PAST_RUNS,
  SHEET_OF_KILN_LANE,
  WAITING,
  type DemoRoll,
  type DemoRun,
} from './scenario.ts';

/** Fills the database named by STEADY_REEL_DB with the demo scenario, relative to today and the same every time. */
const TODAY = startOfDay(new Date());

/** A fixed seed: the little lateness of hands is the same in every demo. */
let seed = 20_261_125;
function dice(sides: number): number {
  seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
  return Math.floor((seed / 2_147_483_648) * sides);
}

const daysAgo = (days: number) => addDays(TODAY, -days);

const TANKS: readonly TankOnShelf[] = [
  {
    id: 'steel',
    name: 'Steel tank, two reels',
    method: 'inversion',
    volumeMl: 520,
    fillS: 8,
    drainS: 12,
    heatJK: 210,
    coolingPerMin: 0.011,
    coolingInBathPerMin: null,
    material: 'steel',
    reelSets: 2,
    holds: { '135': 2, '120': 1 },
  },
  {
    id: 'three',
    name: 'Plastic tank, three reels',
    method: 'inversion',
    volumeMl: 850,
    fillS: 12,
    drainS: 18,
    heatJK: null,
    coolingPerMin: null,
    coolingInBathPerMin: null,
    material: 'plastic',
    reelSets: 1,
    holds: { '135': 3, '120': 2, '4x5': 4 },
  },
];

/** The room of every evening of the demo. */
const HOUSE = { roomC: 20, start: 'room', stands: 'air', school: 'wait-longer' } as const;

let rollCount = 0;
function putRoll(roll: DemoRoll, addedAt: Date): Roll {
  const film = FILMS[roll.kind];
  const id = `roll-${String(++rollCount).padStart(2, '0')}`;
  addRoll(
    id,
    {
      ...film,
      name: roll.name,
      format: roll.format,
      count: 1,
      exposedSpeed: roll.exposedSpeed ?? film.boxSpeed,
      developSpeed: null,
      treatment: roll.treatment ?? 'normal',
      keeper: roll.keeper ?? false,
      expiredYear: null,
      place: roll.place,
      note: roll.note ?? '',
    },
    addedAt.getTime() + rollCount,
  );
  return findRoll(id) as Roll;
}

function putPastRun(run: DemoRun, index: number): void {
  const batch = findBatch(run.batchId);
  const tank = findTank(run.tankId);
  if (!batch || !isFilmBatch(batch) || !tank) throw new Error(`demo run ${index} names no batch or tank`);
  const rolls = run.rolls.map((roll) => putRoll(roll, daysAgo(run.daysAgo + 4)));
  const developer = batch.kit.baths.find((bath) => isMainDeveloper(bath.kind));
  const evening = planEvening({
    rolls: rolls.map((roll) => ({ ...roll, pushStops: pushOfRoll(roll) })),
    batches: [batch],
    tanks: [tank],
    on: formatISO(daysAgo(run.daysAgo), { representation: 'date' }),
    habits: {},
    heat: HOUSE,
    temperaturesC: { [batch.id]: { [developer?.id ?? '']: run.tempC } },
    arrangement: [{ tankId: tank.id, batchId: batch.id, rollIds: rolls.map((roll) => roll.id) }],
  });
  const planned = evening.runs[0];
  if (!planned?.plan.ok) throw new Error(`demo run ${index} has no plan`);
  const title = runTitle(planned, rolls);
  const plan = frozenPlan({
    planned: planned.plan.value,
    title: title.charAt(0).toUpperCase() + title.slice(1),
    process: planned.process,
    kitName: batch.kit.name,
    batchName: batch.name,
    tankName: tank.name,
    tank,
    rolls,
    pushStops: planned.pushStops,
    treatment: planned.treatment,
    rollsBefore: planned.rollsBefore,
    habits: {},
    heat: tankHeatSetting(tank, HOUSE),
  });
  const id = `run-${String(index + 1).padStart(2, '0')}`;
  insertSession(`session-${id}`, daysAgo(run.daysAgo).getTime());
  insertRun({
    id,
    sessionId: `session-${id}`,
    position: 0,
    batchId: batch.id,
    tankId: tank.id,
    plan,
    runRolls: plan.runRolls,
    seenRemjet: false,
    state: 'queued',
  });
  const events = eventsOf(run, plan, id);
  for (const event of events) insertEvent(id, event);
  setRunState(id, 'finished', events.at(-1)?.atMs ?? 0);
  setRunVerdict(id, run.verdict);
  for (const roll of rolls) setRollState(roll.id, 'developed', id);
  const { entries } = effectOnBottles({ batchId: batch.id, plan, runRolls: plan.runRolls }, (step) =>
    run.leftOut?.includes(step.bath) ? 0 : 1,
  );
  writeRun({
    batchId: batch.id,
    atMs: events.at(-1)?.atMs ?? 0,
    runId: id,
    entries: entriesOfEffect(entries, { on: formatISO(daysAgo(run.daysAgo), { representation: 'date' }), act: id }),
  });
}

/** The run as hands would have done it: a second or four late here and there. */
function eventsOf(run: DemoRun, plan: RunPlan, id: string): RunEvent[] {
  let atMs = set(daysAgo(run.daysAgo), { hours: run.hour, minutes: 10 + dice(40) }).getTime();
  let n = 0;
  const event = (body: object): RunEvent => ({ id: `${id}-event-${String(++n).padStart(3, '0')}`, atMs, ...body }) as RunEvent;
  const events: RunEvent[] = [event({ kind: 'readied', skipped: [] })];
  plan.steps.forEach((step, i) => {
    if (run.leftOut?.includes(step.bath)) return void events.push(event({ kind: 'skipped', step: step.id }));
    const startMs = atMs;
    events.push(event({ kind: 'poured', step: step.id }));
    if (step.critical) {
      for (const [afterS, c] of run.readings) {
        atMs = startMs + afterS * 1000;
        if (afterS < step.seconds)
          events.push(event({ kind: 'reading', c, shownC: c, thermometer: 'Stem, blue cap', thermometerId: 'stem' }));
      }
    }
    const share = run.cutShort?.bath === step.bath ? run.cutShort.share : 1;
    atMs = startMs + (Math.round(step.seconds * share) + dice(4)) * 1000;
    events.push(event({ kind: 'step-ended', step: step.id }));
    if (i === 1) for (const text of run.notes) events.push(event({ kind: 'note', text }));
    atMs += (4 + dice(5)) * 1000;
  });
  atMs += 120_000;
  return [...events, event({ kind: 'finished' })];
}

const isoDaysAgo = (days: number) => formatISO(daysAgo(days), { representation: 'date' });

function putBoxes(): void {
  for (const { boughtDaysAgo, openedDaysAgo, goodForDays, ...box } of DEMO_BOXES)
    saveBox(
      {
        ...box,
        boughtOn: isoDaysAgo(boughtDaysAgo),
        openedOn: openedDaysAgo === null ? null : isoDaysAgo(openedDaysAgo),
        goodUntil: goodForDays === null ? null : isoDaysAgo(-goodForDays),
      },
      daysAgo(boughtDaysAgo).getTime(),
    );
}

/** Caps, what dripped where, what a safety sheet says. */
function putShelf(): void {
  const bottleOf = (batchId: string, bath: string) => findBatch(batchId)?.bottles.find((bottle) => bottle.bath === bath);
  for (const { batchId, bath, cap } of DEMO_CAPS) {
    const bottle = bottleOf(batchId, bath);
    if (bottle) setCap(bottle.number, cap);
  }
  for (const { batchId, bath, daysAgo: days, entry, note } of DEMO_HAPPENED) {
    const bottle = bottleOf(batchId, bath);
    if (!bottle) continue;
    writeEntry({
      batchId,
      atMs: daysAgo(days).getTime() + 20 * 3_600_000,
      note,
      entry: { ...entry, on: isoDaysAgo(days), bottle: bottle.id },
      emptiedMl: bottle.mlLeft,
    });
  }
  saveContains('kiln-lane', SHEET_OF_KILN_LANE, daysAgo(80).getTime());
  writeSetting('evening', eveningDocument({ ...DEFAULT_EVENING, labPrice: 7.5 }));
  writeSetting('draft', { format: DRAFT_FORMAT, ways: DEMO_WAYS });
}

export async function fillDemo(): Promise<void> {
  inTransaction(() => {
    DEMO_KITS.forEach((kit, i) => saveKit(kit, daysAgo(90).getTime() + i));
    TANKS.forEach((tank, i) => saveTank(tank, daysAgo(90).getTime() + i));
    saveThermometer({ id: 'stem', name: 'Stem, blue cap', offsetC: 0.2, slope: 0, slopeAtC: 38 }, daysAgo(90).getTime());
    saveThermometer({ id: 'probe', name: 'Kitchen probe', offsetC: -0.4, slope: 0, slopeAtC: 38 }, daysAgo(80).getTime());
    putBoxes();
    for (const batch of DEMO_BATCHES) {
      const mixedOn = daysAgo(batch.mixedDaysAgo);
      addBatch(
        {
          id: batch.id,
          kitId: batch.kitId,
          name: batch.name,
          volumeMl: batch.volumeMl,
          mixedOn: formatISO(mixedOn, { representation: 'date' }),
          priceCents: batch.priceCents,
          rollsDone: batch.rollsBefore,
          note: batch.note,
          boxId: batch.boxId ?? null,
        },
        mixedOn.getTime(),
      );
    }
    PAST_RUNS.forEach(putPastRun);
    for (const batch of DEMO_BATCHES) if (batch.retired) setBatchRetired(batch.id, daysAgo(30).getTime());
    WAITING.forEach((roll, i) => putRoll(roll, daysAgo(5 - i)));
    putShelf();
    EARLIER_RUNS.forEach((run, i) => putPastRun(run, PAST_RUNS.length + i));
    putLogbook();
  });
  await putStrips();
  inTransaction(putPractices);
  for (const run of endedRuns(-1, 0).runs) indexRunAnew(run.id);
}

/** What was seen on strips, and what was kept of it. */
function putLogbook(): void {
  for (const { run: runId, roll, ...look } of DEMO_LOOKS) {
    const run = findRun(runId);
    if (!run) throw new Error(`demo look at ${runId}, which is not there`);
    const atMs = (run.endedAtMs ?? 0) + 26 * 3_600_000;
    saveLook({ id: `look-${runId}`, runId, rollId: roll === undefined ? null : (run.plan.rollIds[roll] ?? null), atMs, ...look });
  }
  for (const { run, ...lesson } of DEMO_LESSONS) saveLesson({ ...lesson, runId: run }, (findRun(run)?.endedAtMs ?? 0) + 27 * 3_600_000);
}

/** Somebody tried two kitchens before they ran one. */
function putPractices(): void {
  const evening = (days: number) => set(daysAgo(days), { hours: 20, minutes: 10 }).getTime();
  putPractice({ id: 'practice-calm', scene: 'calm', seed: 3, startedAtMs: evening(12), reads: true, misses: 4 }, dice);
  putPractice({ id: 'practice-cold', scene: 'cold-kitchen', seed: 7, startedAtMs: evening(5), reads: true, misses: 9 }, dice);
}

/** Scans of strips’ ends are drawn, and then measured as any other scan is. */
async function putStrips(): Promise<void> {
  for (const strip of DEMO_STRIPS) {
    const run = findRun(strip.run);
    const drawn = await drawStrip(strip);
    const measured = await measureDrawn(drawn);
    addMeasure(
      {
        id: `strip-${strip.run}`,
        runId: strip.run,
        rollId: run?.plan.rollIds[0] ?? null,
        scanner: DEMO_SCANNER,
        measure: measured.measure,
        good: strip.good,
        atMs: (run?.endedAtMs ?? 0) + 28 * 3_600_000,
      },
      measured.picture,
    );
  }
}

const file = databaseFile();
for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
await fillDemo();
await writeSampleScans(join(dirname(file), 'scans-to-try'));
console.log(`Filled ${file}`);
