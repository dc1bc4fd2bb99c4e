import fc from 'fast-check';
import { isDeepStrictEqual } from 'node:util';
import { readKit } from '../../../core/kit/kit-document.ts';
import { kitIdFor } from '../../../core/kit/kit-id.ts';
import { KIT_FORMAT, type Kit, type ShelfKit } from '../../../core/kit/kit.ts';
import { SHIPPED_KITS, shippedKit } from '../../../core/kit/shipped-kits.ts';
import type { WaterSaid } from '../../../core/kit/typed-leaflet.ts';
import { usualQuestion } from '../../../core/schedule/a-question.fixture.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import { METRIC, type Units } from '../../../core/units/units.ts';
import { DEMO_KITS } from '../../../demo/scenario.ts';
import { leafletAsTyped } from './leaflet-as-typed.ts';
import { readPostedLeaflet } from './posted-leaflet.ts';
import type { Typed } from './typed-fields.ts';
import { readWaterLine, waterAsLine } from './water-line.ts';

const UNITS = [METRIC, { temperature: 'F', volume: 'US fl oz' }, { temperature: 'F', volume: 'imp fl oz' }] as const;

/** The kit that its form makes with these fields typed over; what is refused is thrown. */
function corrected(kit: ShelfKit, over: Typed = {}, units: Units = METRIC): ShelfKit {
  const form = new FormData();
  for (const [name, value] of Object.entries({ ...leafletAsTyped(kit, units), ...over })) form.set(name, value);
  const read = readPostedLeaflet(form, units, () => kit.id, kit);
  if (!read.ok) throw new Error(JSON.stringify(read.refused.faults));
  return read.kit;
}

function faultsOf(kit: ShelfKit, over: Typed) {
  const form = new FormData();
  for (const [name, value] of Object.entries({ ...leafletAsTyped(kit, METRIC), ...over })) form.set(name, value);
  const read = readPostedLeaflet(form, METRIC, () => kit.id, kit);
  return read.ok ? {} : read.refused.faults;
}

/** Kits with what no form shows, and what a later version might add. */
const KITS: readonly Kit[] = [
  ...[...SHIPPED_KITS, ...DEMO_KITS].map(
    (kit) => ({ ...kit, fromLater: { kept: true }, baths: kit.baths.map((bath) => ({ ...bath, colour: 'kept' })) }) as Kit,
  ),
  {
    ...(shippedKit('house-c41-three-bath') as Kit),
    id: 'odd',
    sequence: ['prewash', 'developer', { water: 'rinse', s: 40, c: 'room' }, 'bleach-fix', 'long-wash', 'wash', 'stabiliser'],
    baths: [
      ...(shippedKit('house-c41-three-bath') as Kit).baths.map((bath, i) =>
        i > 0
          ? bath
          : {
              ...bath,
              push: { rule: 'add' as const, secondsPerStop: 31.25 },
              exhaustion: { rule: 'percent' as const, perRoll: 1.85, everyRolls: 3 },
              agitation: { initialS: 20, everyS: 60, forS: 10, tap: true },
            },
      ),
      { id: 'long-wash', kind: 'wash', name: 'Long wash', nominalC: 31.27, time: { points: [{ c: 31.27, s: 361 }] } },
    ],
  },
];

test.each(KITS.map((kit) => [kit.id, kit] as const))('%s opened and kept is the same kit to the last digit, in every unit', (_, kit) => {
  for (const units of UNITS) expect(corrected(kit, {}, units)).toEqual({ ...kit, format: KIT_FORMAT });
});

