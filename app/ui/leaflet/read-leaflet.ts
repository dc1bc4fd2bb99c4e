import type { Agitation, Bath, ExhaustionRule, LeafletPoint, MixPart, PushRule } from '../../../core/kit/kit.ts';
import type { BottleSaid, LeafletSaid, WaterSaid } from '../../../core/kit/typed-leaflet.ts';
import type { BottleKind } from '../../../core/kit/bottle-kinds.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import { bareDuration, parseDuration } from '../../../core/units/duration.ts';
import { celsiusTyped } from '../../../core/units/typed-temperature.ts';
import type { Units } from '../../../core/units/units.ts';
import { parseVolume } from '../../../core/units/typed-volume.ts';
import { oneLine } from '../forms/typed.ts';
import { asPrinted } from './as-printed.ts';
import { readWaterLine } from './water-line.ts';
import { type Typed, type Faults, bottlesOf, processOf } from './typed-fields.ts';

const TIME = 'Minutes and seconds, such as 3:15.';

/** A leaflet as it was typed, read whole: every fault at its field, and as much as could be read for what is drawn beside it. */
export function readLeaflet(typed: Typed, units: Units, id: string): { readonly said: LeafletSaid | null; readonly faults: Faults } {
  const faults: Record<string, string> = {};
  const fault: Fault = (field, message) => {
    faults[field] ??= message;
    return null;
  };
  const text = (field: string) => oneLine(typed[field] ?? '');
  const name = text('name').slice(0, 200);
  if (name === '') fault('name', 'The name that is on its box.');
  const process = processOf(typed);
  const makesMl = parseVolume(text('makes'), units.volume);
  if (makesMl === null || !(makesMl > 0) || makesMl > 1_000_000) fault('makes', 'How much a whole kit makes, such as 1000 ml or 1 qt.');
  const rolls = text('rolls') === '' ? null : figure(text('rolls'));
  if (Number.isNaN(rolls) || (rolls !== null && rolls <= 0))
    fault('rolls', 'How many rolls it is good for, such as 12; empty if it does not say.');
  const opened = text('opened') === '' ? null : figure(text('opened'));
  if (Number.isNaN(opened)) fault('opened', 'Days, such as 180; empty if it does not say.');
  const kinds = bottlesOf(typed);
  if (kinds.length === 0) fault('bottles', 'Pick the bottles that are in the box, in the order of pouring.');
  if (process === 'any' && kinds.length > 1) fault('bottles', 'A single bath is one bottle. Take the others out, or choose its process.');
  const bottles = kinds.map((kind, i) =>
    readBottle(
      kind,
      (field) => typed[`${i}.${field}`] ?? '',
      units,
      (field, message) => fault(`${i}.${field}`, message),
    ),
  );
  const whole = bottles.every((bottle) => bottle !== null);
  const said =
    whole && kinds.length > 0
      ? {
          id,
          name: name || 'My kit',
          process,
          makesMl: makesMl ?? 1000,
          capacityRolls: Number.isNaN(rolls) ? null : rolls,
          ...(typed['note'] === undefined ? {} : { note: typed['note'].trim().slice(0, 5000) }),
          keepsOpenedDays: Number.isNaN(opened) ? null : opened,
          firstWater: waterOf(typed['before'] ?? '', units, (message) => fault('before', message)),
          bottles,
        }
      : null;
  return { said, faults };
}

/** Says what is wrong with a field, and gives nothing in its place. */
type Fault = (field: string, message: string) => null;

