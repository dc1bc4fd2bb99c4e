import { array, object, string, type InferType } from 'yup';
import type { Fault } from '../../../core/answer.ts';
import { PROCESSES } from '../../../core/film/process.ts';
import { BATH_KINDS } from '../../../core/kit/kind.ts';
import { KIT_FORMAT, sequenceWord, type Bath, type ExhaustionRule, type Kit, type PushRule } from '../../../core/kit/kit.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { textIn } from '../../../core/units/sentence.ts';
import { celsiusTyped, fieldOfTemperature } from '../../../core/units/temperature.ts';
import type { Units } from '../../../core/units/units.ts';
import { fieldOfVolume, figureOfVolume, parseVolume } from '../../../core/units/volume.ts';
import { ticked, typedDuration, typedName, typedNumber, typedText, typedVolume } from '../../ui/forms/typed.ts';

const TIME = 'A time is minutes and seconds, such as 3:15, or seconds, such as 195.';
const time = () => typedDuration(TIME).test('range', TIME, (value) => typeof value !== 'number' || (value >= 1 && value <= 86_400));
const SECONDS = 'Seconds are a number from 0 to 3600.';

const PUSH_RULES = ['none', 'table', 'add', 'factor'] as const;
const WEAR_RULES = ['none', 'percent', 'add', 'ladder'] as const;

/**
 * A leaflet as its form has it, in the unit the person reads it in. Shapes only; what the leaflet's figures must
 * satisfy among themselves is the kit's own check (core/kit/kit-document.ts), brought back to these fields by `fieldOf`.
 */
