import fc from 'fast-check';
import { CAUSES } from './causes.ts';
import type { Said } from './evidence.ts';
import { lookNext, seenInWords } from './inspection-words.ts';
import { COLOURS, EDGES, FRAMES, MARKS, OTHERS, SLIDES, type Inspection, type RunFacts } from './inspection.ts';
import { judge } from './judge.ts';

const words = (said: readonly Said[] = []) => said.map(({ message }) => message);
const NOTHING: RunFacts = {};
const IN_ORDER: RunFacts = {
  process: 'C-41',
  doseShare: 1,
  rollNumber: 3,
  capacityRolls: 12,
  ageDays: 5,
  keepsDays: 35,
  rinse: true,
  standing: 'good',
};

/** Every row of domain.md 12, in its order: what is seen, and what it likely means. */
test.each<[string, Inspection, RunFacts, string, string]>([
  ['thin frames, thin edge print', { frames: 'thin', edge: 'thin' }, NOTHING, 'developer-too-little', 'development'],
  ['thin frames, normal edge print', { frames: 'thin', edge: 'normal' }, NOTHING, 'under-exposed', 'exposure'],
  ['dense frames, dense edge print', { frames: 'dense', edge: 'dense' }, NOTHING, 'developer-too-much', 'development'],
  ['clear strip, edge print present', { frames: 'none', edge: 'normal' }, NOTHING, 'never-exposed', 'exposure'],
  ['clear strip, no edge print', { frames: 'none', edge: 'none' }, NOTHING, 'developer-dead', 'development'],
  ['wholly dark', { marks: ['wholly-dark'] }, NOTHING, 'fogged', 'film'],
  ['greyish', { marks: ['silver'], colour: 'weak' }, NOTHING, 'silver-left', 'development'],
  ['milky', { marks: ['milky'] }, NOTHING, 'fixing-incomplete', 'development'],
  ['streaks from perforations', { marks: ['perforation-streaks'] }, NOTHING, 'surging', 'development'],
  ['uneven bands', { marks: ['bands'] }, NOTHING, 'uneven-development', 'development'],
  ['round clear spots', { marks: ['clear-spots'] }, NOTHING, 'air-bubbles', 'development'],
  ['crescents', { marks: ['crescents'] }, NOTHING, 'kinked', 'film'],
  ['bare patches', { marks: ['bare-patches'] }, NOTHING, 'film-touched-film', 'film'],
  ['scum', { marks: ['drying-marks'] }, NOTHING, 'drying-marks', 'development'],
  ['black specks on cine film', { marks: ['black-specks'] }, { process: 'ECN-2' }, 'remjet-left', 'development'],
  ['cracked', { marks: ['cracked'] }, NOTHING, 'temperature-shock', 'development'],
  ['a cast, no rinse', { colour: 'cast' }, { rinse: false }, 'carry-over', 'development'],
  [
    'a cast, rinsed, short developer',
    { colour: 'cast' },
    { rinse: true, doseShare: 0.85 },
    'off-temperature-or-contaminated',
    'development',
  ],
  ['slides dark, first developer short', { slides: 'dark' }, { process: 'E-6', doseShare: 0.85 }, 'developer-too-little', 'development'],
  ['slides dark, first developer right', { slides: 'dark' }, { process: 'E-6', doseShare: 1 }, 'under-exposed', 'exposure'],
  ['slides light, first developer long', { slides: 'light' }, { process: 'E-6', doseShare: 1.2 }, 'developer-too-much', 'development'],
  ['slides light, first developer right', { slides: 'light' }, { process: 'E-6', doseShare: 1 }, 'over-exposed', 'exposure'],
])('%s', (_, seen, run, cause, verdict) => {
  const judged = judge(seen, run);
  expect([judged.causes[0]?.id, judged.verdict]).toEqual([cause, verdict]);
});

test('the example of the command line: thin with thin edges, 91 % of the dose, nearly worn: the developer, in sentences', () => {
  const judged = judge(
    { edge: 'thin', frames: 'thin', colour: 'right', marks: [] },
    {
      process: 'C-41',
      doseShare: 0.91,
      rollNumber: 11,
      capacityRolls: 12,
      ageDays: 16,
      keepsDays: 35,
      rinse: true,
      incidents: [],
      washShare: 1,
    },
  );
  expect(judged.verdict).toBe('development');
  expect(judged.causes[0]?.id).toBe('developer-too-little');
  expect(words(judged.causes[0]?.for).join(' ')).toMatch(/edge print is thin.*91 % of its dose.*roll 11 of 12/);
});

