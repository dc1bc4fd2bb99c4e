import fc from 'fast-check';
import { readKit } from './kit-document.ts';
import { kitOfLeaflet, silentAbout, type BottleSaid, type LeafletSaid } from './typed-leaflet.ts';
import { USUAL_BOTTLES, type BottleKind } from './bottle-kinds.ts';

const bottle = (kind: BottleKind, s: number, at: BottleSaid['at'] = 38): BottleSaid => ({
  kind,
  s,
  at,
  more: [],
  wear: null,
  push: null,
  agitation: null,
  mix: null,
  keepsDays: null,
});
const leaflet = (process: LeafletSaid['process'], ...bottles: BottleSaid[]): LeafletSaid => ({
  id: 'typed',
  name: 'Typed',
  process,
  makesMl: 1000,
  capacityRolls: 12,
  bottles,
});

test('the ordinary leaflet: three bottles, one temperature, and the water that every such leaflet leaves to the reader', () => {
  const kit = kitOfLeaflet(
    leaflet('C-41', bottle('developer', 205, 38.4), bottle('bleach-fix', 370, { lowC: 36, highC: 40 }), bottle('stabiliser', 70, null)),
  );
  expect(readKit(kit)).toEqual({ ok: true, value: kit });
  expect(kit.sequence).toEqual(['prewash', 'developer', 'rinse', 'bleach-fix', 'wash', 'stabiliser']);
  expect(kit.baths.map(({ nominalC, range, critical }) => [nominalC, range, critical])).toEqual([
    [38.4, undefined, true],
    [38, { lowC: 36, highC: 40 }, undefined],
    [20, undefined, undefined],
  ]);
  // Nothing in it that is not the person's, but for how it is moved, which is called ours.
  expect(kit.baths[0]).not.toHaveProperty('exhaustion');
  expect(kit.baths[0]?.agitation).toEqual({ initialS: 15, everyS: 30, inversions: 4 });
});

test.each([
  [
    'E-6',
    ['first-developer', 'reversal', 'colour-developer', 'bleach', 'fixer', 'final-rinse'],
    'prewash first-developer wash reversal colour-developer rinse bleach wash fixer wash final-rinse',
  ],
  [
    'E-6',
    ['first-developer', 'stop', 'colour-developer', 'bleach-fix'],
    'prewash first-developer stop colour-developer rinse bleach-fix wash',
  ],
  ['ECN-2', ['prebath', 'developer', 'stop', 'bleach', 'fixer'], 'prebath remjet-rinse developer stop bleach wash fixer wash'],
  ['C-41', ['developer', 'stop', 'bleach', 'fixer', 'stabiliser'], 'prewash developer stop bleach wash fixer wash stabiliser'],
] as const)('%s with %j has its water between', (process, kinds, sequence) => {
  const kit = kitOfLeaflet(leaflet(process, ...kinds.map((kind) => bottle(kind, 120))));
  expect(kit.sequence.join(' ')).toBe(sequence);
  expect(readKit(kit).ok).toBe(true);
});

test('what it is silent about is listed with what follows', () => {
  const said = leaflet('C-41', bottle('developer', 200), {
    ...bottle('bleach-fix', 400),
    keepsDays: 90,
    wear: { rule: 'percent', perRoll: 4 },
  });
  const lines = silentAbout({ ...said, capacityRolls: null }).map(({ of, then }) => `${of}: ${then}`);
  expect(lines).toEqual([
    'how many rolls: no end by rolls',
    'growing with rolls of developer: never lengthened',
    'pushing of developer: the rule of thumb is offered',
    'agitation: ours: 15 s, then 4 inversions every 30 s',
    'keeping time of developer: no end by age',
    'mixing: the bench leads by the leaflet in your hand',
  ]);
});

test('whatever bottles a process usually has, at whatever times: a kit that reads, each bottle once, two of a kind told apart', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('C-41' as const, 'E-6' as const, 'ECN-2' as const),
      fc.integer({ min: 10, max: 900 }),
      fc.integer({ min: 18, max: 42 }),
      (process, s, c) => {
        const kinds = USUAL_BOTTLES[process];
        const last = kinds.at(-1) as BottleKind;
        const kit = kitOfLeaflet(
          leaflet(process, ...kinds.toSpliced(-1, 0, 'bleach' === last ? 'fixer' : 'fixer').map((kind) => bottle(kind, s, c))),
        );
        expect(readKit(kit)).toMatchObject({ ok: true });
        const ids = kit.baths.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
      },
    ),
  );
});