function readBottle(kind: BottleKind, raw: (field: string) => string, units: Units, fault: Fault): BottleSaid | null {
  const text = (field: string) => oneLine(raw(field));
  const wear = wearOf(text('wear') || 'none', raw, fault);
  const first = wear?.rule === 'ladder' ? wear.rows[0]?.s : undefined;
  const s = text('time') === '' ? (first ?? null) : duration(text('time'));
  if (s === null) fault('time', whichTime(text('time')) ?? `Its time. ${TIME}`);
  const printed = asPrinted(units);
  const at = temperatureOf(text('temp'), units);
  if (at === undefined)
    fault(
      'temp',
      `A temperature such as ${printed.warm}, a range such as ${printed.range}, or both: ${printed.both}; empty if it does not say.`,
    );
  if (isDeveloper(kind) && at === null) fault('temp', 'A developer’s temperature decides its time: what does the leaflet print?');
  const more = rowsOf(raw('more'), units, fault);
  const base = s ?? NaN;
  const push = isDeveloper(kind) ? pushOf(text, base, fault) : null;
  const agitation = agitationOf(text, fault);
  const mix = mixOf(raw('mix'), units, fault);
  const keeps = text('keeps') === '' ? null : figure(text('keeps'));
  if (Number.isNaN(keeps)) fault('keeps', 'Days, such as 42; empty if it does not say.');
  const water = waterOf(raw('water'), units, (message) => fault('water', message));
  const id = text('id').slice(0, 80);
  const thrownAway = text('after') === 'discard';
  if (s === null || at === undefined) return null;
  return {
    kind,
    ...(id === '' ? {} : { id }),
    name: text('called').slice(0, 120) || null,
    s,
    at,
    more,
    wear,
    push,
    agitation,
    mix,
    keepsDays: Number.isNaN(keeps) ? null : keeps,
    ...(thrownAway ? { thrownAway } : {}),
    water,
  };
}

/** Water as the leaflet prints it, a line each; null where it prints none, an empty list where it says “none”. */
function waterOf(raw: string, units: Units, fault: (message: string) => null): readonly WaterSaid[] | null {
  const said = lines(raw);
  if (said.length === 0) return null;
  if (said.length === 1 && /^(none|no water|-)$/i.test(said[0] ?? '')) return [];
  const read = said.map((line) => readWaterLine(line, units.temperature));
  const bad = read.indexOf(null);
  if (bad >= 0) return fault(`“${(said[bad] ?? '').slice(0, 60)}”: such as ${asPrinted(units).wash}, rinse 0:30, wash 4 changes, or none.`);
  return read.flatMap((each) => each ?? []);
}

/** A number; NaN for what is none. */
function figure(text: string): number {
  const plain = text.replace(',', '.');
  return /^\d{1,6}(\.\d+)?$/.test(plain) ? Number(plain) : NaN;
}

function duration(text: string): number | null {
  if (bareDuration(text)) return null;
  const s = parseDuration(text);
  return s !== null && s >= 1 && s <= 86_400 ? s : null;
}

function whichTime(text: string): string | null {
  const bare = bareDuration(text);
  return bare && `${bare[0]} or ${bare[1]}? Type it with its colon.`;
}

/** `38`, `35-40`, `35 to 40 °C`, `38 (37.7-38.3)`, `38 ± 0.3`; null for nothing, undefined for what is none. */
function temperatureOf(text: string, { temperature }: Units): BottleSaid['at'] | undefined {
  const plain = text.replaceAll(',', '.').replace(/\s*°?\s*[cf]?$/i, '');
  if (plain === '') return null;
  const celsius = (of: string | number) => Math.round(celsiusTyped(Number(of), temperature) * 1e6) / 1e6;
  const inReach = (c: number) => c >= 0 && c <= 100;
  const [, about, by] = /^(\d{1,3}(?:\.\d+)?)\s*(?:±|\+\/?-)\s*(\d{1,2}(?:\.\d+)?)$/.exec(plain) ?? [];
  if (about !== undefined && by !== undefined) {
    const [lowC, highC] = [celsius(Number(about) - Number(by)), celsius(Number(about) + Number(by))];
    return inReach(lowC) && inReach(highC) ? { c: celsius(about), lowC, highC } : undefined;
  }
  const [, main, from, to] =
    /^(\d{1,3}(?:\.\d+)?)\s*[(]\s*(\d{1,3}(?:\.\d+)?)\s*(?:-|–|to|\.\.)\s*(\d{1,3}(?:\.\d+)?)\s*[)]$/.exec(plain) ?? [];
  if (main !== undefined && from !== undefined && to !== undefined) {
    const [c, lowC, highC] = [celsius(main), celsius(from), celsius(to)];
    return lowC <= c && c <= highC && inReach(lowC) && inReach(highC) ? { c, lowC, highC } : undefined;
  }
  const [, low, high] = /^(\d{1,3}(?:\.\d+)?)(?:\s*(?:-|–|to|\.\.)\s*(\d{1,3}(?:\.\d+)?))?$/.exec(plain) ?? [];
  if (low === undefined) return undefined;
  const lowC = celsius(low);
  if (high === undefined) return inReach(lowC) ? lowC : undefined;
  const highC = celsius(high);
  return lowC <= highC && inReach(lowC) && inReach(highC) ? { lowC, highC } : undefined;
}

