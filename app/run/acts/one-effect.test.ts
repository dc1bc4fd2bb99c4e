import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { bottlesAfter } from '../../../core/chemistry/ledger/effect.ts';
import { JUGS } from '../../../core/chemistry/safety/spent.ts';
import { bleachesOrFixes, isDeveloper } from '../../../core/kit/kind.ts';
import { planEvening } from '../../../core/evening/evening.ts';
import { storeBatch, storeRoll, storeSingle, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import {
  findBatch,
  isFilmBatch,
  listBatches,
  pinKitAnew,
  setBatchRetired,
  type BatchWithKit,
  type FilmBatch,
} from '../../server/shelf/batches.server.ts';
import { moveBottle, writeEntry } from '../../server/shelf/bottle-entries.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { jugsNow } from '../../server/shelf/jugs.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';
import { frozenRuns } from '../../session/run-acts/frozen-plan.server.ts';
import { EMPTY_DRAFT } from '../../session/draft/draft.ts';
import { effectOnBottles, runsToCome } from './effect-of-run.server.ts';
import { recordEvent } from './run-log.server.ts';
import { singlesInUse } from '../evening/singles-in-use.server.ts';
import { startSession } from '../evening/session-start.server.ts';

let count = 0;
const record = (runId: string, kind: string, body: object = {}): string => {
  const id = `one-effect-${++count}`;
  const recorded = recordEvent(runId, { id, atMs: nowMs(), kind, ...body });
  if (!recorded.ok) throw new Error(`${kind}: ${recorded.message}`);
  return id;
};
const batchOf = (id: string): FilmBatch => {
  const batch = findBatch(id);
  if (!batch || !isFilmBatch(batch)) throw new Error(`no batch ${id}`);
  return batch;
};
const seenBottles = (bottles: BatchWithKit['bottles']) =>
  bottles.map(({ number, mlLeft, wornRolls }) => ({ number, mlLeft: Math.round(mlLeft), wornRolls: Math.round(wornRolls * 1000) }));
const seen = ({ bottles }: Pick<BatchWithKit, 'bottles'>) => seenBottles(bottles);
const jugs = () => new Map(jugsNow().map(({ jug, ml }) => [jug, ml]));

beforeAll(() => storeTank('steel'));

/** A run of so many rolls at the Bench, planned as a session plans it. */
function begun(batchId: string, treatment: 'normal' | 'bleach-bypass', oneShot: boolean, rolls: number): string {
  const ids = Array.from({ length: rolls }, () => `roll-${++count}`);
  for (const id of ids) storeRoll(id);
  const habits = oneShot ? { solution: 'one-shot' as const } : {};
  const waiting = ids.map((id) => ({
    id,
    name: id,
    format: '135-36' as const,
    process: 'C-41' as const,
    pushStops: 0,
    treatment,
    keeper: false,
    count: 1,
  }));
  const batches = [batchOf(batchId)];
  const tanks = listTanks();
  const singles = singlesInUse(listBatches(), runsToCome());
  const arrangement = [{ tankId: 'steel', batchId, rollIds: ids }];
  const evening = planEvening({ rolls: waiting, batches, tanks, on: today(), habits, temperaturesC: {}, singles, arrangement });
  const asTonight = {
    evening,
    inUse: batches.map((batch) => ({
      ...batch,
      waiting: { rolls: 0, wears: 0, entries: [] },
      reserved: { rolls: 0, wears: 0, entries: [] },
    })),
  };
  const frozen = frozenRuns({ ...asTonight, tanks, waiting: [], habits, heat: null }).map((run) => ({ ...run, rollIds: ids }));
  const started = startSession(frozen, EMPTY_DRAFT);
  if (!started.ok) throw new Error(`${started.message} ${evening.runs.flatMap((run) => [...run.broken]).join(' ')}`);
  return started.runId;
}

const evening = fc.record({
  treatment: fc.constantFrom('normal' as const, 'bleach-bypass' as const),
  oneShot: fc.boolean(),
  rolls: fc.integer({ min: 1, max: 2 }),
  /** How often a bath after the developer is poured again. */
  again: fc.integer({ min: 0, max: 2 }),
  /** Its stabiliser was taken over from another batch. */
  takenOver: fc.boolean(),
  /** A fixer of one's own stands on the shelf, which a run without its bleach takes. */
  ownFixer: fc.boolean(),
});

test('the forecast of a run is the ledger after it; taking the run back restores everything', () => {
  let n = 0;
  fc.assert(
    fc.property(evening, ({ treatment, oneShot, rolls, again, takenOver, ownFixer }) => {
      const id = `batch-${++n}`;
      storeBatch(id, 0);
      if (takenOver) {
        storeBatch(`${id}-before`, 0);
        const [from, inItsPlace] = [`${id}-before`, id].map((each) => batchOf(each).bottles.find(({ kind }) => kind === 'stabiliser'));
        if (!from || !inItsPlace) throw new Error('no stabiliser');
        moveBottle(from.id, { batchId: id, bath: 'stabiliser', inItsPlace: { number: inItsPlace.id } }, today(), nowMs());
      }
      const fixer = `${id}-fixer`;
      if (ownFixer) storeSingle(fixer, 'fixer');
      const inFixer = () => findBatch(fixer)?.bottles ?? [];
      const [before, fixerBefore] = [batchOf(id), inFixer()];
      const inJugs = jugs();
      const runId = begun(id, treatment, oneShot, rolls);
      const fixes = runsToCome().get(fixer);
      expect(fixes !== undefined).toBe(ownFixer && treatment === 'bleach-bypass');
      const run = findRun(runId);
      if (!run) throw new Error('no run');
      const forecast = runsToCome().get(id);
      const repeated = run.plan.steps.find(({ kind, bottle }) => bleachesOrFixes(kind) && bottle !== null)?.id;
      for (const { id: step } of run.plan.steps)
        for (let pour = 0; pour <= (step === repeated ? again : 0); pour++) {
          if (pour > 0) record(runId, 'repeated', { step });
          record(runId, 'poured', { step });
          record(runId, 'step-ended', { step });
        }
      const does = effectOnBottles(run, (step) => 1 + (step.id === repeated ? again : 0));
      const ofFixer = (entry: { readonly bottle: string }) => fixerBefore.some((bottle) => bottle.id === entry.bottle);
      if (again === 0 || repeated === undefined) {
        expect(forecast?.entries).toEqual(does.entries.filter((entry) => !ofFixer(entry)));
        expect(fixes?.entries ?? []).toEqual(does.entries.filter(ofFixer));
      }
      const finish = record(runId, 'finished');
      const after = batchOf(id);
      expect(seen(after)).toEqual(seen({ ...before, bottles: bottlesAfter(before.bottles, does.entries) }));
      expect(seenBottles(inFixer())).toEqual(seenBottles(bottlesAfter(fixerBefore, does.entries)));
      expect([after.rollsDone, after.wornRolls]).toEqual([rolls, oneShot ? 0 : rolls]);
      for (const jug of JUGS) expect((jugs().get(jug) ?? 0) - (inJugs.get(jug) ?? 0)).toBeCloseTo(does.jugsMl[jug], 1);
      // A bath that was left out knows nothing of the run.
      const bleachFix = after.bottles.find(({ kind }) => kind === 'bleach-fix');
      if (treatment === 'bleach-bypass') expect(bleachFix).toMatchObject({ mlLeft: 1000, rollsDone: 0 });
      record(runId, 'undone', { event: finish });
      expect([seen(batchOf(id)), seenBottles(inFixer())]).toEqual([seen(before), seenBottles(fixerBefore)]);
      expect([batchOf(id).rollsDone, [...jugs()]]).toEqual([0, [...inJugs]]);
      record(runId, 'given-up', { reason: '', countsRolls: false });
      if (ownFixer) setBatchRetired(fixer, nowMs());
    }),
    { numRuns: 25 },
  );
});

test('a live one-shot run reserves its millilitres and wears nothing', () => {
  storeBatch('fresh-litre', 0);
  const runId = begun('fresh-litre', 'normal', true, 1);
  const forecast = runsToCome().get('fresh-litre');
  expect([forecast?.rolls, forecast?.wears]).toEqual([1, 0]);
  expect(bottlesAfter(batchOf('fresh-litre').bottles, forecast?.entries ?? []).map(({ mlLeft }) => mlLeft)).toEqual([480, 480, 480]);
  // A run given up with its film developed has poured its developer, whatever was pressed, and nothing that was not.
  record(runId, 'given-up', { reason: 'lid', countsRolls: true });
  const { bottles, rollsDone } = batchOf('fresh-litre');
  expect([rollsDone, bottles.map(({ kind, mlLeft }) => [isDeveloper(kind), mlLeft])]).toEqual([
    1,
    [
      [true, 480],
      [false, 1000],
      [false, 1000],
    ],
  ]);
});

test('a batch that takes up the kit of today gets no second bottle beside one that was taken over', () => {
  for (const id of ['older', 'newer']) storeBatch(id, 0);
  const [from, place] = ['older', 'newer'].map((id) => batchOf(id).bottles[2]);
  moveBottle(from?.id ?? '', { batchId: 'newer', bath: 'stabiliser', inItsPlace: { number: place?.id ?? '' } }, today(), nowMs());
  pinKitAnew('newer');
  expect(batchOf('newer').bottles.map(({ bath, number }) => [bath, number === from?.number])).toEqual([
    ['developer', false],
    ['bleach-fix', false],
    ['stabiliser', true],
  ]);
});

test('no bleach: the roll goes through the fixer’s own bottle, in a ledger of its own, and the bleach-fix knows nothing of it', () => {
  storeBatch('no-bleach', 0);
  storeSingle('fixer-a', 'fixer');
  const bottle = () => findBatch('fixer-a')?.bottles[0];
  const id = bottle()?.id ?? '';
  const snip = (seconds: number) =>
    writeEntry({ batchId: 'fixer-a', atMs: nowMs(), entry: { kind: 'test', on: today(), bottle: id, result: 'passed', seconds } });
  snip(130);
  expect(bottle()?.clearS).toBe(130);
  const runId = begun('no-bleach', 'bleach-bypass', true, 1);
  const step = findRun(runId)?.plan.steps.find(({ kind }) => kind === 'fixer');
  expect([step?.from, step?.seconds, step?.after]).toEqual([id, 260, 'return']);
  const forecast = runsToCome().get('fixer-a');
  expect(forecast).toMatchObject({ rolls: 1, wears: 1, entries: [{ bottle: id, drawnMl: 520, returnedMl: 507 }] });
  expect(
    runsToCome()
      .get('no-bleach')
      ?.entries.some((entry) => entry.bottle === id),
  ).toBe(false);
  // What is told of the fixer at the Bench is told to its own bottle.
  record(runId, 'incident', { bath: 'fixer', what: 'damage' });
  expect([bottle()?.standing, batchOf('no-bleach').bottles.map(({ standing }) => standing)]).toEqual([
    'doubtful',
    ['good', 'good', 'good'],
  ]);
  for (const each of findRun(runId)?.plan.steps ?? []) {
    record(runId, 'poured', { step: each.id });
    record(runId, 'step-ended', { step: each.id });
  }
  const end = record(runId, 'finished');
  expect(bottle()).toMatchObject({ mlLeft: 987, rollsDone: 1, wornRolls: 1, clearS: null });
  expect(batchOf('no-bleach').bottles.find(({ kind }) => kind === 'bleach-fix')).toMatchObject({ mlLeft: 1000, rollsDone: 0 });
  expect([findBatch('fixer-a')?.rollsDone, batchOf('no-bleach').rollsDone]).toEqual([1, 1]);
  record(runId, 'undone', { event: end });
  expect(bottle()).toMatchObject({ mlLeft: 1000, rollsDone: 0, wornRolls: 0 });
  record(runId, 'given-up', { reason: '', countsRolls: false });
  setBatchRetired('fixer-a', nowMs());
});
