import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { wordsAsked } from '../../server/runs/run-search.server.ts';
import { writeSetting } from '../../server/settings.server.ts';
import { askedRuns } from './run-question.server.ts';

const spanOf = (query: string) => askedRuns(new URLSearchParams(query)).span;
const hours = (query: string) => {
  const span = spanOf(query);
  return span && (span.to - span.from) / 3_600_000;
};

test('a day is as long as it is in the person’s zone, summer time included, and a month is its days', () => {
  writeSetting('zone', { zone: 'Europe/Oslo' });
  expect([hours('day=2026-03-29'), hours('day=2026-10-25'), hours('day=2026-11-26')]).toEqual([23, 25, 24]);
  expect([hours('month=2026-02'), hours('month=2024-02'), hours('month=2026-10')]).toEqual([28 * 24, 29 * 24, 31 * 24 + 1]);
  expect(spanOf('day=2026-11-26')?.from).toBe(Date.parse('2026-11-26T00:00:00+01:00'));
  writeSetting('zone', { zone: 'Pacific/Auckland' });
  expect(spanOf('day=2026-11-26')?.from).toBe(Date.parse('2026-11-26T00:00:00+13:00'));
});

test.each(['', 'month=2026-13', 'month=2026', 'day=26-11-2026', 'day=yesterday', 'month=%00'])('“%s” asks for no time', (query) => {
  expect(spanOf(query)).toBeNull();
});

test.each([
  ['ferry', '"ferry"*'],
  ['  Ferry   ropes ', '"Ferry"* "ropes"*'],
  ['“salt”, and NOT (clay)', '"salt"* "and"* "NOT"* "clay"*'],
  ['names:x OR y*', '"names"* "x"* "OR"* "y"*'],
  ['!?*"', null],
  ['', null],
])('%s is searched for as %s', (typed, asked) => {
  expect(wordsAsked(typed)).toBe(asked);
});
