import fc from 'fast-check';
import type { AnyObjectSchema } from 'yup';
import { practiceSchema } from '../bench/practice/channel/practice-schema.ts';
import { measureSchema } from '../logbook/strips/measure/measure-schema.ts';
import { rollSchema } from '../rolls/roll-schema.ts';
import { eveningSchema } from '../session/evening/evening-form.ts';
import { habitsSchema } from '../session/habits/habits-schema.ts';
import { amountSchema, incidentSchema, runByHandSchema, writtenSchema } from '../shelf/bottles/entry-schemas.ts';
import { boxSchema } from '../shelf/boxes/box-schema.ts';
import { batchSchema } from '../shelf/mixing/batch-schema.ts';
import { tankSchema } from '../shelf/tanks/tank-schema.ts';
import { readForm } from '../ui/forms/read-form.ts';

const FORMS: readonly (readonly [string, AnyObjectSchema])[] = [
  ['a roll', rollSchema],
  ['the evening', eveningSchema],
  ['habits', habitsSchema],
  ['a practice', practiceSchema],
  ['a batch', batchSchema('ml')],
  ['a tank', tankSchema({ temperature: 'C', volume: 'ml' })],
  ['a box', boxSchema],
  ['what got into a bottle', incidentSchema('ml')],
  ['how much is in it', amountSchema('ml')],
  ['what is written on it', writtenSchema],
  ['a run by hand', runByHandSchema('ml')],
  ['a strip to measure', measureSchema('slide')],
];
const value = fc.oneof(
  fc.constantFrom(
    '',
    '0',
    '-1',
    '1e999',
    'NaN',
    '38,0',
    '3:15',
    '{}',
    '[]',
    'null',
    '__proto__',
    '\u0000',
    'on',
    'table',
    '{"type":"remove"}',
    '{"type":"remove","payload":{"name":"baths","index":5}}',
    '{"type":"insert","payload":{"name":"name"}}',
    '{"type":"reorder","payload":{"name":"baths[0].points","from":0,"to":9}}',
  ),
  fc.string({ maxLength: 40 }),
);

test.each(FORMS)('whatever is posted as %s is read or refused by field, and never breaks the page', (_, schema) => {
  const names = fc.oneof(
    fc.constantFrom(...Object.keys(schema.fields), 'baths[7000000].name', '__intent__', 'constructor'),
    fc.string({ maxLength: 12 }),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(names, value), { maxLength: 24 }), (fields) => {
      const form = new FormData();
      for (const [name, typed] of fields) form.append(name, typed);
      const read = readForm(schema, form);
      if (read.ok) return;
      const { error, intent } = read.reply;
      // A refusal names a field, or answers one of our own list buttons.
      expect(intent !== undefined || Object.values(error ?? {}).flat().length > 0).toBe(true);
      for (const said of Object.values(error ?? {}).flat()) expect(typeof said).toBe('string');
    }),
    { numRuns: 300 },
  );
});

/** Every box of a form that can be ticked, by its name as a browser posts it. */
function boxesOf(schema: AnyObjectSchema, before = ''): string[] {
  return Object.entries(schema.fields).flatMap(([name, field]): string[] => {
    const at = before === '' ? name : `${before}.${name}`;
    const { type, innerType } = field as { type?: string; innerType?: AnyObjectSchema };
    if (type === 'boolean') return [at];
    if (type === 'array' && innerType && 'fields' in innerType) return boxesOf(innerType, `${at}[0]`);
    return type === 'object' ? boxesOf(field as AnyObjectSchema, at) : [];
  });
}

test('every box of every form can be ticked: what a browser posts for it is no fault, and reads as yes', () => {
  const all = FORMS.flatMap(([name, schema]) => boxesOf(schema).map((box) => [name, schema, box] as const));
  expect(all.map(([name, , box]) => `${name}: ${box}`)).toEqual(expect.arrayContaining(['a roll: keeper', 'the evening: lidded']));
  for (const [name, schema, box] of all) {
    const form = new FormData();
    form.append(box, 'on');
    const read = readForm(schema, form);
    const fault = read.ok ? undefined : read.reply.error?.[box];
    expect([name, box, fault]).toEqual([name, box, undefined]);
    // Alone, without the other fields of its form, it reads as yes.
    const field = schema.fields[box] as { cast: (value: unknown) => unknown } | undefined;
    if (field) expect([name, box, field.cast('on'), field.cast(undefined)]).toEqual([name, box, true, false]);
  }
});