export function leafletSchema({ temperature: unit, volume: volumeUnit }: Units) {
  const VOLUME = `A volume is a number of ${volumeUnit}, such as ${figureOfVolume(500, volumeUnit)}, or with another unit: 0.5 l.`;
  const volume = () => typedVolume(VOLUME, volumeUnit).min(0, VOLUME).max(1_000_000, VOLUME);
  const [low, high] = unit === 'C' ? [0, 100] : [32, 212];
  const TEMPERATURE = `A temperature is a number from ${low} to ${high} °${unit}.`;
  const temperature = () => typedNumber(TEMPERATURE).min(low, TEMPERATURE).max(high, TEMPERATURE);
  const bath = object({
    id: typedName().max(80).required('A bath needs its short id.'),
    name: typedName().max(120).required('Give the name that is on the bottle.'),
    kind: string().oneOf(BATH_KINDS, 'Choose what the bath does.').required('Choose what the bath does.'),
    critical: ticked(),
    nominal: temperature().required(`${TEMPERATURE} It is the one the leaflet’s main time is printed for.`),
    low: temperature(),
    high: temperature(),
    points: array(object({ temp: temperature().required(TEMPERATURE), time: time().required(TIME) }))
      .min(1, 'A bath needs at least one time.')
      .required('A bath needs at least one time.'),
    push: string().oneOf(PUSH_RULES).default('none'),
    pushSeconds: typedNumber('Seconds a stop are a number, such as 30.').min(-3600).max(3600),
    pushFactor: typedNumber('A factor a stop is a number such as 1.25.').moreThan(0).max(10),
    pushRows: array(
      object({
        stops: typedNumber('Stops are a number such as −1 or 2.').min(-10).max(10).required('Stops are a number such as −1 or 2.'),
        factor: typedNumber('A factor is a number such as 1.25.').moreThan(0).max(100).required('A factor is a number such as 1.25.'),
      }),
    ).default([]),
    wear: string().oneOf(WEAR_RULES).default('none'),
    wearPercent: typedNumber('Percent a roll is a number from 0 to 100.').min(0).max(100),
    wearPercentEvery: typedNumber('Rolls are a whole number from 1.').integer().min(1).max(1000),
    wearSeconds: typedNumber(SECONDS).min(0, SECONDS).max(3600, SECONDS),
    wearEvery: typedNumber('Rolls are a whole number from 1.').integer().min(1).max(1000),
    wearRows: array(
      object({
        fromRoll: typedNumber('A roll is a whole number from 1.').integer().min(1).max(1000).required('A roll is a whole number from 1.'),
        time: time().required(TIME),
      }),
    ).default([]),
    initialS: typedNumber(SECONDS).min(0, SECONDS).max(3600, SECONDS),
    everyS: typedNumber(SECONDS).min(1, SECONDS).max(3600, SECONDS),
    inversions: typedNumber('Inversions are a whole number from 1 to 100.').integer().min(1).max(100),
    tap: ticked(),
    after: string().oneOf(['return', 'discard']).default('return'),
    keepsDays: typedNumber('Days are a number from 0.').min(0).max(36_500),
    waterMl: volume(),
    waterTemp: temperature(),
    stirS: typedNumber(SECONDS).min(0, SECONDS).max(3600, SECONDS),
    parts: array(
      object({
        name: typedName().max(120).required('Give the name on the part.'),
        amount: typedNumber(`An amount is a number of ${volumeUnit} or g.`).min(0).max(1_000_000).required('Give how much of it.'),
        unit: string().oneOf(['ml', 'g', 'packet']).default('ml'),
      }),
    ).default([]),
  })
    // Rows of a rule that is not chosen are hidden, and must not be asked for.
    .transform(
      (value: Record<string, unknown> | null) =>
        value && {
          ...value,
          ...(value['push'] === 'table' ? {} : { pushRows: [] }),
          ...(value['wear'] === 'ladder' ? {} : { wearRows: [] }),
        },
    )
    .test('rule-has-its-figures', '', function (value) {
      // A gap in the list is said at its own fields.
      if (!(value as unknown)) return true;
      const missing = (path: string, message: string) => this.createError({ path: `${this.path}.${path}`, message });
      if (value.push === 'add' && value.pushSeconds === undefined) return missing('pushSeconds', 'Give the seconds for each stop.');
      if (value.push === 'factor' && value.pushFactor === undefined) return missing('pushFactor', 'Give the factor for each stop.');
      if (value.push === 'table' && value.pushRows.length === 0) return missing('push', 'Add a row for each push the leaflet lists.');
      if (value.wear === 'percent' && value.wearPercent === undefined) return missing('wearPercent', 'Give the percent for each roll.');
      if (value.wear === 'add' && value.wearSeconds === undefined) return missing('wearSeconds', 'Give the seconds to add.');
      if (value.wear === 'add' && value.wearEvery === undefined) return missing('wearEvery', 'Give after how many rolls.');
      if (value.wear === 'ladder' && value.wearRows.length === 0) return missing('wear', 'Add a row for each time the leaflet lists.');
      if ((value.low === undefined) !== (value.high === undefined))
        return missing(value.low === undefined ? 'low' : 'high', 'A range has both ends, or neither.');
      return true;
    });
  return object({
    name: typedName().max(200).required('Give the kit the name that is on its box.'),
    process: string().oneOf(PROCESSES, 'Choose the process.').required('Choose the process.'),
    note: typedText().max(5000).default(''),
    makesMl: volume().moreThan(0, VOLUME).required('Give the volume a whole kit makes, in ml.'),
    capacityRolls: typedNumber('A capacity is a number of rolls.').moreThan(0, 'A capacity is more than 0 rolls.').max(10_000),
    keepsOpenedDays: typedNumber('How long it keeps is a number of days.').min(0, 'A number of days, from 0.').max(36_500),
    baths: array(bath).min(1, 'A kit has at least one bath.').required('A kit has at least one bath.'),
    sequence: array(typedName().max(80).required('Choose a step.'))
      .min(1, 'A run has at least one step.')
      .required('A run has at least one step.'),
  });
}

export type Leaflet = InferType<ReturnType<typeof leafletSchema>>;
type LeafletBath = Leaflet['baths'][number];

/** A new bath of the form, with only what every bath has. */
export function emptyBath(id: string): Record<string, unknown> {
  return { id, name: '', kind: 'bleach-fix', after: 'return', push: 'none', wear: 'none', points: [{ temp: '', time: '' }] };
}

