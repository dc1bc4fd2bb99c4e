import { readdirSync, readFileSync } from 'node:fs';
import { CAUSES } from './causes.ts';
import { lookNext } from './inspection-words.ts';
import { EDGES, FRAMES, marksOf, type Inspection, type RunFacts } from './inspection.ts';
import { judge } from './judge.ts';

const C41: RunFacts = { process: 'C-41' };
const E6: RunFacts = { process: 'E-6' };

/** Each cause with evidence that raises it, and evidence that lowers it again. */
const EVIDENCE: Readonly<Record<string, readonly [raises: [Inspection, RunFacts], lowers: [Inspection, RunFacts]]>> = {
  'developer-too-little': [
    [{ edge: 'thin' }, { ...C41, doseShare: 0.9, developerMeanC: 36.8, developerPlannedC: 38 }],
    [
      { edge: 'thin', frames: 'dense' },
      { ...C41, doseShare: 1 },
    ],
  ],
  'developer-worn': [
    [
      { edge: 'thin', frames: 'thin' },
      { rollNumber: 13, capacityRolls: 12, rangeFalling: true, strengthShare: 0.9 },
    ],
    [
      { edge: 'normal', frames: 'thin' },
      { rollNumber: 2, capacityRolls: 12, rangeFalling: false },
    ],
  ],
  'developer-too-much': [
    [{ edge: 'dense' }, { doseShare: 1.1, lateS: 40, pushStops: 1 }],
    [{ edge: 'normal' }, { doseShare: 1 }],
  ],
  'under-exposed': [
    [{ edge: 'normal', frames: 'thin' }, {}],
    [{ edge: 'thin', frames: 'thin' }, { doseShare: 0.9 }],
  ],
  'over-exposed': [
    [{ edge: 'normal', frames: 'dense' }, {}],
    [{ edge: 'dense', frames: 'dense' }, { doseShare: 1.2 }],
  ],
  'never-exposed': [
    [{ edge: 'normal', frames: 'none' }, {}],
    [{ edge: 'none', frames: 'none' }, {}],
  ],
  'developer-dead': [
    [{ edge: 'none', frames: 'none' }, { standing: 'spent' }],
    [{ edge: 'thin', frames: 'none' }, {}],
  ],
  fogged: [
    [{ marks: ['wholly-dark'] }, {}],
    [{ marks: [] }, {}],
  ],
  'silver-left': [
    [{ colour: 'weak', marks: ['silver'] }, { bleachShare: 0.5 }],
    [{ colour: 'weak', marks: ['silver'] }, { treatment: 'bleach-bypass' }],
  ],
  'fixing-incomplete': [
    [{ marks: ['milky'] }, { fixShare: 0.6 }],
    [{ marks: ['milky'], wet: true }, { fixShare: 1 }],
  ],
  surging: [
    [{ marks: ['perforation-streaks'] }, { agitation: 'more' }],
    [{ marks: ['bands'] }, { agitation: 'more' }],
  ],
  'uneven-development': [
    [{ marks: ['bands'] }, { missedBeats: 3, agitation: 'less', solutionShare: 0.8 }],
    [{ marks: [] }, { missedBeats: 3 }],
  ],
  'air-bubbles': [
    [{ marks: ['clear-spots'] }, {}],
    [{ marks: [] }, {}],
  ],
  kinked: [
    [{ marks: ['crescents'] }, {}],
    [{ marks: [] }, {}],
  ],
  'film-touched-film': [
    [{ marks: ['bare-patches'] }, {}],
    [{ marks: [] }, {}],
  ],
  scratched: [
    [{ marks: ['scratches'] }, {}],
    [{ marks: [] }, {}],
  ],
  'finger-marks': [
    [{ marks: ['finger-marks'] }, {}],
    [{ marks: [] }, {}],
  ],
  'light-in-the-canister': [
    [{ marks: ['light-first-frames'] }, {}],
    [{ marks: [] }, {}],
  ],
  'light-in-the-camera': [
    [{ marks: ['light-bars'] }, {}],
    [{ marks: [] }, {}],
  ],
  'light-while-loading': [
    [{ marks: ['light-both-edges'] }, {}],
    [{ marks: [] }, {}],
  ],
  'holder-or-insert': [
    [{ marks: ['sheet-line'] }, {}],
    [{ marks: [] }, {}],
  ],
  pressed: [
    [{ marks: ['pressure'] }, {}],
    [{ marks: [] }, {}],
  ],
  'drying-marks': [
    [{ marks: ['drying-marks'] }, { washShare: 0.5 }],
    [{ marks: [] }, { washShare: 0.5 }],
  ],
  'remjet-left': [
    [{ marks: ['black-specks'] }, { process: 'ECN-2', incidents: ['remjet'] }],
    [{ marks: [] }, { process: 'ECN-2' }],
  ],
  'temperature-shock': [
    [{ marks: ['cracked'] }, { ...C41, jumpC: 6 }],
    [{ marks: [] }, { ...C41, jumpC: 6 }],
  ],
  'carry-over': [
    [{ colour: 'cast' }, { rinse: false, incidents: ['developer'] }],
    [{ colour: 'cast' }, { rinse: true }],
  ],
  'off-temperature-or-contaminated': [
    [{ colour: 'cast' }, { doseShare: 0.8, standing: 'doubtful' }],
    [{ colour: 'right' }, { doseShare: 1 }],
  ],
  'colour-developer-short': [
    [{ colour: 'weak' }, { ...E6, colourDoseShare: 0.8 }],
    [{ colour: 'weak' }, { ...C41, colourDoseShare: 0.8 }],
  ],
  'old-film': [
    [
      { colour: 'cast', frames: 'thin' },
      { expiredYears: 15, doseShare: 1 },
    ],
    [{ colour: 'cast', frames: 'thin' }, { expiredYears: 0 }],
  ],
};

