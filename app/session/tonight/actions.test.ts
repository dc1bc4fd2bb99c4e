import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { liveRun } from '../../server/runs/runs.server.ts';
import { writeSetting } from '../../server/settings.server.ts';
import { saveTank } from '../../server/shelf/tanks.server.ts';
import { post as postTo } from '../../ui/forms/posting.fixture.ts';
import { startedRuns } from '../a-session.fixture.ts';
import { loader as calendar } from '../outputs/calendar.ts';
import { EMPTY_DRAFT } from '../draft/draft.ts';
import { eveningPlan } from '../evening/evening-plan.server.ts';
import { DEFAULT_EVENING, type EveningSettings } from '../../run/evening/evening-settings.ts';
import { eveningHeadline } from '../evening/headline.ts';
import { readDraft, tonight, writeDraft } from '../draft/tonight.server.ts';
import { action as begin } from '../run-acts/begin.tsx';
import { action as leave } from '../run-acts/leave.ts';
import { action as replan } from '../run-acts/replan.ts';
import { fromText } from '../../ui/as-text.ts';
import { action, loader } from './tonight.tsx';

const load = () => fromText(loader({ request: new Request('http://steady.reel/') }));

const post = (fields: Parameters<typeof postTo>[1]) => postTo(action, fields);
const refusal = async (fields: Parameters<typeof postTo>[1]) => {
  const { status, data } = await post(fields);
  return [status, data?.message, data?.nearest] as const;
};
const KEPT = { status: 200, data: null };
const set = (change: Partial<EveningSettings>) => writeSetting('evening', { ...DEFAULT_EVENING, ...change });
const ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const evening = (hours: number, minutes: number) => new Date(2026, 10, 25, hours, minutes).getTime();

beforeAll(() => void startedRuns(3));
beforeEach(() => {
  writeDraft(EMPTY_DRAFT);
  set({});
});

test('a temperature is read as typed; a slip is refused with what was likely meant, and nothing changes', async () => {
  const asked = { intent: 'temperature', batchId: 'batch', step: 'developer' };
  expect(await post({ ...asked, tempC: ' 37,4 ' })).toMatchObject(KEPT);
  expect(readDraft().temperaturesC).toEqual({ batch: { developer: 37.4 } });
  expect(await refusal({ ...asked, tempC: '3.72' })).toEqual([422, expect.stringContaining('not a temperature for film'), '37.2']);
  expect(await refusal({ ...asked, tempC: 'warm' })).toEqual([422, expect.stringContaining('Type a temperature from 5 to 60 °C'), null]);
  expect(readDraft().temperaturesC).toEqual({ batch: { developer: 37.4 } });
  writeSetting('units', { temperature: 'F', volume: 'ml' });
  expect(await post({ ...asked, tempC: '100.4' })).toMatchObject(KEPT);
  expect(readDraft().temperaturesC['batch']?.['developer']).toBeCloseTo(38, 9);
  writeSetting('units', {});
});

test('a tank is tested by one question where it is planned: a hungrier tank is poured warmer, and a slip is refused beside it', async () => {
  writeSetting('habits', { temperature: 'pour-warmer' });
  const pourC = () => {
    const [run] = tonight().evening.runs;
    const plan = run?.plan;
    return plan?.ok ? plan.value.steps.find(({ kind }) => kind === 'developer')?.pourC : undefined;
  };
  const tankId = tonight().evening.runs[0]?.tankId ?? '';
  const before = pourC() ?? NaN;
  const asked = { intent: 'tank-reading', tankId };
  for (const tempC of ['soon', '39,9', '12'])
    expect(await post({ ...asked, tempC })).toMatchObject({ status: 422, data: { field: `tank ${tankId}`, typed: tempC } });
  expect(pourC()).toBe(before);
  expect(await post({ ...asked, tempC: '33,0' })).toMatchObject(KEPT);
  expect(tonight().tanks.find(({ id }) => id === tankId)?.heatJK).toBeGreaterThan(380);
  expect(pourC()).toBeGreaterThan(before + 0.5);
  // Wherever it stands in a run, it is asked in the room.
  const tank = tonight().tanks.find(({ id }) => id === tankId);
  if (!tank) throw new Error('no tank');
  saveTank({ ...tank, heatJK: null, stands: 'bath' }, 1);
  await post({ ...asked, tempC: '33' });
  expect(tonight().tanks.find(({ id }) => id === tankId)?.heatJK).toBeCloseTo(tank.heatJK ?? 0, 6);
  saveTank(tank, 1);
  expect((await post({ ...asked, tankId: 'gone', tempC: '36' })).status).toBe(422);
  writeSetting('habits', {});
});