export function leafletFromKit(kit: Kit, { temperature: unit, volume: volumeUnit }: Units): Record<string, unknown> {
  const shown = (c: number | undefined) => (c === undefined ? undefined : fieldOfTemperature(c, unit));
  const amount = (ml: number | undefined) => (ml === undefined ? undefined : fieldOfVolume(ml, volumeUnit));
  return {
    name: kit.name,
    process: kit.process,
    note: kit.note,
    makesMl: amount(kit.makesMl),
    capacityRolls: kit.capacityRolls,
    keepsOpenedDays: kit.keepsOpenedDays,
    sequence: kit.sequence.map(sequenceWord),
    baths: kit.baths.map((bath) => ({
      id: bath.id,
      name: bath.name,
      kind: bath.kind,
      critical: bath.critical ?? false,
      nominal: shown(bath.nominalC),
      low: shown(bath.range?.lowC),
      high: shown(bath.range?.highC),
      points: bath.time.points.map((point) => ({ temp: shown(point.c), time: showDuration(point.s) })),
      push: bath.push?.rule ?? 'none',
      pushSeconds: bath.push?.rule === 'add' ? bath.push.secondsPerStop : undefined,
      pushFactor: bath.push?.rule === 'factor' ? bath.push.perStop : undefined,
      pushRows: bath.push?.rule === 'table' ? bath.push.factors : [],
      wear: bath.exhaustion?.rule ?? 'none',
      wearPercent: bath.exhaustion?.rule === 'percent' ? bath.exhaustion.perRoll : undefined,
      wearPercentEvery: bath.exhaustion?.rule === 'percent' ? bath.exhaustion.everyRolls : undefined,
      wearSeconds: bath.exhaustion?.rule === 'add' ? bath.exhaustion.seconds : undefined,
      wearEvery: bath.exhaustion?.rule === 'add' ? bath.exhaustion.everyRolls : undefined,
      wearRows:
        bath.exhaustion?.rule === 'ladder'
          ? bath.exhaustion.rows.map((row) => ({ fromRoll: row.fromRoll, time: showDuration(row.s) }))
          : [],
      initialS: bath.agitation?.initialS,
      everyS: bath.agitation?.everyS,
      inversions: bath.agitation?.inversions,
      tap: bath.agitation?.tap ?? false,
      after: bath.after ?? 'return',
      keepsDays: bath.keepsDays,
      waterMl: amount(bath.mix?.waterMl),
      waterTemp: shown(bath.mix?.waterC),
      stirS: bath.mix?.stirS,
      parts:
        bath.mix?.parts.map((part) => ({
          name: part.name,
          amount: part.packet ? 1 : (part.g ?? amount(part.ml ?? part.mlPerLitre)),
          unit: part.packet ? 'packet' : part.g === undefined ? 'ml' : 'g',
        })) ?? [],
    })),
  };
}

/**
 * The kit document of a filled-in leaflet. Fields that this form does not know stay as `original` has them,
 * so that a document from a later version survives being edited (domain.md 4).
 */
export function kitFromLeaflet(leaflet: Leaflet, units: Units, id: string, original: Kit): Kit {
  const { note: _, capacityRolls: __, keepsOpenedDays: ___, ...rest } = original;
  return {
    ...rest,
    format: KIT_FORMAT,
    id,
    name: leaflet.name,
    process: leaflet.process,
    ...(leaflet.note ? { note: leaflet.note } : {}),
    makesMl: leaflet.makesMl,
    ...given('capacityRolls', leaflet.capacityRolls),
    ...given('keepsOpenedDays', leaflet.keepsOpenedDays),
    baths: leaflet.baths.map((bath) =>
      bathFromLeaflet(
        bath,
        units,
        original.baths.find((before) => before.id === bath.id),
      ),
    ),
    sequence: sequenceOf(leaflet.sequence, original),
  };
}

/** Water keeps what its document says of it, wherever the person moved it. */
function sequenceOf(words: readonly string[], { sequence }: Kit): Kit['sequence'] {
  const said = sequence.filter((place) => typeof place !== 'string');
  return words.map((word) => {
    const at = said.findIndex((place) => place.water === word);
    return at === -1 ? word : (said.splice(at, 1)[0] ?? word);
  });
}

