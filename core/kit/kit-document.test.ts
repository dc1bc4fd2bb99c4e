import fc from 'fast-check';
import { houseKit } from './a-kit.fixture.ts';
import { readKit } from './kit-document.ts';
import { kitJsonSchema } from './kit-schema.ts';
import { SHIPPED_KITS, shippedKit } from './shipped-kits.ts';

function faultsOf(document: unknown): string[] {
  const answer = readKit(document);
  return answer.ok ? [] : answer.errors.map((error) => error.path);
}
function withSequence(id: string, ...sequence: string[]) {
  return { ...shippedKit(id), sequence };
}

test('every shipped kit is a valid document, and comes back just as it was, unknown fields included', () => {
  for (const kit of SHIPPED_KITS) {
    const document = { ...kit, shelf: { left: true }, baths: kit.baths.map((bath) => ({ ...bath, cap: 'red' })) };
    const read = readKit(JSON.parse(JSON.stringify(document)));
    expect(read).toEqual({ ok: true, value: document });
  }
});

test('a wrong document is refused whole, every fault at once by its JSON path', () => {
  const kit = structuredClone(houseKit()) as unknown as Record<string, unknown> & { baths: Record<string, unknown>[] };
  kit['process'] = 'K-9';
  delete kit['name'];
  Object.assign(kit.baths[0] as object, { nominalC: 'hot', push: { rule: 'double' }, exhaustion: { rule: 'percent', perRoll: -1 } });
  Object.assign(kit.baths[1] as object, { time: { points: [{ c: 38, s: 0 }] }, kind: 'bleech' });
  expect(faultsOf(kit).sort()).toEqual([
    '$.baths[0].exhaustion.perRoll',
    '$.baths[0].nominalC',
    '$.baths[0].push',
    '$.baths[1].kind',
    '$.baths[1].time.points[0].s',
    '$.name',
    '$.process',
  ]);
  const answer = readKit(kit);
  expect(!answer.ok && answer.errors.find((error) => error.path === '$.process')?.message).toContain('C-41, E-6, ECN-2');
});

test.each<[string, unknown, string]>([
  [
    'times must fall',
    houseKit({
      time: {
        points: [
          { c: 30, s: 200 },
          { c: 38, s: 200 },
        ],
      },
    }),
    '$.baths[0].time.points[1].s',
  ],
  [
    'temperatures are distinct',
    houseKit({
      time: {
        points: [
          { c: 38, s: 210 },
          { c: 38, s: 200 },
        ],
      },
    }),
    '$.baths[0].time.points[1].c',
  ],
  ['nominal lies on the leaflet', houseKit({ nominalC: 45 }), '$.baths[0].nominalC'],
  [
    'a ladder starts at roll 1',
    houseKit({ exhaustion: { rule: 'ladder', rows: [{ fromRoll: 2, s: 200 }] } }),
    '$.baths[0].exhaustion.rows[0].fromRoll',
  ],
  [
    'a ladder ascends',
    houseKit({
      exhaustion: {
        rule: 'ladder',
        rows: [
          { fromRoll: 1, s: 200 },
          { fromRoll: 1, s: 215 },
        ],
      },
    }),
    '$.baths[0].exhaustion.rows[1].fromRoll',
  ],
  ['0 stops is factor 1', houseKit({ push: { rule: 'table', factors: [{ stops: 0, factor: 1.2 }] } }), '$.baths[0].push.factors[0].factor'],
  ['every bath appears', { ...houseKit(), sequence: ['developer', 'bleach-fix'] }, '$.sequence'],
  ['a bath appears once', { ...houseKit(), sequence: ['developer', 'rinse', 'developer', 'bleach-fix', 'stabiliser'] }, '$.sequence[2]'],
  ['unknown words are named', { ...houseKit(), sequence: ['developer', 'dip', 'bleach-fix', 'stabiliser'] }, '$.sequence[1]'],
  [
    'no bleach before the developer',
    withSequence('house-c41-three-bath', 'bleach-fix', 'developer', 'wash', 'stabiliser'),
    '$.sequence[0]',
  ],
  [
    'no fixing between E-6 developers',
    withSequence('house-e6-three-bath', 'first-developer', 'wash', 'bleach-fix', 'colour-developer', 'stabiliser'),
    '$.sequence[2]',
  ],
  [
    'E-6 begins with its first developer',
    withSequence('house-e6-three-bath', 'colour-developer', 'wash', 'first-developer', 'bleach-fix', 'stabiliser'),
    '$.sequence[0]',
  ],
  [
    'water between E-6 developers',
    withSequence('house-e6-three-bath', 'first-developer', 'colour-developer', 'bleach-fix', 'stabiliser'),
    '$.sequence[1]',
  ],
  [
    'reversal comes between',
    withSequence(
      'reference-e6',
      'reversal',
      'first-developer',
      'first-wash',
      'colour-developer',
      'pre-bleach',
      'bleach',
      'fixer',
      'final-wash',
      'final-rinse',
    ),
    '$.sequence[0]',
  ],
  [
    'remjet comes off first',
    withSequence('house-ecn2-home', 'prebath', 'developer', 'remjet-rinse', 'stop', 'bleach', 'fixer', 'final-rinse'),
    '$.sequence[2]',
  ],
  [
    'nothing is washed after the stabiliser',
    withSequence('house-c41-three-bath', 'developer', 'bleach-fix', 'stabiliser', 'wash'),
    '$.sequence[3]',
  ],
])('order and shape: %s', (_, document, path) => {
  expect(faultsOf(document)).toContain(path);
});

test('a wetting agent may follow the stabiliser, water may repeat, and a half-known kit is a kit', () => {
  expect(
    faultsOf({
      ...houseKit(),
      sequence: ['prewash', 'developer', 'rinse', 'bleach-fix', 'wash', 'rinse', 'wash', 'stabiliser', 'wetting-agent'],
    }),
  ).toEqual([]);
  const bare = {
    format: 'steady-reel/kit@1',
    id: 'k',
    name: 'K',
    process: 'C-41',
    makesMl: 500,
    baths: [{ id: 'd', kind: 'developer', name: 'D', nominalC: 38, time: { points: [{ c: 38, s: 200 }] } }],
    sequence: ['d'],
  };
  expect(faultsOf(bare)).toEqual([]);
});

test('nonsense in, faults out, never an exception', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => !readKit(value).ok),
    { numRuns: 2000 },
  );
});

test('the published JSON Schema is what the validator is', () => {
  const schema = kitJsonSchema() as unknown as {
    required: string[];
    properties: {
      baths: {
        items: {
          required: string[];
          properties: Record<string, { oneOf?: { properties: { rule: { enum?: string[]; const?: string } } }[] }>;
        };
      };
    };
  };
  expect(schema.required).toEqual(expect.arrayContaining(['format', 'id', 'name', 'process', 'makesMl', 'baths', 'sequence']));
  expect(schema.properties.baths.items.required).toEqual(expect.arrayContaining(['id', 'kind', 'name', 'nominalC', 'time']));
  expect(schema.properties.baths.items.properties['push']?.oneOf).toHaveLength(3);
  expect(schema.properties.baths.items.properties['exhaustion']?.oneOf).toHaveLength(4);
});
