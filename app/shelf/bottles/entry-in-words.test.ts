import { runThrough } from '../../../core/chemistry/ledger/a-run-entry.fixture.ts';
import type { BottleEntry, RunEntry } from '../../../core/chemistry/ledger/bottle.ts';
import { INCIDENTS } from '../../../core/chemistry/ledger/standing.ts';
import { hazardSentence, SAFETY } from '../../../core/chemistry/safety/safety-words.ts';
import { BATH_KINDS, isWater } from '../../../core/kit/kind.ts';
import { sayIn } from '../../../core/units/sentence.ts';
import type { Move } from '../../server/shelf/bottle-entries.server.ts';
import { entryInWords } from './entry-in-words.ts';

const on = '2026-11-22';
const said = (entry: BottleEntry | Move, volume: 'ml' | 'US fl oz' = 'ml') =>
  sayIn(
    entryInWords(entry, (bottle) => `Developer B${bottle}`),
    { temperature: 'C', volume },
  );

const run = (through: { rolls: number; drawnMl: number; returned?: boolean; returnedMl?: number; remjet?: boolean }) =>
  runThrough({ on, returned: true, ...through }, { 7: 'developer' })[0] as RunEntry;

test.each<[BottleEntry | Move, string]>([
  [{ kind: 'carried-over', on, rolls: 4.5 }, '4.5 rolls from before.'],
  [{ kind: 'corrected', on, rolls: -1, reason: 'A sheet less.' }, 'Corrected: 1 roll fewer.'],
  [{ kind: 'corrected', on, rolls: 0.25, reason: '' }, 'Corrected: 0.25 rolls more.'],
  [run({ rolls: 2, drawnMl: 520 }), '2 rolls through Developer B7: 520 ml, 499 ml back.'],
  [run({ rolls: 1, drawnMl: 500, returnedMl: 470, remjet: true }), '1 roll through Developer B7: 500 ml, 470 ml back, with remjet.'],
  [run({ rolls: 2, drawnMl: 500, returned: false }), '2 rolls through Developer B7: 500 ml, into the jug.'],
  [{ ...run({ rolls: 1, drawnMl: 500 }), again: true }, '1 roll through Developer B7: 500 ml, 487 ml back, once more.'],
  [{ kind: 'topped-up', on, bottle: '7', ml: 20 }, 'Developer B7: topped up by 20 ml.'],
  [{ kind: 'poured-away', on, bottle: '7', ml: 20 }, 'Developer B7: 20 ml into the jug.'],
  [{ kind: 'measured', on, bottle: '7', ml: 905 }, 'Developer B7: measured, 905 ml.'],
  [{ kind: 'incident', on, bottle: '7', what: 'stop', ml: 5 }, 'Developer B7: stop bath got in, 5 ml.'],
  [{ kind: 'incident', on, bottle: '7', what: 'cap-off', days: 1 }, 'Developer B7: its cap was off, 1 day.'],
  [{ kind: 'test', on, bottle: '7', result: 'worn' }, 'Developer B7: tested with a snip, worn: it took its whole time.'],
  [{ kind: 'stored', on, bottle: '7', how: 'squeezed' }, 'Developer B7: air squeezed out.'],
  [{ kind: 'good-until', on, bottle: '7', until: '2027-01-31', reason: '' }, 'Developer B7: good until 31 Jan 2027 by your own word.'],
  [{ kind: 'emptied', on, bottle: '7' }, 'Developer B7: emptied into the jug.'],
  [{ kind: 'emptied', on }, 'All bottles: emptied into the jug.'],
  [{ kind: 'moved', on, bottle: '7', bath: 'developer' }, 'Developer B7: taken into this batch.'],
  [{ kind: 'moved', on, bottle: '7', bath: null }, 'Developer B7: stands apart from now on.'],
])('an entry reads: %j', (entry, words) => expect(said(entry)).toBe(words));

test('volumes are told in the person’s own unit, and every incident has its words', () => {
  expect(said({ kind: 'measured', on, bottle: '7', ml: 500 }, 'US fl oz')).toBe('Developer B7: measured, 16.9 US fl oz.');
  const all = INCIDENTS.map((what) => said({ kind: 'incident', on, bottle: '7', what }));
  expect(new Set(all).size).toBe(INCIDENTS.length);
  for (const words of all) expect(words).toMatch(/^Developer B7: [a-z].*\.$/);
});

test('every bottle’s label warns of what is in it, and no word of safety sends anything down a drain', () => {
  for (const kind of BATH_KINDS.filter((each) => !isWater(each))) expect(hazardSentence(kind)).toMatch(/Gloves.*/);
  const rules = [...SAFETY.flatMap(({ says }) => says), ...BATH_KINDS.map(hazardSentence)];
  for (const rule of rules.filter((line) => /drain/i.test(line))) expect(rule).toMatch(/not for the drain/);
  expect(rules.join(' ')).toMatch(/local emergency or poison service.*safety sheet/);
});
