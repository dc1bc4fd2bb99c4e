import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import fc from 'fast-check';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { asText, fromText } from '../../ui/as-text.ts';
import { staysForALook } from '../../ui/screen/looks.ts';
import { tonight } from '../draft/tonight.server.ts';
import { loader } from '../tonight/tonight.tsx';
import { eveningPage } from './evening-page.server.ts';
import { eveningPlan } from './evening-plan.server.ts';
import { looksOnly, openedIn } from './opened-in.ts';

const at = (search: string) => new URL(`http://steady.reel/${search}`);
const shown = (search: string) => fromText(loader({ request: new Request(at(search)) })).page;
/** Whether the page is read again on the way from one address to another. */
const reads = (from: string, to: string) =>
  looksOnly({ currentUrl: at(from), nextUrl: at(to), defaultShouldRevalidate: true } as Parameters<typeof looksOnly>[0]);

beforeAll(() => {
  storeTank('One', 1);
  for (const id of ['here', 'other']) storeBatch(id, 0);
  for (const id of ['a', 'b']) storeRoll(id);
});

test('a page brings what is opened and no more: a step its working, the bath its question, the batches what they are compared by', () => {
  const told = (search: string) => {
    const { evening, plan, schools, batches } = shown(search);
    const worked = evening.runs.map((run) => run.plan.ok && run.plan.value.steps.some(({ working }) => working.length > 0));
    return [worked, schools.map((rows) => rows.length > 0), plan.bathQuestion !== null, batches.map(({ kit }) => kit.baths.length > 0)];
  };
  const used = shown('').batches.map(({ id }) => shown('').inUse.some((batch) => batch.id === id));
  expect(shown('').evening.runs).toHaveLength(2);
  expect(told('')).toEqual([[false, false], [false, false], false, used]);
  expect(told('?run=1&step=1-developer')).toEqual([[false, true], [false, true], false, used]);
  expect(told('?open=bath')).toEqual([[false, false], [false, false], true, used]);
  expect(told('?open=batch')).toEqual([[false, false], [false, false], false, [true, true]]);
  // There is a bath to be opened, though its question is not here yet.
  expect(shown('').plan.hasBath).toBe(true);
});

test('a page loses nothing on its way as text: no figure of it is one that plain data does not have', () => {
  const evening = tonight();
  const page = eveningPage(evening, eveningPlan(evening, 1_790_000_000_000), 1_790_000_000_000, {
    run: 0,
    step: true,
    bath: true,
    batch: true,
  });
  expect(fromText(asText(page))).toEqual(page);
});

test('what was brought is not read again, and whatever was not is', () => {
  const addresses = [
    '',
    '?open=bath',
    '?open=batch',
    '?open=when',
    '?run=0',
    '?run=1',
    '?run=0&step=1-x',
    '?run=0&step=2-y',
    '?run=1&step=1-x',
  ];
  fc.assert(
    fc.property(fc.constantFrom(...addresses), fc.constantFrom(...addresses), (from, to) => {
      const [now, next] = [openedIn(at(from)), openedIn(at(to))];
      const needs = (next.bath && !now.bath) || (next.batch && !now.batch) || (next.step && !(now.step && now.run === next.run));
      expect(reads(from, to)).toBe(needs || from === to);
    }),
  );
});

test('the frame is not read again for a look, and is for anything that was sent and for another page', () => {
  const frame = (from: string, to: string, formMethod?: 'POST') =>
    staysForALook({ currentUrl: at(from), nextUrl: at(to), formMethod, defaultShouldRevalidate: true } as Parameters<typeof looksOnly>[0]);
  expect([frame('', '?open=water'), frame('?open=water', '?open=bath')]).toEqual([false, false]);
  expect([frame('', '?letGo=1', 'POST'), frame('', 'rolls?state=all'), frame('?open=water', '?open=water')]).toEqual([true, true, true]);
});