test('a good strip blames nobody, an unseen one neither, and the camera is not blamed for the baths', () => {
  expect(judge({ edge: 'normal', frames: 'normal', colour: 'right', marks: [] }, { ...IN_ORDER, doseShare: 0.9 })).toEqual({
    verdict: 'nothing-wrong',
    causes: [],
  });
  expect(judge({}, IN_ORDER)).toEqual({ verdict: 'unclear', causes: [] });
  // Dark slides and nothing known of the run: it may be either, and both are said.
  const either = judge({ slides: 'dark' }, { process: 'E-6' });
  expect([...new Set(either.causes.map(({ kind }) => kind))].sort()).toEqual(['development', 'exposure']);
  expect(judge({ frames: 'thin', edge: 'thin' }, IN_ORDER).causes.some(({ kind }) => kind === 'exposure')).toBe(false);
  expect(judge({ frames: 'thin', edge: 'normal' }, { ...IN_ORDER, doseShare: 0.97 }).verdict).toBe('exposure');
});

test.each<[string, boolean]>([
  ['developer', true],
  ['developer in the bleach-fix', true],
  ['other-developer', false],
  ['water', false],
])('an incident called “%s” speaks of developer in a later bath: %s', (incident, speaks) => {
  const carried = judge({ colour: 'cast' }, { rinse: false, incidents: [incident] }).causes.find(({ id }) => id === 'carry-over');
  expect(words(carried?.for).includes('Developer had got into a later bath.')).toBe(speaks);
});

test('what got into a bottle makes it suspect by whole words, and nothing else does', () => {
  const suspect = (incident: string) =>
    judge({ colour: 'cast' }, { rinse: true, incidents: [incident] }).causes.some(({ for: said }) =>
      words(said).includes('Something had got into the solution.'),
    );
  for (const incident of ['later-bath', 'stop', 'other-developer', 'water', 'damage', 'bleach-fix', 'two drops of fixer'])
    expect([incident, suspect(incident)]).toEqual([incident, true]);
  for (const incident of ['cap-off', 'remjet', 'stopped for tea', 'underwater scenes'])
    expect([incident, suspect(incident)]).toEqual([incident, false]);
});

test('a bleach left out on purpose is not blamed for silver', () => {
  expect(judge({ marks: ['silver'] }, { treatment: 'bleach-bypass' }).causes.map(({ id }) => id)).not.toContain('silver-left');
  expect(judge({ colour: 'weak' }, { bleachShare: 0.4 }).causes[0]).toMatchObject({
    id: 'silver-left',
    now: expect.stringContaining('Bleach it again') as string,
  });
});

const seen: fc.Arbitrary<Inspection> = fc.record(
  {
    edge: fc.constantFrom(...EDGES),
    frames: fc.constantFrom(...FRAMES),
    colour: fc.constantFrom(...COLOURS),
    slides: fc.constantFrom(...SLIDES),
    marks: fc.uniqueArray(fc.constantFrom(...MARKS)),
  },
  { requiredKeys: [] },
);
const run: fc.Arbitrary<RunFacts> = fc.record(
  {
    process: fc.constantFrom('C-41' as const, 'E-6' as const, 'ECN-2' as const),
    treatment: fc.constantFrom('normal' as const, 'bleach-bypass' as const, 'cross-process' as const),
    doseShare: fc.double({ min: 0.3, max: 2, noNaN: true }),
    pushStops: fc.integer({ min: -2, max: 3 }),
    rollNumber: fc.integer({ min: 1, max: 20 }),
    capacityRolls: fc.integer({ min: 1, max: 20 }),
    ageDays: fc.integer({ min: 0, max: 90 }),
    keepsDays: fc.integer({ min: 1, max: 60 }),
    rinse: fc.boolean(),
    incidents: fc.uniqueArray(fc.constantFrom('bleach', 'developer', 'remjet', 'water')),
    standing: fc.constantFrom('good' as const, 'doubtful' as const, 'spent' as const),
    washShare: fc.double({ min: 0, max: 1.2, noNaN: true }),
    bleachShare: fc.double({ min: 0, max: 1.2, noNaN: true }),
    fixShare: fc.double({ min: 0, max: 1.2, noNaN: true }),
    jumpC: fc.double({ min: 0, max: 20, noNaN: true }),
  },
  { requiredKeys: [] },
);

