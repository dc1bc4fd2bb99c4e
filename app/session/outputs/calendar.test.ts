import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { writeSetting } from '../../server/settings.server.ts';
import { startedRuns } from '../a-session.fixture.ts';
import { EMPTY_DRAFT } from '../draft/draft.ts';
import { findRun, openSessionId } from '../../server/runs/runs.server.ts';
import { writeDraft } from '../draft/tonight.server.ts';
import { startTonight } from '../run-acts/replan.server.ts';
import { changeComing, endEarly } from '../under-way/change.server.ts';
import { DEFAULT_EVENING } from '../../run/evening/evening-settings.ts';
import { loader } from './calendar.ts';

interface Entry {
  readonly uid: string;
  readonly sequence: number;
  readonly starts: string;
  readonly summary: string;
}

async function entries(time: string): Promise<Entry[]> {
  writeSetting('evening', { ...DEFAULT_EVENING, anchor: 'first-pour', time });
  const file = (await loader().text()).replace(/\r\n /g, '');
  return file
    .split('BEGIN:VEVENT')
    .slice(1)
    .map((entry) => {
      const line = (name: string) => new RegExp(`^${name}[^:\r\n]*:(.*)$`, 'm').exec(entry)?.[1]?.trim() ?? '';
      return { uid: line('UID'), sequence: Number(line('SEQUENCE')), starts: line('DTSTART'), summary: line('SUMMARY') };
    });
}

beforeAll(() => {
  startedRuns(3);
  writeDraft(EMPTY_DRAFT);
});

test('an evening exported again an hour later moves the entries that are there instead of doubling them', async () => {
  const first = await entries('20:00');
  const second = await entries('21:00');
  expect(first.length).toBeGreaterThan(4);
  expect(new Set(first.map(({ uid }) => uid)).size).toBe(first.length);
  expect(second.map(({ uid }) => uid)).toEqual(first.map(({ uid }) => uid));
  first.forEach((before, i) => {
    const after = second[i];
    expect(after?.starts).not.toBe(before.starts);
    // A calendar takes the newer of two with one identity by this number alone.
    expect(after?.sequence ?? -1).toBeGreaterThanOrEqual(before.sequence);
    expect(after?.sequence ?? Infinity).toBeLessThan(2 ** 31);
  });
});

test('every entry says what to do, and temperatures are in the person’s own unit', async () => {
  for (const { summary, starts } of await entries('20:00')) {
    expect(summary.length).toBeGreaterThan(3);
    expect(starts).toMatch(/^\d{8}T\d{6}/);
  }
  writeSetting('units', { temperature: 'F', volume: 'ml' });
  const file = await loader().text();
  expect(file).toContain('°F');
  expect(file).not.toContain('°C');
});

test('once the evening goes on its file has what remains, under the same names, so that nothing is doubled', async () => {
  const planned = await entries('20:00');
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  const names = (of: readonly Entry[]) => of.map(({ uid }) => uid.replace(/@.*/, ''));
  const remaining = await entries('20:00');
  // The bath is on and run 1 is loaded: those two are behind.
  expect(names(remaining)).toEqual(names(planned).filter((name) => !/-bath$|-run-1-load$/.test(name)));
  for (const [i, { sequence }] of remaining.entries()) expect(sequence).toBeGreaterThanOrEqual(planned[i]?.sequence ?? Infinity);
  // What is in the tank is not left out any more.
  const inTheTank = findRun(started.runId)?.plan.rollIds[0] ?? '';
  expect(changeComing(openSessionId() ?? '', { kind: 'roll-out', rollId: inTheTank })).toMatchObject({
    ok: false,
    message: expect.stringContaining('its run has begun') as string,
  });
  expect(endEarly(openSessionId() ?? '').ok).toBe(true);
  expect(names(await entries('20:00'))).toEqual(names(planned).filter((name) => name.endsWith('run-1-pour')));
});