test('one figure changed changes that figure and no other, whatever the kit and the unit', () => {
  fc.assert(
    fc.property(fc.constantFrom(...KITS), fc.constantFrom(...UNITS), fc.nat(3), (kit, units, i) => {
      const place = i % kit.baths.filter(({ kind }) => kind !== 'remjet-rinse' && kind !== 'wash').length;
      const now = corrected(kit, { [`${place}.keeps`]: '77' }, units);
      const changed = now.baths.filter((bath, n) => !isDeepStrictEqual(bath, kit.baths[n]));
      expect(changed).toHaveLength(1);
      expect(changed[0]).toEqual({ ...kit.baths.find(({ id }) => id === changed[0]?.id), keepsDays: 77 });
      expect({ ...now, baths: [] }).toEqual({ ...kit, format: KIT_FORMAT, baths: [] });
    }),
    { numRuns: 40 },
  );
});

const house = shippedKit('house-c41-three-bath') as Kit;

test('a time of the curve, a push and a table typed over stand there, and pushes that the form does not show stay', () => {
  const kit: Kit = {
    ...house,
    baths: house.baths.map((bath, i) =>
      i > 0
        ? bath
        : {
            ...bath,
            push: { rule: 'table', factors: [-2, 1, 3].map((stops) => ({ stops, factor: stops > 0 ? 1 + stops / 4 : 0.6 })) },
          },
    ),
  };
  const typed = leafletAsTyped(kit, METRIC);
  const now = corrected(kit, {
    '0.more': (typed['0.more'] ?? '').replace('8:10', '8:05'),
    '0.push1': '4:30',
    '0.wear': 'table',
    '0.table': '1-3 3:20\n4+ 3:40',
  });
  expect(now.baths[0]?.time.points.map(({ c, s }) => [c, s]).sort(([a = 0], [b = 0]) => a - b)).toEqual([
    [30, 485],
    [34, 310],
    [38, 200],
    [41, 145],
  ]);
  expect(now.baths[0]?.push).toEqual({
    rule: 'table',
    factors: [
      { stops: -2, factor: 0.6 },
      { stops: 1, factor: 1.35 },
      { stops: 3, factor: 1.75 },
    ],
  });
  expect(now.baths[0]?.exhaustion).toEqual({
    rule: 'ladder',
    rows: [
      { fromRoll: 1, s: 200 },
      { fromRoll: 4, s: 220 },
    ],
  });
  expect(readKit(now).ok).toBe(true);
});

test('a bottle put in, one taken out and water as the leaflet prints it make their own order, and it is planned so', () => {
  // What stood at the third place stands at the fourth, as when a bottle is put in before it.
  const typed = leafletAsTyped(house, METRIC);
  const moved = Object.fromEntries(
    Object.entries(typed).flatMap(([name, value]) =>
      name.startsWith('2.')
        ? [
            [name, ''],
            [`3${name.slice(1)}`, value],
          ]
        : [],
    ),
  );
  const now = corrected(house, {
    ...moved,
    bottles: 'developer,bleach-fix,fixer,stabiliser',
    '2.time': '4:00',
    '1.water': 'none',
    '2.water': 'wash 6:00 at 38, 4 changes',
    before: 'none',
  });
  expect(now.sequence).toEqual([
    'developer',
    'rinse',
    'bleach-fix',
    'fixer',
    { water: 'wash', s: 360, c: 38, manner: 'changes', changes: 4 },
    'stabiliser',
  ]);
  expect(now.baths.find(({ id }) => id === 'stabiliser')).toEqual(house.baths[2]);
  const planned = planRun({ ...usualQuestion(), kit: now as Kit });
  expect(planned.ok && planned.value.steps.find(({ kind }) => kind === 'wash')).toMatchObject({ seconds: 360, temperatureC: 38 });
  const short = corrected(house, { bottles: 'developer,bleach-fix', '2.id': '' });
  expect(short.sequence).toEqual(['prewash', 'developer', 'rinse', 'bleach-fix', 'wash']);
});

