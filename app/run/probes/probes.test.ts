import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { lastUndoable } from '../../../core/run/acts/guard.ts';
import { runNow } from '../../../core/run/state/now.ts';
import { loader as benchLoader } from '../../bench/screen/bench.tsx';
import { recordEvent } from '../acts/run-log.server.ts';
import { stateOfRun } from '../acts/run-state.server.ts';
import { startSession } from '../evening/session-start.server.ts';
import { loader as bathLoader } from '../../session/bath/bath-by-probe.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { sql } from '../../server/database/database.server.ts';
import { listProbes, probeReadings } from '../../server/probes.server.ts';
import { eventsOfRun } from '../../server/runs/run-events.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { action as addAction } from '../../probes/add.ts';
import { action as heaterAction, loader as heaterLoader } from '../../probes/heater.ts';
import { action as pageAction, loader as pageLoader } from '../../probes/probes.tsx';
import { action as readingsAction } from '../../probes/readings.ts';

const tokens: Record<string, string> = {};
async function added(name: string, what: 'probe' | 'heater' = 'probe'): Promise<void> {
  const { data } = await post(pageAction, { intent: `add-${what}`, name });
  tokens[name] = (data as { token: string }).token;
}
async function send(name: string, readings: unknown, token = tokens[name] ?? '', raw?: string) {
  const headers = { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' };
  const request = new Request('http://s/', { method: 'POST', headers, body: raw ?? JSON.stringify({ readings }) });
  const answer = await readingsAction({ request, params: { name }, context: {} } as never);
  return {
    status: answer.status,
    ...((await answer.json()) as { accepted?: number; inRun?: number; message?: string; path?: string; setAside?: { why: string }[] }),
  };
}
const reading = (atMs: number, c: number) => ({ at: new Date(atMs).toISOString(), c });
const put = async (name: string, body: unknown, headers: Record<string, string>, context: object = {}) => {
  const request = new Request('http://s/', {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });
  const answer = await heaterAction({ request, params: { name }, context } as never);
  return { status: answer.status, ...((await answer.json()) as object) };
};

const STEPS = housePlan().steps.map((step) => step.id);
let runId = '';
let n = 0;
/** Both sides of an act at the Bench, at an instant of the test's own. */
function acts(kind: string, body: object, atMs: number): void {
  const recorded = recordEvent(runId, { id: `press-${++n}-wxyz`, atMs, kind, ...body });
  if (!recorded.ok) throw new Error(recorded.message);
}
const run = () => findRun(runId) ?? raise();
const raise = (): never => {
  throw new Error('no run');
};
/** A run whose session began an hour ago and whose developer went in then. */
function developing(agoMs: number): number {
  const startMs = nowMs() - agoMs;
  const started = startSession([{ batchId: 'b', tankId: 't', rollIds: ['a'], plan: housePlan(), seenRemjet: false }]);
  if (!started.ok) throw new Error(started.message);
  runId = started.runId;
  sql('UPDATE sessions SET started_at_ms = ?').run(startMs - 600_000);
  housePlan().steps.some((step, i) => {
    acts('poured', { step: STEPS[i] }, startMs - 400_000 + i * 1000);
    if (step.critical) {
      acts('nudged', { step: STEPS[i], seconds: Math.round((400_000 - i * 1000) / 1000) }, nowMs());
      return true;
    }
    acts('step-ended', { step: STEPS[i] }, startMs - 399_500 + i * 1000);
    return false;
  });
  return stateOfRun(run()).actual[stateOfRun(run()).step]?.startMs ?? 0;
}

beforeAll(async () => {
  storeBatch('b', 0);
  storeTank('t');
  storeRoll('a');
  for (const name of ['tank', 'tub', 'other']) await added(name);
  await added('tub-heater', 'heater');
  await post(pageAction, { intent: 'reads', name: 'tank', reads: 'tank' });
  await post(pageAction, { intent: 'reads', name: 'tub', reads: 'tub' });
});

test('only its own token opens a probe, and what nobody can read is refused by its path', async () => {
  const now = nowMs();
  for (const token of [tokens['other'] ?? '', 'x'.repeat(43), ''])
    expect(await send('tank', [reading(now, 38)], token)).toMatchObject({
      status: 401,
      message: expect.stringContaining('no such name with this token') as string,
    });
  expect((await send('nobody', [], tokens['tank'])).status).toBe(401);
  expect(await send('tank', [], undefined, '{"readings":')).toMatchObject({ status: 422, message: 'That is no JSON.' });
  expect(await send('tank', 'many')).toMatchObject({ status: 422, path: '$.readings' });
  expect(await send('tank', [reading(now, 38), { at: 'now', c: 38 }])).toMatchObject({ status: 422, path: '$.readings[1].at' });
  expect(await send('tank', [{ at: new Date(now).toISOString(), c: '38' }])).toMatchObject({ status: 422, path: '$.readings[0].c' });
  expect(
    await send(
      'tank',
      Array.from({ length: 601 }, (_, i) => reading(now - i * 1000, 38)),
    ),
  ).toMatchObject({ status: 422, path: '$.readings' });
  expect(probeReadings('tank', 0, now + 1e9)).toEqual([]);
  expect(await send('tank', [])).toMatchObject({ status: 200, accepted: 0 });
});

test('a probe in the tank moves the developer’s finish by itself; killed, garbled and jumping it does no harm; undo takes back no reading', async () => {
  const startMs = developing(120_000);
  const finish = () => runNow(run().plan, stateOfRun(run())).running?.finish.seconds ?? 0;
  const planned = finish();
  const first = await send(
    'tank',
    Array.from({ length: 60 }, (_, s) => reading(startMs + s * 1000, 36.9)),
  );
  expect(first).toMatchObject({ accepted: 60, setAside: [] });
  expect(first.inRun).toBe(12);
  const slower = finish();
  expect(slower).toBeGreaterThan(planned);
  // In Fahrenheit, a loose wire, and a jump: said, and none of it in the run.
  const garbled = await send('tank', [reading(startMs + 61_000, 98.2), reading(startMs + 62_000, -127), reading(startMs + 63_000, 60)]);
  expect(garbled.setAside?.map(({ why }) => why)).toEqual([
    expect.stringContaining('Fahrenheit'),
    expect.stringContaining('loose wire'),
    expect.stringContaining('jump'),
  ]);
  expect([garbled.inRun, finish()]).toEqual([0, slower]);
  // Silent for half a minute, then all of it at once and half of it twice, in no order.
  const late = Array.from({ length: 30 }, (_, s) => reading(startMs + (90 - s) * 1000, 36.8));
  expect(await send('tank', [...late, ...late.slice(0, 15)])).toMatchObject({ accepted: 30, repeated: 15 });
  expect((await send('tank', late)).inRun).toBe(0);
  const readings = stateOfRun(run()).actual[stateOfRun(run()).step]?.readings ?? [];
  expect(readings.map(({ atMs }) => atMs)).toEqual(readings.map(({ atMs }) => atMs).sort((a, b) => a - b));
  expect(readings.every(({ thermometer }) => thermometer === 'probe tank')).toBe(true);
  expect(lastUndoable(stateOfRun(run()))?.kind).toBe('nudged');
  // The page learns which probe says what.
  expect(load(benchLoader, '/', { runId })).toMatchObject({
    probes: [{ name: 'tank', reads: 'tank', heard: { kind: 'lost' } }, { name: 'tub' }],
  });
});

test('what came before the pour, of another place or between baths goes into no run', async () => {
  const before = eventsOfRun(run()).length;
  const startMs = stateOfRun(run()).actual[stateOfRun(run()).step]?.startMs ?? 0;
  expect((await send('tub', [reading(startMs + 5000, 38)])).inRun).toBe(0);
  expect((await send('tank', [reading(startMs - 60_000, 36.9)])).inRun).toBe(0);
  acts('step-ended', { step: STEPS[stateOfRun(run()).step] }, nowMs());
  expect((await send('tank', [reading(nowMs(), 36.5)])).inRun).toBe(0);
  expect(eventsOfRun(run()).length).toBe(before + 1);
});

test('eight hours of a reading each second leave the run and its page as they were, and let go what is old', async () => {
  const size = () => JSON.stringify(load(benchLoader, '/', { runId })).length;
  const [events, bytes] = [eventsOfRun(run()).length, size()];
  const now = nowMs();
  for (let hour = 0; hour < 8; hour++)
    for (let part = 0; part < 6; part++) {
      const fromMs = now - 8 * 3_600_000 + (hour * 6 + part) * 600_000;
      await send(
        'tank',
        Array.from({ length: 600 }, (_, s) => reading(fromMs + s * 1000, 30 + hour / 10)),
      );
    }
  expect(probeReadings('tank', now - 8 * 3_600_000, now).length).toBeGreaterThan(28_000);
  expect([eventsOfRun(run()).length, Math.round(size() / bytes)]).toEqual([events, 1]);
  const page = load(pageLoader) as ReturnType<typeof pageLoader>;
  expect(page.probes.find(({ name }) => name === 'tank')?.points.length).toBeLessThan(220);
});

test('two probes in one place would argue: the second is told which is there', async () => {
  expect((await post(pageAction, { intent: 'reads', name: 'other', reads: 'tank' })).data).toMatchObject({
    says: 'tank is there already, and two would argue. Take tank out first.',
  });
  expect((await post(pageAction, { intent: 'reads', name: 'other', reads: 'moon' })).data).toMatchObject({
    says: expect.stringContaining('Choose the tank') as string,
  });
  await post(pageAction, { intent: 'reads', name: 'tank', reads: '' });
  expect((await post(pageAction, { intent: 'reads', name: 'other', reads: 'tank' })).to).toBe('/probes');
  expect(listProbes().map(({ name, reads }) => [name, reads])).toEqual([
    ['tank', null],
    ['tub', 'tub'],
    ['other', 'tank'],
  ]);
  expect((await post(pageAction, { intent: 'reads', name: 'gone', reads: 'tank' })).data).toMatchObject({
    says: 'That probe was put away meanwhile.',
  });
});

test('names are checked; a token is shown once and kept as what it is checked against; put away, its token is nobody’s', async () => {
  for (const name of ['', 'Sink one', '../etc', 'x'.repeat(31), '-dash']) {
    const { data } = await post(pageAction, { intent: 'add-probe', name });
    expect([name, (data as { kind: string }).kind]).toEqual([name, 'adding']);
  }
  expect((await post(pageAction, { intent: 'add-probe', name: 'tub' })).data).toMatchObject({ kind: 'adding' });
  const answer = await addAction({
    request: new Request('http://s/', { method: 'POST', body: new URLSearchParams({ what: 'probe', name: 'made' }) }),
  } as never);
  const { token } = (await answer.json()) as { token: string };
  expect(JSON.stringify(sql('SELECT * FROM probes').all())).not.toContain(token);
  expect((await send('made', [reading(nowMs(), 20)], token)).status).toBe(200);
  await post(pageAction, { intent: 'away-probe', name: 'made' });
  expect((await send('made', [reading(nowMs(), 20)], token)).status).toBe(401);
  await post(pageAction, { intent: 'add-probe', name: 'made' });
  expect((await send('made', [reading(nowMs(), 20)], token)).status).toBe(401);
});

test('a heater is set by a person or by its token, says what it does, and takes nothing that scalds', async () => {
  const own = { Authorization: `Bearer ${tokens['tub-heater'] ?? ''}` };
  const owner = { who: { kind: 'owner', screen: null } };
  expect(await put('tub-heater', { setC: 38.4 }, {}, owner)).toMatchObject({ status: 200, setC: 38.4, toldAt: null });
  expect(await put('tub-heater', { runsAtC: 38.4, heats: true }, own)).toMatchObject({
    status: 200,
    setC: 38.4,
    runsAtC: 38.4,
    heats: true,
  });
  const stranger = { who: { kind: 'stranger', screen: null } };
  const bench = { who: { kind: 'screen', screen: { role: 'bench' } } };
  for (const context of [stranger, bench, {}]) expect(await put('tub-heater', { setC: 40 }, {}, context)).toMatchObject({ status: 401 });
  expect(await put('tub-heater', { setC: 40 }, { Authorization: `Bearer ${tokens['tub'] ?? ''}` }, owner)).toMatchObject({ status: 401 });
  for (const body of [{ setC: 90 }, { setC: '38' }, { setC: null }, { boil: true }, []])
    expect(await put('tub-heater', body, own)).toMatchObject({ status: 422, message: expect.any(String) as string });
  expect(load(heaterLoader, '/', { name: 'tub-heater' }, owner)).toMatchObject({ status: 200 });
  expect((await post(pageAction, { intent: 'set', name: 'tub-heater', setC: '60' })).data).toMatchObject({
    kind: 'heater',
    reply: { error: { setC: ['Between 10.0 °C and 50.0 °C.'] } },
  });
  expect((await post(pageAction, { intent: 'set', name: 'tub-heater', setC: '38,2' })).to).toBe('/probes');
  expect(await put('tub-heater', {}, own)).toMatchObject({ setC: 38.2 });
});

test('Session hears from the probe in the tub when the bottles are ready, and nothing where there is none', async () => {
  acts('given-up', { reason: '', countsRolls: false }, nowMs());
  storeRoll('waits');
  const now = nowMs();
  const warming = Array.from({ length: 300 }, (_, i) => reading(now - (300 - i) * 2000, 25 + i * 0.02));
  await send('tub', warming);
  const said = (await (await bathLoader()).json()) as {
    probe: { name: string; ready: { at: string } | null; plusMinusS: number } | null;
  };
  expect(said.probe).toMatchObject({
    name: 'tub',
    c: 30.97,
    lost: false,
    ready: { at: expect.stringMatching(/^\d\d:\d\d$/) as string, isNow: false },
  });
  await post(pageAction, { intent: 'away-probe', name: 'tub' });
  expect(((await (await bathLoader()).json()) as typeof said).probe).toBeNull();
});
