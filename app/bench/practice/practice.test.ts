import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { nowMs } from '../../server/database/clock.server.ts';
import { sql } from '../../server/database/database.server.ts';
import { findPractice, setPracticeClock } from '../../server/runs/practices.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { practised } from '../../../core/practice/a-practice.fixture.ts';
import { action as begin, loader as list } from './practice.tsx';
import { loader as benchLoader } from './practice-bench.tsx';
import { loader as reportLoader } from './practice-report.tsx';
import { action as setClock, loader as clockLoader } from './channel/clock.ts';
import { action as act } from './channel/events.ts';
import { kitchenOfPractice } from './channel/practice-log.server.ts';

const asked = { scene: 'cold-kitchen', kit: 'house-c41-three-bath', tank: '', speed: '20', seed: '77' };
let n = 0;
const once = () => `practice-once-${String(n++)}`;
const begun = async (change: object = {}) => (await post(begin, { ...asked, once: once(), ...change })).to?.replace('/practice/', '') ?? '';
const send = async (practiceId: string, body: object) => {
  const headers = { 'Content-Type': 'application/json' };
  const request = new Request('http://s/', { method: 'POST', headers, body: JSON.stringify(body) });
  return act({ request, params: { practiceId }, context: {} } as never);
};
/** All of the book that a practice must leave alone, by count. */
const book = () =>
  ['rolls', 'runs', 'run_events', 'bottle_entries', 'batches', 'sessions'].map(
    (table) => (sql(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n,
  );
/** Presses all of it in one go, as though its clock had been running since. */
async function goesThrough(id: string): Promise<void> {
  const practice = findPractice(id);
  if (!practice) throw new Error('no practice');
  setPracticeClock(id, [{ houseMs: nowMs(), practiceMs: practice.startedAtMs + 7_200_000, speed: 20 }]);
  const run = kitchenOfPractice(practice);
  const { inForce } = practised(run, { read: { afterS: 30, c: 36.1, thermometer: 'Practice thermometer' } });
  for (const event of inForce) {
    const answer = await send(id, { ...event, id: `${id}-${event.id}`, atMs: practice.startedAtMs + event.atMs });
    expect([event.kind, answer.status]).toEqual([event.kind, 200]);
  }
}

test('a practice with the same dice and the same presses gives the same report, and the book knows nothing of either', async () => {
  const before = book();
  const [one, two, other] = [await begun(), await begun(), await begun({ seed: '78' })];
  for (const id of [one, two, other]) await goesThrough(id);
  const said = (id: string) => {
    const { report, says, scene, tape } = load(reportLoader, '/', { practiceId: id }) as ReturnType<typeof reportLoader>;
    const { startedAtMs = 0 } = findPractice(id) ?? {};
    const baths = report.baths.map((bath) => ({
      ...bath,
      beats: bath.beats.map(({ atMs, ...beat }) => ({ ...beat, atMs: atMs - startedAtMs })),
    }));
    return {
      report: { ...report, baths },
      says,
      scene,
      trace: tape?.trace.map(({ atMs, ...at }) => ({ ...at, atMs: atMs - startedAtMs })),
    };
  };
  expect(said(one)).toEqual(said(two));
  expect(said(one).trace).not.toEqual(said(other).trace);
  expect(book()).toEqual(before);
  const { past, scenes } = load(list) as ReturnType<typeof list>;
  expect(past.map(({ marks }) => marks)).toEqual([said(other), said(two), said(one)].map(({ report }) => report.marks));
  const best = Math.max(...past.map(({ marks }) => marks ?? 0));
  expect(scenes.find(({ id }) => id === 'cold-kitchen')?.best).toEqual({ marks: best, times: 3 });
});

test('acts obey the rules of a real run, and its own clock', async () => {
  const id = await begun();
  const { startedAtMs, plan } = findPractice(id) as NonNullable<ReturnType<typeof findPractice>>;
  const poured = { id: 'first-pour', kind: 'poured', step: plan.steps[0]?.id, atMs: startedAtMs + 100 };
  expect((await send(id, { ...poured, atMs: startedAtMs + 3_600_000 })).status).toBe(422);
  expect((await send(id, { ...poured, step: plan.steps[2]?.id })).status).toBe(409);
  expect((await send(id, poured)).status).toBe(200);
  expect((await (await send(id, poured)).json()) as object).toMatchObject({ repeated: true });
  const another = await begun();
  expect((await send(another, poured)).status).toBe(409);
  expect(await post(act, { act: '{' }, { practiceId: 'nobody' })).toMatchObject({ status: 404 });
  // Without scripts a press far too early leads back with a question.
  expect((await post(act, { act: JSON.stringify({ kind: 'step-ended', step: plan.steps[0]?.id }) }, { practiceId: id })).to).toMatch(
    /^\/practice\/[^?]+\?asked=\d+$/,
  );
});

test('its clock goes on at the speed that was set, from where it was', async () => {
  const id = await begun({ speed: '1' });
  const reading = async () => (await (load(clockLoader, '/', { practiceId: id }) as Response).json()) as { nowMs: number; speed: number };
  expect((await reading()).speed).toBe(1);
  expect((await post(setClock, { speed: '10' }, { practiceId: id })).to).toBe(`/practice/${id}`);
  const first = await reading();
  const houseMs = nowMs();
  while (nowMs() < houseMs + 40);
  const second = await reading();
  expect(first.speed).toBe(10);
  expect(second.nowMs - first.nowMs).toBeGreaterThanOrEqual(390);
  for (const speed of ['0', '3', '1e9', 'NaN', ''])
    expect(await post(setClock, { speed }, { practiceId: id })).toMatchObject({ status: 422 });
  expect(await post(setClock, { speed: '2' }, { practiceId: 'nobody' })).toMatchObject({ status: 404 });
});

test('what is asked wrongly is said by its field; posted twice it begins once; forgotten it is gone', async () => {
  expect((await post(begin, { ...asked, scene: 'nowhere', speed: '7', seed: '1.5', kit: '' })).errors).toMatchObject({
    scene: ['Choose one of the kitchens.'],
    speed: ['1, 2, 5, 10 or 20.'],
    seed: [expect.stringContaining('A whole number')],
    kit: ['Choose a kit.'],
  });
  expect((await post(begin, { ...asked, kit: 'gone' })).errors).toEqual({ kit: ['That kit is not on the shelf any more.'] });
  const again = { ...asked, once: once(), seed: '' };
  expect((await post(begin, again)).errors).toEqual({});
  const [first, second] = [await post(begin, again), await post(begin, again)];
  expect([second.to, second.status]).toEqual([first.to, 302]);
  const practiceId = first.to?.replace('/practice/', '') ?? '';
  expect(load(benchLoader, '/', { practiceId })).toMatchObject({
    run: { explains: expect.arrayContaining([expect.stringContaining('Makes silver and dye')]) as string[], sessionId: null },
    scene: { id: 'cold-kitchen' },
  });
  await post(begin, { intent: 'forget', practice: practiceId });
  expect(load(benchLoader, '/', { practiceId })).toBe(404);
  expect(load(reportLoader, '/', { practiceId })).toBe(404);
});