test('whatever a browser sends, a change that makes no sense is refused and the draft stays', async () => {
  const before = readDraft();
  const senseless: Record<string, string | string[]>[] = [
    { intent: 'nonsense' },
    { intent: 'constructor' },
    { intent: 'push', rollIds: ['a'], stops: 'lots' },
    { intent: 'push', rollIds: ['a'], stops: '99' },
    { intent: 'move', rollId: 'a', to: '1' },
    { intent: 'run-tank', run: '0', tankId: 't', runs: '[{"tankId":"t"}]' },
    { intent: 'reorder', from: '-1', to: '1', arranged: load().page.arrangedAs },
    { intent: 'treatment', rollIds: ['a'], treatment: 'steep-in-tea' },
    { intent: 'school', school: 'unseen' },
    { intent: 'roll-out' },
    { intent: 'roll-out', rollId: 'x'.repeat(500) },
  ];
  for (const fields of senseless) {
    expect(await refusal(fields)).toEqual([422, expect.stringContaining('Nothing was changed'), null]);
    expect(readDraft()).toEqual(before);
  }
  expect(await refusal({ intent: 'evening', litres: 'a bathful' })).toEqual([
    422,
    expect.stringContaining('The tub, in litres, is a number from 1 to 100'),
    null,
  ]);
  const replanned = await postTo(replan, { step: 'developer', tempC: '38' }, { runId: 'nobody' });
  expect(replanned).toMatchObject({ status: 409, data: { message: expect.stringContaining('has begun') as string } });
  const odd = await postTo(replan, { step: 'developer', tempC: 'NaN' }, { runId: 'nobody' });
  expect(odd).toMatchObject({ status: 409, data: { message: expect.stringContaining('is not a temperature') as string } });
  expect(await postTo(begin, {}, { runId: 'nobody' })).toMatchObject({
    status: 409,
    data: { message: expect.stringContaining('not waiting to begin') as string },
  });
  // A made-up session is no session.
  expect(await postTo(leave, {}, { sessionId: 'nobody' })).toMatchObject({ status: 404 });
});

test('what was arranged on another screen meanwhile is not overwritten: the change is refused in words, and as it stands it is taken', async () => {
  const shown = load().page.arrangedAs;
  const rollId = load().page.evening.runs[0]?.rollIds[0] ?? '';
  expect(await post({ intent: 'move', rollId, to: '-1', arranged: shown })).toMatchObject({ status: 200 });
  const moved = load().page;
  expect(moved.evening.runs.at(-1)?.rollIds).toEqual([rollId]);
  expect(await post({ intent: 'reorder', from: '0', to: '1', arranged: shown })).toMatchObject({
    status: 409,
    data: { message: expect.stringContaining('changed on another screen meanwhile') as string },
  });
  expect(load().page.evening.runs).toEqual(moved.evening.runs);
  await post({ intent: 'undo' });
  expect(load().page.arrangedAs).toBe(shown);
});

test('one press takes the last change back; one roll left out is named, and comes in again', async () => {
  const rollId = tonight().waiting[0]?.id ?? '';
  await post({ intent: 'roll-out', rollId });
  expect([load().page.evening.runs.length, load().page.canUndo]).toEqual([2, true]);
  await post({ intent: 'undo' });
  expect(load().page.evening.runs).toHaveLength(3);
  await post({ intent: 'roll-out', rollId });
  await post({ intent: 'roll-in', rollId });
  expect(load().page.evening.runs).toHaveLength(3);
});

