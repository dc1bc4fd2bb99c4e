import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { writeSetting } from '../../server/settings.server.ts';
import { startedRuns } from '../a-session.fixture.ts';
import { EMPTY_DRAFT } from '../draft/draft.ts';
import { writeDraft } from '../draft/tonight.server.ts';
import { DEFAULT_EVENING } from '../../run/evening-settings.ts';
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
