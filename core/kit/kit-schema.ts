import { array, boolean, mixed, number, object as yupObject, string, ValidationError, type AnySchema, type ObjectShape } from 'yup';
import { convertSchema } from '@sodaru/yup-to-json-schema';
import { PROCESSES } from '../film/process.ts';
import { BARE_STEPS, BATH_KINDS } from './kind.ts';
import { KIT_FORMAT, KIT_FORMATS } from './kit.ts';
import { MANNERS, MOVEMENTS } from './manner.ts';

/**
 * The one description of `steady-reel/kit@2`, and of `@1`, which is what it leaves out: it validates documents and, through `kitJsonSchema`, documents itself.
 * Shapes and bounds live here; rules between fields live in kit-document.ts and sequence-order.ts.
 */

// Bounds are generous: they stop slips and nonsense (minus signs, 1e999), never an odd but real leaflet.
/** An absent object stays absent instead of becoming an object of nothings. */
const object = <S extends ObjectShape>(fields: S) => yupObject(fields).default(undefined);
const tempC = () => number().min(0).max(100);
const seconds = () => number().moreThan(0).max(86_400);
const named = (what: string) => string().label(what);

/** One of several shapes told apart by their `rule` field, with the chosen shape's own faults reported. */
function ruleOf(variants: Record<string, AnySchema>): AnySchema {
  const names = Object.keys(variants);
  return mixed()
    .test('rule', 'must be one of the rules', function (value: unknown) {
      if (value === undefined) return true;
      const rule = isRecord(value) ? value['rule'] : undefined;
      const variant = typeof rule === 'string' && Object.hasOwn(variants, rule) ? variants[rule] : undefined;
      if (!variant) {
        const field = this.path.split(/[.[]/).at(-1);
        return this.createError({
          type: 'not-one-of',
          message: `${field} must be an object whose rule is one of ${names.join(', ')}.`,
        });
      }
      return shapedBy(variant, value, this.path);
    })
    .meta({ jsonSchema: { type: 'object', oneOf: names.map((name) => jsonSchemaOf(variants[name] as AnySchema)) } });
}

/** True, or the faults of one shape seen from where it stands. */
function shapedBy(schema: AnySchema, value: unknown, path: string): true | ValidationError {
  try {
    schema.validateSync(value, { strict: true, abortEarly: false });
    return true;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const leaves = error.inner.length > 0 ? error.inner : [error];
    for (const leaf of leaves) leaf.path = leaf.path ? `${path}.${leaf.path}` : path;
    return new ValidationError(leaves, value, path);
  }
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

const rule = (name: string) => string().oneOf([name]).required();

const pushSchema = ruleOf({
  add: object({ rule: rule('add'), secondsPerStop: number().min(-86_400).max(86_400).required() }),
  factor: object({ rule: rule('factor'), perStop: number().moreThan(0).max(10).required() }),
  table: object({
    rule: rule('table'),
    factors: array(object({ stops: number().min(-10).max(10).required(), factor: number().moreThan(0).max(100).required() }).required())
      .min(1)
      .required(),
  }),
});

const exhaustionSchema = ruleOf({
  none: object({ rule: rule('none') }),
  percent: object({
    rule: rule('percent'),
    perRoll: number().min(0).max(100).required(),
    everyRolls: number().integer().min(1).max(1000),
  }),
  add: object({
    rule: rule('add'),
    seconds: number().min(0).max(86_400).required(),
    everyRolls: number().integer().min(1).max(1000).required(),
  }),
  ladder: object({
    rule: rule('ladder'),
    rows: array(object({ fromRoll: number().integer().min(1).max(1000).required(), s: seconds().required() }).required())
      .min(1)
      .required(),
    lastRoll: number().integer().min(1).max(1000),
  }),
});

/** What a kit or a way may say of a step beyond its place. */
export const saidShapes = {
  s: seconds(),
  c: mixed().test(
    'c',
    ({ path }) => `${path} must be a temperature in °C, "developer" or "room".`,
    (c) => c === undefined || c === 'developer' || c === 'room' || (typeof c === 'number' && c >= 0 && c <= 100),
  ),
  manner: string().oneOf(MANNERS),
  changes: number().integer().min(1).max(100),
  fills: array(number().integer().min(0).max(1000).required()).min(1).max(50),
  movement: string().oneOf(MOVEMENTS),
};

const waterSchema = yupObject({ id: named('a short id').min(1).max(80), water: string().oneOf(BARE_STEPS).required(), ...saidShapes });

/** A bath’s id or a bare word, or water with what is said of it. */
const placeSchema = mixed()
  .test('place', 'must be a bath’s id, a bare word or water', function (value: unknown) {
    if (typeof value === 'string' && value.length >= 1 && value.length <= 80) return true;
    if (isRecord(value)) return shapedBy(waterSchema, value, this.path);
    return this.createError({
      type: 'wrong-type',
      message: 'A place of the sequence is a bath’s id, a bare word, or water such as { "water": "wash", "s": 300 }.',
    });
  })
  .meta({ jsonSchema: { oneOf: [{ type: 'string' }, jsonSchemaOf(waterSchema)] } });

/** A bath of a kit, or the one that a single bath is. */
export const bathSchema = object({
  id: named('a short id, unique in the kit').min(1).max(80).required(),
  kind: string().oneOf(BATH_KINDS).required(),
  name: named('the name on the bottle').min(1).max(120).required(),
  critical: boolean(),
  nominalC: tempC().label('the temperature the main time is printed for, in °C').required(),
  time: object({
    points: array(object({ c: tempC().required(), s: seconds().required() }).required())
      .min(1)
      .max(200)
      .label('at least one leaflet point')
      .required(),
  }).required(),
  range: object({ lowC: tempC().required(), highC: tempC().required() }),
  push: pushSchema,
  exhaustion: exhaustionSchema,
  agitation: object({
    initialS: number().min(0).max(3600).required(),
    everyS: number().min(1).max(86_400),
    inversions: number().integer().min(1).max(100),
    forS: number().min(1).max(3600),
    tap: boolean(),
  }),
  after: string().oneOf(['return', 'discard']),
  keepsDays: number().min(0).max(36_500),
  mix: object({
    waterMl: number().min(0).max(1_000_000).required(),
    waterC: tempC(),
    parts: array(
      object({
        name: named('the name on the part').min(1).max(120).required(),
        ml: number().min(0).max(1_000_000),
        g: number().min(0).max(1_000_000),
        packet: boolean().oneOf([true]),
        mlPerLitre: number().min(0).max(1000),
      }).required(),
    ).required(),
    stirS: number().min(0).max(86_400),
    at: string().oneOf(['use']),
  }),
});

export const kitSchema = object({
  format: string().oneOf(KIT_FORMATS).required(),
  id: named('a short id').min(1).max(120).required(),
  name: named('the kit’s name').min(1).max(200).required(),
  process: string().oneOf(PROCESSES).required(),
  note: string().max(5000),
  makesMl: number().moreThan(0).max(1_000_000).label('the full volume in ml').required(),
  capacityRolls: number().moreThan(0).max(10_000),
  keepsOpenedDays: number().min(0).max(36_500),
  baths: array(bathSchema.required()).min(1).max(60).required(),
  sequence: array(placeSchema.required()).min(1).max(200).required(),
})
  .label('a kit document')
  .required();

/** A single bath: process `any`, one bath and no sequence (domain.md 4). */
export const singleBathSchema = object({
  format: string().oneOf([KIT_FORMAT]).required(),
  id: named('a short id').min(1).max(120).required(),
  name: named('the bath’s name').min(1).max(200).required(),
  process: string().oneOf(['any']).required(),
  note: string().max(5000),
  makesMl: number().moreThan(0).max(1_000_000).required(),
  capacityRolls: number().moreThan(0).max(10_000),
  baths: array(bathSchema.required()).min(1).max(1).required(),
})
  .label('a single bath')
  .required();

export type JsonSchema = ReturnType<typeof convertSchema>;

/** The JSON Schema of a kit, generated from the schema that validates it. */
export function kitJsonSchema(): JsonSchema {
  return {
    $schema: 'http://json-schema.org/draft-07/schema#',
    $id: KIT_FORMAT,
    title: 'Steady Reel kit document',
    ...jsonSchemaOf(kitSchema),
  };
}

function jsonSchemaOf(schema: AnySchema): JsonSchema {
  return convertSchema(schema);
}
