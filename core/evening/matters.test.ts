import type { Warning, WarningCode } from '../answer.ts';
import { mattersOf, runsInWords } from './matters.ts';

const warning = (code: WarningCode, message: string, bath: string | null = null): Warning => ({ code, bath, message });

test('sixteen boxes for one short bottle are one line: by the last run, with what the others say', () => {
  const runs = Array.from({ length: 16 }, (_, i) => ({
    n: i + 1,
    warnings: [warning('volume-short', `The stabiliser bottle holds ${508 - i} ml and the tank takes 520.`, 'stabiliser')],
  }));
  const [matter, ...others] = mattersOf(runs);
  expect(others).toEqual([]);
  expect(matter).toMatchObject({ code: 'volume-short', bath: 'stabiliser', needsAct: true });
  expect(matter?.runs).toHaveLength(16);
  // What comes last is worst, and stands for all.
  expect(matter?.says.message).toContain('493 ml');
  expect(matter?.others).toHaveLength(15);
});

test('the gravest stands first, another bath is another matter, what was chosen needs no act, and one’s own choice is no alarm at all', () => {
  const matters = mattersOf([
    {
      n: 1,
      warnings: [warning('push-colour', 'Colours shift.'), warning('after-final', 'Washed off.'), warning('past-capacity', 'Worn.')],
    },
    {
      n: 2,
      warnings: [
        warning('bottle-doubtful', 'Developer is doubtful.', 'developer'),
        warning('bottle-doubtful', 'Fixer is doubtful.', 'fixer'),
        warning('push-colour', 'Colours shift.'),
      ],
    },
  ]);
  expect(matters.map(({ code, bath, runs, needsAct }) => [code, bath, runs, needsAct])).toEqual([
    ['bottle-doubtful', 'developer', [2], true],
    ['bottle-doubtful', 'fixer', [2], true],
    ['past-capacity', null, [1], true],
    ['push-colour', null, [1, 2], false],
  ]);
  // The same words twice are said once.
  expect(matters.at(-1)?.others).toEqual([]);
});

test('runs are told as a person would', () => {
  expect([[2], [1, 3], [1, 2, 3, 4], [1, 2, 4]].map(runsInWords)).toEqual(['Run 2', 'Runs 1 and 3', 'Runs 1 to 4', 'Runs 1, 2 and 4']);
});