test('the page tells the evening in clock times, counted from now, from a first pour, or back from an end', () => {
  const at = evening(19, 0);
  const fromNow = eveningPlan(tonight(), at);
  expect(fromNow.clock[0]?.warmFromMs).toBe(at);
  // One reel and one set of it: each next load waits for it to dry after the film before is hung.
  fromNow.clock.slice(1).forEach((run, i) => expect(run.loadFromMs).toBeGreaterThanOrEqual(fromNow.clock[i]?.hungMs ?? Infinity));
  for (const run of fromNow.clock) expect(run.firstPourMs - run.loadFromMs).toBeGreaterThanOrEqual(10 * 60_000);

  set({ anchor: 'first-pour', time: '21:15' });
  expect(eveningPlan(tonight(), at).clock[0]?.firstPourMs).toBe(evening(21, 15));
  set({ anchor: 'finish', time: '23:30' });
  const back = eveningPlan(tonight(), at);
  expect([back.clock.at(-1)?.hungMs, back.clockFault]).toEqual([evening(23, 30), null]);
  expect(eveningHeadline({ rolls: 3, runs: 3, clock: back.clock, heaterW: 800, day: 'Wednesday', hour: 19, zone: ZONE })).toEqual({
    title: expect.stringMatching(/^Wednesday evening, 3 rolls in 3 runs$/) as string,
    below: expect.stringContaining('Hung up by 23:30.') as string,
  });
});

test('an end that cannot be kept says by how much, and the nearest that can; past midnight is still tonight', () => {
  set({ anchor: 'finish', time: '19:30' });
  const { clockFault, clock } = eveningPlan(tonight(), evening(19, 0));
  expect(clockFault).toMatch(/^For that you would have had to begin 2 h(?: \d+ min)? ago\. Beginning now, all hangs at \d\d:\d\d\.$/);
  const begins = Math.min(clock[0]?.warmFromMs ?? 0, clock[0]?.loadFromMs ?? 0);
  const nearest = new Date((clock.at(-1)?.hungMs ?? 0) + evening(19, 0) - begins);
  expect(clockFault).toContain(nearest.toTimeString().slice(0, 5));
  set({ anchor: 'first-pour', time: '00:30' });
  const late = eveningPlan(tonight(), evening(22, 0));
  expect([late.clock[0]?.firstPourMs, late.clockFault]).toEqual([evening(24, 30), null]);
});

test('the calendar has the bath, each load and each run, with alarms, and says who is in it', async () => {
  set({ anchor: 'first-pour', time: '20:00' });
  const file = (await calendar().text()).replace(/\r\n /g, '');
  expect(file.match(/BEGIN:VEVENT/g)).toHaveLength(1 + 2 * 3);
  expect(file.match(/BEGIN:VALARM/g)).toHaveLength(1 + 2 * 3);
  expect(file).toContain('SUMMARY:Bath on');
  for (const roll of tonight().waiting) expect(file).toContain(roll.name);
  expect(file).toMatch(/Developer \d:\d\d\\, poured at 38\.0 °C/);
});

test('starting puts the first run at the Bench once; a second start leads to it', async () => {
  const started = await post({ intent: 'start' });
  expect(started.to).toBe(`/bench/${liveRun()?.id}`);
  const live = liveRun()?.id;
  const again = await post({ intent: 'start' });
  expect(again).toMatchObject({ data: { liveRunId: live }, status: 409 });
  const { underWay, page } = load();
  expect(underWay?.begun).toMatchObject([{ id: live, n: 1, is: 'live' }]);
  expect(page.evening.runs).toHaveLength(2);
  const sessionId = underWay?.sessionId ?? '';
  expect(await postTo(leave, {}, { sessionId })).toMatchObject({ to: '/' });
  const arranged = readDraft().arrangement;
  expect(arranged).toHaveLength(3);
  // Left twice, by a double press or a stale page: the arrangement stays.
  expect(await postTo(leave, {}, { sessionId })).toMatchObject({ to: '/' });
  expect(readDraft().arrangement).toEqual(arranged);
  expect([liveRun(), load().underWay]).toEqual([null, null]);
});
