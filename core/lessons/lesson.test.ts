import { inspectionDocument, readInspection } from '../inspection/read-inspection.ts';
import { BARE_STEPS, BATH_KINDS } from '../kit/kind.ts';
import { concerns, lessonsAt, type Lesson, type LessonAbout, type Situation } from './lesson.ts';
import { MOMENT_WORDS, MOMENTS, momentsOfRun, momentsOfStep } from './moment.ts';

const tonight: Situation = {
  kitId: 'kiln',
  batchId: 'kiln-4',
  tankId: 'steel',
  films: ['Tern 400', 'Fennel 200'],
  process: 'C-41',
  treatment: 'normal',
};
const about = (kind: LessonAbout['kind'], is: string): Lesson => ({
  id: `${kind}-${is}`,
  text: is,
  about: { kind, is, name: is },
  at: 'developer',
});

test.each<[LessonAbout['kind'], string, boolean]>([
  ['everything', '', true],
  ['kit', 'kiln', true],
  ['kit', 'reed', false],
  ['batch', 'kiln-4', true],
  ['batch', 'kiln-3', false],
  ['tank', 'steel', true],
  ['tank', 'plastic', false],
  ['film', 'Fennel 200', true],
  ['film', 'Lapwing 100', false],
  ['process', 'C-41', true],
  ['process', 'E-6', false],
  ['treatment', 'normal', true],
  ['treatment', 'bleach-bypass', false],
])('a lesson about %s %s speaks to tonight: %s', (kind, is, speaks) => {
  expect(concerns(about(kind, is), tonight)).toBe(speaks);
});

test('of several at one moment the closest comes first, and one of another moment stays away', () => {
  const lessons = [
    about('everything', ''),
    about('process', 'C-41'),
    about('film', 'Tern 400'),
    about('tank', 'steel'),
    { ...about('film', 'Tern 400'), at: 'wash' as const },
  ];
  expect(lessonsAt(lessons, ['developer']).map(({ about: { kind } }) => kind)).toEqual(['film', 'tank', 'process', 'everything']);
});

test('every bath of every leaflet is a moment, a bleach-fix is two, and each moment has its words', () => {
  for (const kind of [...BATH_KINDS, ...BARE_STEPS]) expect(momentsOfStep(kind).every((moment) => MOMENTS.includes(moment))).toBe(true);
  expect(momentsOfStep('bleach-fix')).toEqual(['bleach', 'fixer']);
  expect(momentsOfRun(['first-developer', 'wash', 'stabiliser'])).toEqual([
    'planning',
    'warming',
    'first-pour',
    'developer',
    'wash',
    'final',
    'hanging-up',
  ]);
  expect(new Set(Object.values(MOMENT_WORDS)).size).toBe(MOMENTS.length);
});

test('a look is read back as it was stored; answers that are not known are as if they had not been given', () => {
  const look = { seen: { edge: 'thin', frames: 'uneven', marks: [] } as const, note: 'Odd.' };
  expect(readInspection(JSON.parse(JSON.stringify(inspectionDocument(look))))).toEqual(look);
  expect(readInspection({ edge: 'faint', slides: 'dark', marks: ['rust', 'bands'], note: 7, format: 'steady-reel/inspection@9' })).toEqual({
    seen: { slides: 'dark', marks: ['bands'] },
    note: '',
  });
  for (const nonsense of [null, 7, 'x', [], { marks: 'bands' }]) expect(readInspection(nonsense)).toEqual({ seen: {}, note: '' });
});