const lines = (raw: string) =>
  raw
    .split(/\r?\n|;/)
    .map(oneLine)
    .filter(Boolean)
    .slice(0, 60);

/** More rows, a line each: a temperature and its time. */
function rowsOf(raw: string, units: Units, fault: Fault): LeafletPoint[] {
  return lines(raw).flatMap((line): LeafletPoint[] => {
    const [, temp = '', time = ''] = /^(\S+?)(?:\s*°?[cf])?[\s,:=]+(\d\S*(?:\s*(?:s|min))?)$/i.exec(line) ?? [];
    const at = temperatureOf(temp, units);
    const s = duration(time);
    if (typeof at === 'number' && s !== null) return [{ c: at, s }];
    fault('more', `“${line.slice(0, 60)}” is not a temperature and its time, such as ${asPrinted(units).row}.`);
    return [];
  });
}

function wearOf(rule: string, raw: (field: string) => string, fault: Fault): ExhaustionRule | null {
  const text = (field: string) => oneLine(raw(field));
  switch (rule) {
    case 'percent': {
      const perRoll = figure(text('percent').replace(/\s*%$/, ''));
      if (Number.isNaN(perRoll) || perRoll > 100) return fault('percent', 'Percent for each roll, such as 2.');
      const everyRolls = figure(text('percentEvery') || '1');
      if (!Number.isInteger(everyRolls) || everyRolls < 1) return fault('percentEvery', 'After how many rolls, such as 2.');
      return { rule: 'percent', perRoll, ...(everyRolls > 1 ? { everyRolls } : {}) };
    }
    case 'add': {
      const seconds = duration(text('adds')) ?? figure(text('adds'));
      const everyRolls = figure(text('every') || '1');
      if (Number.isNaN(seconds)) return fault('adds', 'So many seconds, such as 0:40.');
      if (!Number.isInteger(everyRolls) || everyRolls < 1) return fault('every', 'After how many rolls, such as 2.');
      return { rule: 'add', seconds, everyRolls };
    }
    case 'table': {
      const rows = lines(raw('table')).map((line) => {
        const [, from, to, time = ''] = /^(?:rolls?\s*)?(\d{1,3})(?:\s*(\+|(?:-|–|to|and)\s*\d{1,3}))?[\s:=,]+(\d\S*)$/i.exec(line) ?? [];
        const lastRoll = to === '+' ? null : Number(/\d+$/.exec(to ?? from ?? '')?.[0]);
        return { line, fromRoll: Number(from), lastRoll, s: duration(time) };
      });
      const bad = rows.find(({ fromRoll, s }) => Number.isNaN(fromRoll) || s === null);
      if (bad) return fault('table', `“${bad.line.slice(0, 60)}” is not rolls and their time, such as 4-6 3:40.`);
      const falls = rows.find(
        ({ fromRoll, s }, i) => i > 0 && ((s ?? 0) < (rows[i - 1]?.s ?? 0) || fromRoll <= (rows[i - 1]?.fromRoll ?? 0)),
      );
      if (falls) return fault('table', `“${falls.line}”: later rolls take longer, and each row begins after the one before it.`);
      if (rows[0]?.fromRoll !== 1) return fault('table', 'The table begins with roll 1, such as 1-3 3:20.');
      const lastRoll = rows.at(-1)?.lastRoll ?? null;
      return {
        rule: 'ladder',
        rows: rows.map(({ fromRoll, s }) => ({ fromRoll, s: s ?? 0 })),
        ...(lastRoll === null ? {} : { lastRoll }),
      };
    }
    default:
      return null;
  }
}

export const PUSHES = [
  ['pull', -1],
  ['push1', 1],
  ['push2', 2],
] as const;

/** Pushes as the leaflet prints them: a factor, percent more, or the time itself. */
function pushOf(text: (field: string) => string, baseS: number, fault: Fault): PushRule | null {
  const factors = PUSHES.flatMap(([field, stops]) => {
    const said = text(field);
    if (said === '') return [];
    const percent = /^([+-]?\d{1,3}(?:\.\d+)?)\s*%$/.exec(said.replace(',', '.').replace('−', '-'));
    const time = said.includes(':') ? duration(said) : null;
    const factor = percent ? 1 + Number(percent[1]) / 100 : time !== null ? time / baseS : figure(said);
    if (!(factor > 0 && factor < 20)) return fault(field, 'A factor such as 1.25, percent such as 25 %, or a time such as 4:30.') ?? [];
    if (stops > 0 ? factor < 1 : factor > 1)
      return (
        fault(field, stops > 0 ? 'A push is longer than the time at box speed.' : 'A pull is shorter than the time at box speed.') ?? []
      );
    return [{ stops, factor }];
  });
  return factors.length > 0 ? { rule: 'table', factors } : null;
}

