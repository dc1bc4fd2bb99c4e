import { parseWithYup } from '@conform-to/yup';
import { readKit } from '../../../core/kit/kit-document.ts';
import { SHIPPED_KITS } from '../../../core/kit/shipped-kits.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import { kitIdFor } from './kit-id.ts';
import { errorsByField, kitFromLeaflet, leafletFromKit, leafletSchema, type Leaflet } from './leaflet-schema.ts';

const KITS = SHIPPED_KITS as unknown as readonly Kit[];

/** Fields as a browser posts them: `baths[0].points[1].temp`. */
function posted(value: unknown, name = '', form = new FormData()): FormData {
  if (Array.isArray(value)) value.forEach((item, i) => posted(item, `${name}[${i}]`, form));
  else if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value)) posted(inner, name ? `${name}.${key}` : key, form);
  else if (value === true) form.set(name, 'on');
  else if (value !== undefined && value !== false) form.set(name, String(value));
  return form;
}

function filledIn(fields: Record<string, unknown>, unit: 'C' | 'F' = 'C'): Leaflet {
  const read = parseWithYup(posted(fields), { schema: leafletSchema(unit) });
  if (read.status !== 'success') throw new Error(JSON.stringify(read.error));
  return read.value as Leaflet;
}

test.each(KITS.map((kit) => [kit.id, kit] as const))(
  'the leaflet of %s is typed in and comes out the same kit, in °C and in °F',
  (_, kit) => {
    const later = { ...kit, fromALaterVersion: { kept: true }, baths: kit.baths.map((bath) => ({ ...bath, colour: 'kept' })) } as Kit;
    for (const unit of ['C', 'F'] as const) {
      const typed = filledIn(leafletFromKit(later, unit), unit);
      const again = kitFromLeaflet(typed, unit, kit.id, later);
      // What a document leaves unsaid may be said: poured back into its bottle is the rule.
      const said = { ...later, baths: later.baths.map((bath) => ({ after: 'return', ...bath })) };
      expect(again).toEqual(said);
      expect(readKit(again).ok).toBe(true);
    }
  },
);

/** The leaflet of a kit with its first bath changed. */
function changed(kit: Kit, change: (bath: { points: { temp: unknown; time: string }[] } & Record<string, unknown>) => object) {
  const fields = leafletFromKit(kit, 'C') as { baths: ({ points: { temp: unknown; time: string }[] } & Record<string, unknown>)[] };
  return { ...fields, baths: fields.baths.map((bath, i) => (i === 0 ? { ...bath, ...change(bath) } : bath)) };
}

test('what the leaflet’s figures break among themselves is said at the field that was typed, all at once', () => {
  const kit = KITS.find((each) => each.id === 'house-c41-three-bath') as Kit;
  const fields = changed(kit, ({ points }) => ({
    points: points.map((point, i) => (i === 1 ? { ...point, time: '9:00' } : point)),
    pushRows: [1, 1].map((stops) => ({ stops, factor: 1.2 })),
  }));
  const leaflet = filledIn({ ...fields, sequence: ['bleach-fix', 'developer', 'wash', 'stabiliser'] });
  const read = readKit(kitFromLeaflet(leaflet, 'C', 'mine', kit));
  const fieldsAt = read.ok ? [] : Object.keys(errorsByField(read.errors));
  expect(fieldsAt.sort()).toEqual(['baths[0].points[1].time', 'baths[0].pushRows[1].stops', 'sequence[0]']);
});

test('an unreadable time, a rule without its figure and half a range are each refused where they stand', () => {
  const refusedAt = (change: object) => {
    const read = parseWithYup(posted(changed(KITS[0] as Kit, () => change)), { schema: leafletSchema('C') });
    return Object.keys(read.reply().error ?? {});
  };
  expect(refusedAt({ points: [{ temp: '38,0', time: 'soon' }] })).toEqual(['baths[0].points[0].time']);
  expect(refusedAt({ push: 'add' })).toEqual(['baths[0].pushSeconds']);
  expect(refusedAt({ wear: 'ladder' })).toEqual(['baths[0].wear']);
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