test('the same evidence gives the same ranking, every cause is said with its reason and its way out, none twice', () => {
  fc.assert(
    fc.property(seen, run, (inspection, facts) => {
      const judged = judge(inspection, facts);
      expect(judge({ ...inspection }, { ...facts })).toEqual(judged);
      const shuffled = inspection.marks ? { ...inspection, marks: [...inspection.marks].reverse() } : inspection;
      expect(judge(shuffled, facts)).toEqual(judged);
      expect(new Set(judged.causes.map(({ id }) => id)).size).toBe(judged.causes.length);
      for (const cause of judged.causes) {
        expect(cause.for.length).toBeGreaterThan(0);
        for (const sentence of [...words(cause.for), ...words(cause.against), cause.now, cause.nextTime])
          expect(sentence).toMatch(/^\S.*\.$/);
      }
    }),
    { numRuns: 400 },
  );
});

/** How each cause stands, by its weights alone: what the ranking is made of. */
const scores = (inspection: Inspection, facts: RunFacts) =>
  new Map(
    CAUSES.map((cause) => {
      const sum = (speaks: typeof cause.for) => speaks(inspection, facts).reduce((total, each) => total + (each ? each.weight : 0), 0);
      return [cause.id, sum(cause.for) - sum(cause.against)];
    }),
  );

/** Things that speak for one cause, and the rivals that they have a word for too. */
const SPEAKS_FOR: readonly [cause: string, also: readonly string[], seen: Partial<Inspection>, facts: Partial<RunFacts>][] = [
  ...MARKS.map((mark): [string, string[], Partial<Inspection>, object] => [
    CAUSES.find((cause) => cause.for({ marks: [mark] }, {}).some(Boolean))?.id ?? mark,
    [],
    { marks: [mark] },
    {},
  ]),
  ['developer-too-little', ['developer-worn'], { edge: 'thin' }, {}],
  ['developer-too-little', ['developer-worn', 'off-temperature-or-contaminated'], {}, { doseShare: 0.8 }],
  ['developer-too-much', [], { edge: 'dense' }, {}],
  ['developer-too-much', ['off-temperature-or-contaminated'], {}, { doseShare: 1.2 }],
  ['developer-worn', ['developer-too-little', 'off-temperature-or-contaminated'], {}, { ageDays: 60, keepsDays: 30 }],
  ['developer-worn', [], {}, { rangeFalling: true }],
  ['silver-left', [], {}, { bleachShare: 0.5 }],
  ['fixing-incomplete', [], {}, { fixShare: 0.5 }],
  ['carry-over', [], {}, { rinse: false }],
  ['temperature-shock', [], {}, { jumpC: 15 }],
  ['old-film', ['under-exposed'], {}, { expiredYears: 12 }],
];

test('evidence for a cause never lowers it against the rivals that it does not speak for', () => {
  fc.assert(
    fc.property(seen, run, fc.constantFrom(...SPEAKS_FOR), (inspection, facts, [cause, also, moreSeen, moreFacts]) => {
      const marks = moreSeen.marks ? [...new Set([...(inspection.marks ?? []), ...moreSeen.marks])] : inspection.marks;
      const others = Object.entries(inspection).filter(([name]) => name === 'marks' || !(name in moreSeen));
      const without: Inspection = {
        ...Object.fromEntries(others),
        ...(inspection.marks ? { marks: inspection.marks.filter((mark) => !moreSeen.marks?.includes(mark)) } : {}),
      };
      const bare = Object.fromEntries(Object.entries(facts).filter(([name]) => !(name in moreFacts))) as RunFacts;
      const before = scores(without, bare);
      const after = scores({ ...without, ...moreSeen, ...(marks ? { marks } : {}) }, { ...bare, ...moreFacts });
      for (const [rival, score] of before) {
        if (rival === cause || also.includes(rival)) continue;
        // A rival may itself gain by what was seen; what it gains is never at this cause’s cost.
        const gained = Math.max(0, (after.get(rival) ?? 0) - score);
        const leadAfter = (after.get(cause) ?? 0) - (after.get(rival) ?? 0) + gained;
        if (leadAfter < (before.get(cause) ?? 0) - score) throw new Error(`${cause} fell behind ${rival}`);
      }
    }),
    { numRuns: 600 },
  );
});

const SLIDES_SEEN = fc.record(
  {
    edge: fc.constantFrom(...EDGES),
    frames: fc.constantFrom('none' as const, 'normal' as const, 'uneven' as const),
    colour: fc.constantFrom(...COLOURS),
    slides: fc.constantFrom(...SLIDES),
    marks: fc.subarray([...MARKS]),
  },
  { requiredKeys: [] },
);
const SLIDE_RUN = fc.record(
  {
    doseShare: fc.constantFrom(0.8, 1, 1.2),
    rollNumber: fc.constantFrom(2, 8),
    fixShare: fc.constantFrom(0.5, 1),
    standing: fc.constantFrom('good' as const, 'spent' as const),
    pushStops: fc.constantFrom(-1, 0, 1),
  },
  { requiredKeys: [] },
);