test('what the whole kit shows to be wrong stands at its field', () => {
  expect(faultsOf(house, { '0.temp': '50' })['0.more']).toMatch(/times fall as it gets warmer/);
  expect(faultsOf(house, { '1.water': 'wash for ever' })['1.water']).toMatch(/such as wash 3:15 at 38/);
  expect(faultsOf(house, { bottles: 'bleach-fix,developer,stabiliser', '0.id': '', '1.id': '' })['bottles']).toMatch(
    /before the last developer/,
  );
  expect(faultsOf(house, { '1.temp': '41 (35-40)' })['1.temp']).toMatch(/38 \(35-40\)/);
});

test('it stands at its own bottle where the kit keeps water as a bath between them', () => {
  const cine = shippedKit('house-ecn2-home') as Kit;
  const developer = cine.baths.filter(({ kind }) => kind !== 'remjet-rinse').findIndex(({ kind }) => kind === 'developer');
  expect(cine.baths.findIndex(({ kind }) => kind === 'developer')).not.toBe(developer);
  expect(Object.keys(faultsOf(cine, { [`${developer}.more`]: '35 4:55\n38 6:00' }))).toEqual([`${developer}.more`]);
});

test('every water of 9.1 is written on one line and read back', () => {
  const water: fc.Arbitrary<WaterSaid> = fc
    .record(
      {
        water: fc.constantFrom('prewash', 'rinse', 'stop', 'wash', 'wetting-agent', 'remjet-rinse' as const),
        s: fc.integer({ min: 1, max: 3599 }),
        c: fc.oneof(
          fc.constantFrom('developer' as const, 'room' as const),
          fc.integer({ min: 100, max: 450 }).map((tenths) => tenths / 10),
        ),
        how: fc.oneof(
          fc.constantFrom('standing', 'running', 'until-clear').map((manner) => ({ manner })),
          fc.integer({ min: 1, max: 40 }).map((changes) => ({ manner: 'changes', changes })),
          fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 6 }).map((fills) => ({ manner: 'counted', fills })),
        ),
        movement: fc.constantFrom('none', 'gentle', 'shaken', 'as-developer' as const),
      },
      { requiredKeys: ['water'] },
    )
    .map(({ how, ...said }) => ({ ...said, ...how }) as WaterSaid);
  fc.assert(
    fc.property(water, fc.constantFrom('C' as const, 'F' as const), (said, unit) => {
      expect(readWaterLine(waterAsLine(said, unit), unit)).toEqual(said);
    }),
  );
});

test('a single bath is one bottle that any process may use, corrected like any other', () => {
  const form = new FormData();
  for (const [name, value] of Object.entries({
    name: 'Fixer',
    process: 'any',
    makes: '1 l',
    bottles: 'fixer',
    '0.time': '4:00',
    '0.temp': '18-24',
  }))
    form.set(name, value);
  const read = readPostedLeaflet(form, METRIC, () => 'fixer', null);
  expect(read).toMatchObject({ ok: true, kit: { process: 'any', baths: [{ id: 'fixer', nominalC: 21 }], sequence: [] } });
  if (!read.ok) return;
  for (const units of UNITS) expect(corrected(read.kit, {}, units)).toEqual(read.kit);
  expect(corrected(read.kit, { '0.keeps': '180' }).baths[0]).toMatchObject({ keepsDays: 180 });
  form.set('bottles', 'fixer,stop');
  form.set('1.time', '0:30');
  expect(readPostedLeaflet(form, METRIC, () => 'fixer', null)).toMatchObject({
    refused: { faults: { bottles: expect.stringContaining('one bottle') as string } },
  });
  form.set('bottles', 'developer');
  expect(readPostedLeaflet(form, METRIC, () => 'fixer', null).ok).toBe(false);
});

test('a second copy never takes the first one’s place', () => {
  const taken = new Set(['kiln-lane', 'kiln-lane-2']);
  expect(kitIdFor('Kiln Lane', (id) => taken.has(id))).toBe('kiln-lane-3');
  expect(kitIdFor('Salé, ½ kit', () => false)).toBe('sale-kit');
  expect(kitIdFor('日本', () => false)).toBe('kit');
});