const scoreOf = (id: string, [seen, run]: readonly [Inspection, RunFacts]) => {
  const cause = CAUSES.find((each) => each.id === id);
  const sum = (speaks: (typeof CAUSES)[number]['for'] | undefined) =>
    speaks?.(seen, run).reduce((total, each) => total + (each ? each.weight : 0), 0) ?? 0;
  return sum(cause?.for) - sum(cause?.against);
};

test.each(CAUSES.map(({ id }) => id))('%s is raised by what speaks for it and lowered by what speaks against', (id) => {
  const [raises, lowers] = EVIDENCE[id] ?? [];
  if (!raises || !lowers) throw new Error(`no evidence is tried for ${id}`);
  expect(scoreOf(id, raises)).toBeGreaterThanOrEqual(3);
  expect(scoreOf(id, lowers)).toBeLessThan(scoreOf(id, raises));
  expect(judge(...raises).causes[0]?.id).toBe(id);
});

test('every cause stands in a file of its folder, and every one that stands there is asked', () => {
  const files = readdirSync('core/inspection/causes', { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.ts'));
  const ids = files.flatMap((name) =>
    [...readFileSync(`core/inspection/causes/${name}`, 'utf8').matchAll(/^ {2}id: '([^']+)'/gm)].map(([, id]) => id),
  );
  expect(ids.sort()).toEqual(CAUSES.map(({ id }) => id).sort());
});

/** Edge and frames together, every pair of them: what the edge says of the baths is never laid at the camera's door, nor the other way. */
test.each(EDGES.flatMap((edge) => FRAMES.map((frames) => [edge, frames] as const)))('edge %s, frames %s', (edge, frames) => {
  const { verdict, causes } = judge({ edge, frames }, C41);
  const first = causes[0]?.id ?? '';
  if (edge === 'normal' && frames === 'normal') return expect(verdict).toBe('nothing-wrong');
  if (edge === 'normal') return expect([frames, verdict]).toEqual([frames, 'exposure']);
  if (edge === 'none') return expect([first, verdict]).toEqual(['developer-dead', 'development']);
  // Thin or dense at the edge is the developer; what the frames add to it is said beside it.
  expect(['developer-too-little', 'developer-too-much', 'over-exposed', 'under-exposed', 'never-exposed', 'developer-worn']).toContain(
    first,
  );
  if (frames === edge || frames === 'normal' || frames === 'uneven') expect(verdict).toBe('development');
  const opposite = (edge === 'thin' && frames === 'dense') || (edge === 'dense' && frames === 'thin');
  if (opposite) expect(causes.map(({ kind }) => kind)).toContain('exposure');
});

test('several things at once are each said: worn, cold and streaked', () => {
  const ids = judge(
    { edge: 'thin', frames: 'thin', marks: ['perforation-streaks', 'drying-marks'] },
    { doseShare: 0.88, rollNumber: 14, capacityRolls: 12 },
  ).causes.map(({ id }) => id);
  expect(ids.slice(0, 2)).toEqual(['developer-too-little', 'developer-worn']);
  expect(ids).toEqual(expect.arrayContaining(['surging', 'drying-marks']));
});

test('a roll is asked as a roll, sheets as sheets, and remjet is looked for where there was any', () => {
  const has = (of: Parameters<typeof marksOf>[0]) =>
    (['perforation-streaks', 'sheet-line', 'black-specks', 'scratches'] as const).filter((mark) => marksOf(of).includes(mark));
  expect(has({ process: 'C-41' })).toEqual(['perforation-streaks', 'scratches']);
  expect(has({ process: 'E-6', sheet: true })).toEqual(['sheet-line', 'scratches']);
  expect([lookNext({}, 'negative'), lookNext({}, 'negative', true)].map((says) => /numbers along the edge/.test(says))).toEqual([
    true,
    false,
  ]);
  expect(has({ process: 'ECN-2' })).toEqual(['perforation-streaks', 'black-specks', 'scratches']);
});