test('slides are judged in the words of slides: nothing of them is dense, thin, a negative or a clear base', () => {
  fc.assert(
    fc.property(SLIDES_SEEN, SLIDE_RUN, (seen, run) => {
      const { causes } = judge(seen, { capacityRolls: 8, ...run, process: 'E-6' });
      const told = causes.flatMap((cause) => [cause.title, cause.now, cause.nextTime, ...words(cause.for), ...words(cause.against)]);
      expect([...told, seenInWords(seen, 'slide'), lookNext(seen, 'slide')].join(' ')).not.toMatch(
        /negatives?\b|\bdense[r]?\b|\bthin(ner)?\b|clear base|the strip is clear and|whole strip is clear|^the developer gave|\. the developer gave/i,
      );
    }),
    { numRuns: 2000 },
  );
});

test.each<[string, Inspection, string, RegExp]>([
  ['black all along, no numbers', { edge: 'none', frames: 'none' }, 'developer-dead', /whole strip is black/],
  ['black, its numbers there', { edge: 'normal', frames: 'none' }, 'never-exposed', /slides are black/],
  ['light, its numbers bright', { edge: 'dense', slides: 'light' }, 'developer-too-much', /edge print is bright/],
  ['dark, its numbers dim', { edge: 'thin', slides: 'dark' }, 'developer-too-little', /edge print is dim/],
  ['dark, its numbers as ever', { edge: 'normal', slides: 'dark' }, 'under-exposed', /first developer worked/],
  ['clear from end to end', { marks: ['wholly-dark'] }, 'fogged', /clear from edge to edge/],
])('slides %s', (_, seen, id, says) => {
  const [cause] = judge(seen, { process: 'E-6' }).causes;
  expect(cause?.id).toBe(id);
  expect(words(cause?.for).join(' ')).toMatch(says);
});

describe('the other rolls of the tank', () => {
  const thin: Inspection = { edge: 'thin', frames: 'thin' };
  const cold: RunFacts = { process: 'C-41', doseShare: 0.9 };
  const score = (seen: Inspection, run: RunFacts) => judge(seen, run).causes.map(({ id }) => id);
  const spokenFor = (seen: Inspection, run: RunFacts) => CAUSES.filter((cause) => cause.for(seen, run).some(Boolean)).map(({ id }) => id);

  test('one bad among good is the camera or the film; all alike is the bath; nobody looked says nothing', () => {
    const uneven: Inspection = { frames: 'thin' };
    expect(judge({ ...thin, others: 'alike' }, cold).verdict).toBe('development');
    expect(judge({ ...uneven, others: 'good' }, { process: 'C-41' }).verdict).toBe('exposure');
    expect(judge({ ...uneven, others: 'good' }, { process: 'C-41' }).causes[0]?.for.map(({ message }) => message)).toContain(
      'The other rolls of these baths came out good: it is this film or its camera.',
    );
    expect(judge({ edge: 'normal', frames: 'normal', others: 'good' }, cold).verdict).toBe('nothing-wrong');
  });

  test('a witness for the bath never lowers the bath, and one against it never raises it', () => {
    const anything = fc.record(
      {
        edge: fc.constantFrom(...EDGES),
        frames: fc.constantFrom(...FRAMES),
        colour: fc.constantFrom(...COLOURS),
        marks: fc.subarray([...MARKS]),
      },
      { requiredKeys: [] },
    );
    const share = fc.double({ min: 0.8, max: 1.2, noNaN: true });
    const first = (seen: Inspection, run: RunFacts) => judge(seen, run).causes.findIndex(({ kind }) => kind === 'development');
    fc.assert(
      fc.property(anything, share, (seen, doseShare) => {
        const run: RunFacts = { process: 'C-41', doseShare };
        const place = (at: number) => (at === -1 ? Infinity : at);
        expect(place(first({ ...seen, others: 'alike' }, run))).toBeLessThanOrEqual(place(first(seen, run)));
        expect(place(first({ ...seen, others: 'good' }, run))).toBeGreaterThanOrEqual(place(first(seen, run)));
        // It makes no cause of nothing.
        for (const others of OTHERS) for (const id of score({ ...seen, others }, run)) expect(spokenFor(seen, run)).toContain(id);
      }),
    );
  });
});
