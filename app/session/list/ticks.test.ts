import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import type { Doing, DoingKind } from '../../../core/evening/list/doing.ts';
import { onAnyRunAnnounced } from '../../run/acts/live-runs.server.ts';
import { ticksOf } from '../../run/evening/ticks.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { writeSetting } from '../../server/settings.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { startedRuns } from '../a-session.fixture.ts';
import { EMPTY_DRAFT } from '../draft/draft.ts';
import { writeDraft } from '../draft/tonight.server.ts';
import { backToThePlan, startTonight } from '../run-acts/replan.server.ts';
import { action } from '../tonight/tonight.tsx';
import { doingsToday } from './doings-today.server.ts';
import { action as deliver } from './ticks.ts';
import { readTicked, withTicked } from './use-ticks.ts';

const of = (kind: DoingKind): Doing => {
  const found = doingsToday(nowMs()).find((doing) => doing.kind === kind);
  if (!found) throw new Error(`nothing to ${kind}`);
  return found;
};
const press = (doing: Doing, done: 'yes' | 'no') =>
  action({
    request: new Request('http://steady.reel/?index', {
      method: 'POST',
      body: new URLSearchParams({ intent: 'tick', doing: doing.id, done }),
    }),
  } as unknown as Parameters<typeof action>[0]);

beforeAll(() => {
  startedRuns(3);
  writeDraft(EMPTY_DRAFT);
});

test('what is ticked by a form is done, told to every screen, and goes along when the evening begins and comes back', async () => {
  const heard: string[] = [];
  const off = onAnyRunAnnounced((id) => heard.push(id));
  await press(of('fill'), 'yes');
  await press(of('heater'), 'yes');
  off();
  expect(heard).toEqual(['', '']);
  expect([of('fill').done, of('heater').done, of('stand').done]).toEqual(['ticked', 'ticked', null]);
  await press(of('heater'), 'no');
  expect(of('heater').done).toBeNull();
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  const sessionId = openSessionId() ?? '';
  expect(Object.keys(ticksOf(sessionId))).toEqual([of('fill').id]);
  expect(ticksOf(null)).toEqual({});
  expect(backToThePlan(sessionId)).toBe(true);
  expect(of('fill').done).toBe('ticked');
});

test('a document that is damaged, of another evening or full ticks nothing and breaks nothing', async () => {
  for (const ticks of [null, 'yes', { 'fill 12 40': 'soon' }, 7]) {
    writeSetting('ticks', { sessionId: null, ticks });
    expect(ticksOf(null)).toEqual({});
    expect(of('fill').done).toBeNull();
  }
  writeSetting('ticks', { sessionId: 'another', ticks: { [of('fill').id]: nowMs() } });
  expect(of('fill').done).toBeNull();
  await press({ ...of('fill'), id: 'x'.repeat(3000) }, 'yes');
  expect(ticksOf(null)).toEqual({});
});

const delivered = async (body: unknown) =>
  deliver({
    request: new Request('http://steady.reel/evening/ticks', {
      method: 'POST',
      body: typeof body === 'string' ? body : JSON.stringify(body),
    }),
  } as unknown as Parameters<typeof deliver>[0]);

test('a tick that was pressed off the network counts from when it was pressed: what another screen did after it holds', async () => {
  const { id } = of('heater');
  const hour = 3_600_000;
  await delivered({ doing: id, done: true, agoMs: hour });
  expect(of('heater').done).toBe('ticked');
  // Taken back here half an hour ago, ticked by somebody else ten minutes ago: it is done.
  await press(of('heater'), 'yes');
  await delivered({ doing: id, done: false, agoMs: hour / 2 });
  expect(of('heater').done).toBe('ticked');
  await delivered({ doing: id, done: false, agoMs: 0 });
  expect(of('heater').done).toBeNull();
  // Of yesterday: it was another evening's.
  await delivered({ doing: id, done: true, agoMs: 20 * hour });
  expect(of('heater').done).toBeNull();
  for (const odd of ['{', 'null', { doing: id }, { doing: id, done: 'yes', agoMs: 1 }, { doing: 7, done: true, agoMs: 1 }])
    await expect(delivered(odd)).rejects.toMatchObject({ init: { status: 422 } });
});

test('a list shows what was ticked here since it was read, the last press of each line; odd things left in the browser tick nothing', () => {
  const shown = doingsToday(nowMs()).map((doing) => ({ ...doing, at: '', until: null }));
  const [fill, heater] = [of('fill').id, of('heater').id];
  const kept = readTicked([
    { id: '1', doing: fill, done: true, pressedMs: 1 },
    { id: '2', doing: heater, done: true, pressedMs: 2 },
    { id: '3', doing: heater, done: false, pressedMs: 3 },
    null,
    7,
    { id: '4', doing: fill, done: 'no', pressedMs: 4 },
  ]);
  const after = withTicked(shown, kept);
  expect(after.filter(({ done }, i) => done !== shown[i]?.done).map(({ id, done }) => [id, done])).toEqual([[fill, 'ticked']]);
  expect([readTicked('none'), withTicked(shown, [])]).toEqual([[], shown]);
});