function agitationOf(text: (field: string) => string, fault: Fault): Agitation | null {
  if (text('first') === '' && text('beat') === '') return null;
  const initialS = figure((text('first') || '0').replace(/\s*s$/, ''));
  if (Number.isNaN(initialS) || initialS > 3600) return fault('first', 'Seconds, such as 15.');
  const taps = /(?:^|[\s,]+)(?:then\s+)?tap\w*\.?$/i;
  const tap = taps.test(text('beat')) ? { tap: true } : {};
  const beat = text('beat').replace(taps, '');
  if (beat === '') return { initialS, ...tap };
  const [, n, unit, every] = /^(\d{1,3})\s*(s|sec|seconds)?\D*?(?:every|each|\/)\s*(\d{1,5})\D*$/i.exec(beat) ?? [];
  if (n === undefined || every === undefined) return fault('beat', 'Such as 4 every 30 (inversions), or 10 s every 60.');
  return { initialS, everyS: Number(every), ...(unit ? { forS: Number(n) } : { inversions: Number(n) }), ...tap };
}

/** The recipe a line each, as it stands there: `water 700 ml at 40`, `Part A 100 ml`, `Part B 12 g`, `Part C packet`. */
function mixOf(raw: string, units: Units, fault: Fault): NonNullable<Bath['mix']> | null {
  const said = lines(raw);
  if (said.length === 0 || (said.length === 1 && /^later\.?$/i.test(said[0] ?? ''))) return null;
  const [pouredAt, partAt, packetAt] = asPrinted(units).mix;
  let water: { waterMl: number; waterC?: number } = { waterMl: 0 };
  let more: { stirS?: number; at?: 'use' } = {};
  const parts: MixPart[] = [];
  for (const line of said) {
    const stir = /^stir(?:red)?\s+(?:for\s+)?(\S.*)$/i.exec(line);
    const stirS = stir?.[1] === undefined ? null : duration(stir[1]);
    if (stirS !== null) {
      more = { ...more, stirS };
      continue;
    }
    if (/^at each use$/i.test(line)) {
      more = { ...more, at: 'use' };
      continue;
    }
    const drops = /^(.+?)[\s,:]+([\d.,]+)\s*ml\s*(?:a|per|\/)\s*l(?:itre|iter)?$/i.exec(line);
    if (drops?.[1] && !Number.isNaN(figure(drops[2] ?? ''))) {
      parts.push({ name: drops[1], mlPerLitre: figure(drops[2] ?? '') });
      continue;
    }
    const wet = /^water\s+(.+?)(?:\s+(?:at|@)\s+(\S+))?$/i.exec(line);
    const ml = wet && parseVolume(wet[1] ?? '', units.volume);
    const at = wet?.[2] === undefined ? null : temperatureOf(wet[2], units);
    const part = /^(.+?)[\s,:]+(packet|[\d.,/½¼¾]+[^\d]*)$/i.exec(line);
    if (wet && ml !== null && (at === null || typeof at === 'number')) water = { waterMl: ml, ...(at === null ? {} : { waterC: at }) };
    else if (!wet && part?.[1] && part[2]) {
      const grams = /^([\d.,]+)\s*g$/i.exec(part[2]);
      const volumeMl = parseVolume(part[2], units.volume);
      if (/packet/i.test(part[2])) parts.push({ name: part[1], packet: true });
      else if (grams) parts.push({ name: part[1], g: figure(grams[1] ?? '') });
      else if (volumeMl !== null) parts.push({ name: part[1], ml: volumeMl });
      else fault('mix', `“${line.slice(0, 60)}”: how much of it? Such as ${partAt}, Part B 12 g, Part C packet.`);
    } else fault('mix', `“${line.slice(0, 60)}”: such as ${[pouredAt, partAt, packetAt].join(', ')}.`);
  }
  if (parts.length > 39) return fault('mix', 'So many parts are in no box; type them a line each.');
  return { ...water, parts, ...more };
}