function bathFromLeaflet(bath: LeafletBath, { temperature: unit, volume }: Units, before: Bath | undefined): Bath {
  const celsius = (value: number) => celsiusTyped(value, unit);
  const { critical: _, range: __, push: ___, exhaustion: ____, agitation, keepsDays: ______, mix: _______, ...kept } = before ?? {};
  const { waterC: ________, stirS: _________, ...mixKept } = before?.mix ?? { waterMl: 0, parts: [] };
  const push = pushRule(bath);
  const exhaustion = wearRule(bath, before?.exhaustion);
  return {
    ...kept,
    id: bath.id,
    kind: bath.kind,
    name: bath.name,
    ...(bath.critical ? { critical: true } : {}),
    nominalC: celsius(bath.nominal),
    time: { points: bath.points.map((point) => ({ c: celsius(point.temp), s: point.time })) },
    ...(bath.low !== undefined && bath.high !== undefined ? { range: { lowC: celsius(bath.low), highC: celsius(bath.high) } } : {}),
    ...given('push', push),
    ...given('exhaustion', exhaustion),
    ...(bath.initialS !== undefined
      ? {
          agitation: {
            initialS: bath.initialS,
            ...given('everyS', bath.everyS),
            ...given('inversions', bath.inversions),
            ...(bath.inversions === undefined ? given('forS', agitation?.forS) : {}),
            ...(bath.tap ? { tap: true } : {}),
          },
        }
      : {}),
    after: bath.after,
    ...given('keepsDays', bath.keepsDays),
    ...(bath.waterMl !== undefined || bath.parts.length > 0
      ? {
          mix: {
            ...mixKept,
            waterMl: bath.waterMl ?? 0,
            ...given('waterC', bath.waterTemp === undefined ? undefined : celsius(bath.waterTemp)),
            parts: bath.parts.map((part) => ({
              name: part.name,
              ...(part.unit === 'packet'
                ? { packet: true as const }
                : part.unit === 'g'
                  ? { g: part.amount }
                  : { ml: parseVolume(String(part.amount), volume) ?? part.amount }),
            })),
            ...given('stirS', bath.stirS),
          },
        }
      : {}),
  };
}

function given<K extends string, V>(name: K, value: V | undefined): Partial<Record<K, V>> {
  return value === undefined ? {} : ({ [name]: value } as Record<K, V>);
}

function pushRule(bath: LeafletBath): PushRule | undefined {
  switch (bath.push) {
    case 'add':
      return { rule: 'add', secondsPerStop: bath.pushSeconds ?? 0 };
    case 'factor':
      return { rule: 'factor', perStop: bath.pushFactor ?? 1 };
    case 'table':
      return { rule: 'table', factors: bath.pushRows };
    default:
      return undefined;
  }
}

function wearRule(bath: LeafletBath, before: ExhaustionRule | undefined): ExhaustionRule | undefined {
  switch (bath.wear) {
    case 'percent':
      return {
        rule: 'percent',
        perRoll: bath.wearPercent ?? 0,
        ...given('everyRolls', bath.wearPercentEvery === 1 ? undefined : bath.wearPercentEvery),
      };
    case 'add':
      return { rule: 'add', seconds: bath.wearSeconds ?? 0, everyRolls: bath.wearEvery ?? 1 };
    case 'ladder':
      return {
        rule: 'ladder',
        rows: bath.wearRows.map((row) => ({ fromRoll: row.fromRoll, s: row.time })),
        ...given('lastRoll', before?.rule === 'ladder' ? before.lastRoll : undefined),
      };
    default:
      return undefined;
  }
}

const FIELD_OF: readonly (readonly [RegExp, string])[] = [
  [/\.time\.points\[(\d+)\]\.c$/, '.points[$1].temp'],
  [/\.time\.points\[(\d+)\]\.s$/, '.points[$1].time'],
  [/\.time\.points$/, '.points'],
  [/\.nominalC$/, '.nominal'],
  [/\.range(\.\w+)?$/, '.high'],
  [/\.push\.factors\[(\d+)\]/, '.pushRows[$1]'],
  [/\.exhaustion\.rows\[(\d+)\]\.s$/, '.wearRows[$1].time'],
  [/\.exhaustion\.rows\[(\d+)\]/, '.wearRows[$1]'],
  [/\.mix\.waterMl$/, '.waterMl'],
  [/\.mix\.parts\[(\d+)\]$/, '.parts[$1].amount'],
];

/** Errors of a kit document by the form's own fields; what has no field of its own stands at the sequence or over the form (''). */
export function errorsByField(faults: readonly Fault[], units: Units): Record<string, string[]> {
  const errors: Record<string, string[]> = {};
  for (const fault of faults) {
    const path = fault.path.replace(/^\$\.?/, '');
    const rule = path.startsWith('baths') ? FIELD_OF.find(([pattern]) => pattern.test(path)) : undefined;
    const field = rule ? path.replace(rule[0], rule[1]) : path;
    (errors[field] ??= []).push(textIn(fault, units));
  }
  return errors;
}
