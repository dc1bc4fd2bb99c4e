import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeDoneRun, type DoneRun } from '../acts/a-done-run.fixture.ts';
import { rangeFallingAt, signalsOfBatch } from './strip-chart.server.ts';
import type { StripMeasure } from '../../../core/inspection/strips/strip-measure.ts';
import { storeBatch, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { addBatch, batchAsAt, findBatch } from '../../server/shelf/batches.server.ts';
import { writeEntry } from '../../server/shelf/bottle-entries.server.ts';
import { addMeasure } from '../../server/runs/measures.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { shelfPage } from '../../shelf/board/shelf-page.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { loader as listLoader } from '../../logbook/list/list.tsx';
import { action as lookAction, loader as lookLoader } from '../../logbook/inspection/look.tsx';
import { loader as runLoader } from '../../logbook/runs/run.tsx';

const page = (runId: string) => load(runLoader, '/', { runId }) as ReturnType<typeof runLoader>;
const verdictOf = (runId: string) => {
  const [look] = page(runId).looks;
  const [first] = look?.judgement.causes ?? [];
  return {
    verdict: look?.judgement.verdict,
    cause: first?.id,
    says: (first?.for ?? []).map(({ message }) => message).join(' '),
    now: first?.now,
  };
};
const SCAN = { encoding: 'srgb', rectangles: {}, width: 900, height: 300 } as unknown as StripMeasure;
const measured = (runId: string, range: number, good: boolean) =>
  addMeasure(
    {
      id: `measure-${runId}`,
      runId,
      rollId: null,
      scanner: 'flatbed',
      good,
      atMs: 1,
      measure: {
        ...SCAN,
        base: { r: 0.3, g: 0.6, b: 0.9 },
        leader: { r: range + 0.3, g: range + 0.6, b: range + 0.9 },
        range: { r: range, g: range, b: range },
        redGreen: 0,
        blueGreen: 0,
      },
    },
    null,
  );

beforeAll(() => {
  storeTank('steel');
  for (const id of ['cold', 'lit', 'silver', 'worn', 'drip', 'other']) storeBatch(id, 0);
  for (const [id, kitId] of [
    ['cast', 'house-c41-three-bath'],
    ['cine', 'house-ecn2-home'],
  ] as const)
    addBatch({ id, kitId, name: id, volumeMl: 1000, mixedOn: '2026-11-20', priceCents: null, rollsDone: 0, note: '' }, 1);
});

/** Made-up strips, each spoilt in another way, judged by what is pressed and by what the run remembers. */
test.each<[string, Omit<DoneRun, 'tankId' | 'on'>, Record<string, string | string[]>, string, string, RegExp]>([
  [
    'thin by cold',
    {
      batchId: 'cold',
      readings: [
        [20, 36.2],
        [150, 35.9],
      ],
    },
    { edge: 'thin', frames: 'thin', colour: 'right', marks: 'none' },
    'development',
    'developer-too-little',
    /edge print is thin.*8\d % of its dose.*averaged 36\.0 °C in the tank; 38\.0 °C was planned/,
  ],
  [
    'thin by exposure',
    { batchId: 'lit', readings: [[20, 38]] },
    { edge: 'normal', frames: 'thin', marks: 'none' },
    'exposure',
    'under-exposed',
    /the developer worked/,
  ],
  [
    'a cast that was carried over',
    { batchId: 'cast', skips: ['rinse', 'stop'] },
    { edge: 'normal', frames: 'normal', colour: 'cast' },
    'development',
    'carry-over',
    /nothing rinsed the developer out/,
  ],
  [
    'silver left',
    { batchId: 'silver', shares: { 'bleach-fix': 0.5 } },
    { edge: 'normal', colour: 'weak', marks: ['silver'] },
    'development',
    'silver-left',
    /greyish.*bleach got 50 %/,
  ],
  [
    'cine flakes',
    { batchId: 'cine' },
    { edge: 'normal', frames: 'normal', marks: ['black-specks'] },
    'development',
    'remjet-left',
    /black specks.*Cine film/,
  ],
])('%s', async (name, run, seen, verdict, cause, says) => {
  const runId = name.replaceAll(' ', '-');
  storeDoneRun(runId, { tankId: 'steel', on: '2026-11-22', ...run });
  expect((await post(lookAction, { filmIs: 'dry', once: `once-of-${runId}`.slice(0, 40), ...seen }, { runId })).to).toBe(
    `/logbook/${runId}#looks`,
  );
  expect(verdictOf(runId)).toMatchObject({ verdict, cause, says: expect.stringMatching(says) as string });
  expect((load(listLoader, `/logbook?verdict=${verdict}`) as ReturnType<typeof listLoader>).runs.map(({ id }) => id)).toContain(runId);
});

test('a developer that tires over five rolls: the chart sees it, the shelf names the bottle, and the strip is judged by it', async () => {
  [1.7, 1.72, 1.69, 1.71, 1.7, 1.64, 1.6, 1.55].forEach((range, i) => {
    storeDoneRun(`worn-${i}`, {
      batchId: 'worn',
      tankId: 'steel',
      on: `2026-11-${20 + i}`,
      rolls: [{ id: `w${i}a` }, { id: `w${i}b` }],
    });
    measured(`worn-${i}`, range, i < 5);
  });
  const last = 'worn-7';
  expect([0, 4, 7].map((i) => rangeFallingAt({ id: `worn-${i}`, batchId: 'worn' }))).toEqual([null, false, true]);
  await post(lookAction, { edge: 'thin', frames: 'thin', filmIs: 'scanned' }, { runId: last });
  expect(verdictOf(last)).toMatchObject({
    verdict: 'development',
    cause: 'developer-worn',
    says: expect.stringMatching(/falling from run to run/) as string,
  });
  const [signal] = signalsOfBatch('worn');
  expect(signal).toMatchObject({ measure: 'range', says: 'Leader against base, three below the limit: worn or cold developer.' });
  expect([signal?.pointsTo('developer'), signal?.pointsTo('bleach-fix')]).toEqual([true, false]);
  const onShelf = shelfPage().batches.find(({ id }) => id === 'worn');
  expect(onShelf?.strips[0]).toMatch(/^Developer B\d+, by its strips: leader against base, three below the limit/);
  // What another batch's strips say is nobody else's fault.
  expect(signalsOfBatch('cold')).toEqual([]);
});

test('what happened to a bottle after a run says nothing of it; what happened before does', () => {
  const drip = (on: string, atMs: number) => {
    const developer = findBatch('drip')?.bottles.find((bottle) => bottle.bath === 'developer');
    writeEntry({ batchId: 'drip', atMs, entry: { kind: 'incident', on, bottle: developer?.id ?? '', what: 'later-bath', ml: 3 } });
  };
  storeDoneRun('before-the-drip', { batchId: 'drip', tankId: 'steel', on: '2026-11-21' });
  drip('2026-11-22', Date.parse('2026-11-22T12:00:00Z'));
  storeDoneRun('after-the-drip', { batchId: 'drip', tankId: 'steel', on: '2026-11-23' });
  const facts = (runId: string) => (load(lookLoader, '/', { runId }) as ReturnType<typeof lookLoader>).facts;
  expect(facts('before-the-drip')).toMatchObject({ standing: 'good', incidents: [], rollNumber: 1 });
  expect(facts('after-the-drip')).toMatchObject({ standing: 'spent', incidents: ['later-bath'], rollNumber: 2 });
  expect(batchAsAt('nowhere', '2026-11-22', 0)).toBeNull();
});

test('a look is kept once however often it is sent, is changed in its place, is taken out and comes back', async () => {
  storeDoneRun('many', { batchId: 'other', tankId: 'steel', on: '2026-11-22', rolls: [{ id: 'ma' }, { id: 'mb' }] });
  const send = (fields: Record<string, string>) =>
    post(lookAction, { filmIs: 'wet', edge: 'thin', once: 'sent-once-only', ...fields }, { runId: 'many' });
  await send({});
  await send({});
  expect(page('many').looks).toHaveLength(1);
  await post(
    lookAction,
    { look: 'sent-once-only', edge: 'normal', frames: 'normal', roll: 'mb', filmIs: 'scanned', note: ' Crisp. ' },
    { runId: 'many' },
  );
  expect(page('many').looks).toMatchObject([{ seen: { edge: 'normal' }, rollName: 'Roll mb', filmIs: 'scanned', note: 'Crisp.' }]);
  await send({ once: 'a-second-look' });
  expect(page('many').looks).toHaveLength(2);
  const dropped = await post(lookAction, { intent: 'drop', look: 'sent-once-only' }, { runId: 'many' });
  expect(dropped.to).toContain('dropped=sent-once-only');
  expect(page('many').looks).toHaveLength(1);
  await post(lookAction, { intent: 'bring-back', look: 'sent-once-only' }, { runId: 'many' });
  expect(page('many').looks).toHaveLength(2);
});

test('the other rolls of the tank are asked, kept, weighed and said', async () => {
  storeDoneRun('three', { batchId: 'other', tankId: 'steel', on: '2026-11-22', rolls: [{ id: 'ta' }, { id: 'tb' }, { id: 'tc' }] });
  const look = async (others: string) => {
    await post(
      lookAction,
      { edge: 'thin', frames: 'thin', filmIs: 'dry', roll: 'ta', others, once: `a-look-at-${others || 'none'}` },
      { runId: 'three' },
    );
    return page('three').looks.find(({ id }) => id === `a-look-at-${others || 'none'}`);
  };
  const [good, alike, none] = [await look('good'), await look('alike'), await look('')];
  expect([good?.seen.others, alike?.seen.others, none?.seen.others]).toEqual(['good', 'alike', undefined]);
  const development = (of: typeof good) => of?.judgement.causes.find(({ kind }) => kind === 'development');
  expect(alike?.judgement.verdict).toBe('development');
  expect(development(alike)?.for.at(-1)?.message).toContain('look alike: the bath was theirs too');
  expect(good?.judgement.verdict).not.toBe('development');
});

test('nothing answered is said, another run’s look is not touched, an unknown answer counts as none', async () => {
  const empty = await post(lookAction, { filmIs: 'dry', edge: 'faint', marks: ['rust'] }, { runId: 'many' });
  expect([empty.status, empty.data.says]).toEqual([400, expect.stringContaining('pick at least one drawing') as string]);
  expect((await post(lookAction, { look: 'sent-once-only', edge: 'thin' }, { runId: 'thin-by-cold' })).status).toBe(404);
  expect((await post(lookAction, { edge: 'thin' }, { runId: 'nobody' })).status).toBe(404);
  expect(load(lookLoader, '/', { runId: 'nobody' })).toBe(404);
  expect(findRun('many')?.verdict).toBe('');
});
