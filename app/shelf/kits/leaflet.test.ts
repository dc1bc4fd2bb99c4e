import { parseWithYup } from '@conform-to/yup';
import { DEFAULT_TANK } from '../../../core/heat/tank/tank.ts';
import { readKit } from '../../../core/kit/kit-document.ts';
import { kitIdFor } from '../../../core/kit/kit-id.ts';
import { KIT_FORMAT, type Kit } from '../../../core/kit/kit.ts';
import { SHIPPED_KITS } from '../../../core/kit/shipped-kits.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import type { Units } from '../../../core/units/units.ts';
import { errorsByField, kitFromLeaflet, leafletFromKit, leafletSchema, type Leaflet } from './leaflet-schema.ts';

const METRIC = { temperature: 'C', volume: 'ml' } as const;
const OURS = [METRIC, { temperature: 'F', volume: 'US fl oz' }, { temperature: 'F', volume: 'imp fl oz' }] as const;
const KITS = SHIPPED_KITS;

/** Fields as a browser posts them: `baths[0].points[1].temp`. */
function posted(value: unknown, name = '', form = new FormData()): FormData {
  if (Array.isArray(value)) value.forEach((item, i) => posted(item, `${name}[${i}]`, form));
  else if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value)) posted(inner, name ? `${name}.${key}` : key, form);
  else if (value === true) form.set(name, 'on');
  else if (value !== undefined && value !== false) form.set(name, String(value));
  return form;
}

function filledIn(fields: Record<string, unknown>, units: Units = METRIC): Leaflet {
  const read = parseWithYup(posted(fields), { schema: leafletSchema(units) });
  if (read.status !== 'success') throw new Error(JSON.stringify(read.error));
  return read.value;
}

test.each(KITS.map((kit) => [kit.id, kit] as const))(
  'the leaflet of %s is typed in and comes out the same kit, in every unit',
  (_, kit) => {
    const later = { ...kit, fromALaterVersion: { kept: true }, baths: kit.baths.map((bath) => ({ ...bath, colour: 'kept' })) } as Kit;
    for (const units of OURS) {
      const typed = filledIn(leafletFromKit(later, units), units);
      const again = kitFromLeaflet(typed, units, kit.id, later);
      // What a document leaves unsaid may be said: poured back into its bottle is the rule.
      const said = { ...later, format: KIT_FORMAT, baths: later.baths.map((bath) => ({ after: 'return', ...bath })) };
      expect(again).toEqual(said);
      expect(readKit(again).ok).toBe(true);
    }
  },
);

/** The leaflet of a kit with its first bath changed. */
function changed(kit: Kit, change: (bath: { points: { temp: unknown; time: string }[] } & Record<string, unknown>) => object) {
  const fields = leafletFromKit(kit, METRIC) as { baths: ({ points: { temp: unknown; time: string }[] } & Record<string, unknown>)[] };
  return { ...fields, baths: fields.baths.map((bath, i) => (i === 0 ? { ...bath, ...change(bath) } : bath)) };
}

test('what the leaflet’s figures break among themselves is said at the field that was typed, all at once', () => {
  const kit = KITS.find((each) => each.id === 'house-c41-three-bath') as Kit;
  const fields = changed(kit, ({ points }) => ({
    points: points.map((point, i) => (i === 1 ? { ...point, time: '9:00' } : point)),
    pushRows: [1, 1].map((stops) => ({ stops, factor: 1.2 })),
  }));
  const leaflet = filledIn({ ...fields, sequence: ['bleach-fix', 'developer', 'wash', 'stabiliser'] });
  const read = readKit(kitFromLeaflet(leaflet, METRIC, 'mine', kit));
  const fieldsAt = read.ok ? [] : Object.keys(errorsByField(read.errors, METRIC));
  expect(fieldsAt.sort()).toEqual(['baths[0].points[1].time', 'baths[0].pushRows[1].stops', 'sequence[0]']);
});

test('an unreadable time, a rule without its figure and half a range are each refused where they stand', () => {
  const refusedAt = (change: object) => {
    const read = parseWithYup(posted(changed(KITS[0] as Kit, () => change)), { schema: leafletSchema(METRIC) });
    return Object.keys(read.reply().error ?? {});
  };
  expect(refusedAt({ points: [{ temp: '38,0', time: 'soon' }] })).toEqual(['baths[0].points[0].time']);
  expect(refusedAt({ push: 'add' })).toEqual(['baths[0].pushSeconds']);
  expect(refusedAt({ wear: 'ladder', wearRows: [] })).toEqual(['baths[0].wear']);
  // Half-typed rows of a rule that is no longer chosen are hidden, and stand in nobody's way.
  expect(refusedAt({ wear: 'percent', wearPercent: '4', wearPercentEvery: '2', wearRows: [{ fromRoll: '', time: 'x' }] })).toEqual([]);
  expect(refusedAt({ push: 'none', pushRows: [{ stops: '', factor: '' }] })).toEqual([]);
  // Eight minutes or eight seconds? Nobody knows but the person.
  expect(refusedAt({ points: [{ temp: '38', time: '8' }] })).toEqual(['baths[0].points[0].time']);
  expect(refusedAt({ low: 20, high: '' })).toEqual(['baths[0].high']);
  expect(refusedAt({ points: [] })).toEqual(['baths[0].points']);
  expect(refusedAt({ points: [{ temp: '38,0', time: '3 min' }], nominal: ' 38 ' })).toEqual([]);
});

test('a second copy never takes the first one’s place', () => {
  const taken = new Set(['kiln-lane', 'kiln-lane-2']);
  expect(kitIdFor('Kiln Lane', (id) => taken.has(id))).toBe('kiln-lane-3');
  expect(kitIdFor('Salé, ½ kit', () => false)).toBe('sale-kit');
  expect(kitIdFor('日本', () => false)).toBe('kit');
});

test('“4 % every 2 rolls” and a wash with a time of its own are typed in and plan so', () => {
  const kit = KITS.find((each) => each.id === 'house-c41-three-bath') as Kit;
  const fields = changed(kit, () => ({ wear: 'percent', wearPercent: '4', wearPercentEvery: '2' })) as ReturnType<typeof changed> & {
    sequence: string[];
  };
  const wash = {
    id: 'long-wash',
    name: 'Long wash',
    kind: 'wash',
    nominal: '38',
    points: [{ temp: '38', time: '6:00' }],
    push: 'none',
    wear: 'none',
    after: 'discard',
  };
  const typed = filledIn({
    ...fields,
    baths: [...fields.baths, wash],
    sequence: fields.sequence.map((step) => (step === 'wash' ? 'long-wash' : step)),
  });
  const read = readKit(kitFromLeaflet(typed, METRIC, 'mine', kit));
  if (!read.ok) throw new Error(JSON.stringify(read.errors));
  expect(read.value.baths[0]?.exhaustion).toEqual({ rule: 'percent', perRoll: 4, everyRolls: 2 });
  const plan = planRun({
    kit: read.value,
    batch: { volumeMl: 1000, rollsDone: 4 },
    on: '2026-11-25',
    tank: DEFAULT_TANK,
    rolls: [{ format: '120', count: 1 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: {},
    habits: {},
  });
  // Roll 5: two full pairs are behind, so 200 × 1.08.
  expect(plan.ok && plan.value.steps.map((step) => [step.bath, step.seconds])).toEqual(
    expect.arrayContaining([
      ['developer', 216],
      ['long-wash', 360],
    ]),
  );
});
