import { PROCESSES, type Process } from '../../../../core/film/process.ts';
import type { Agitation, Bath, ExhaustionRule, LeafletPoint, MixPart, PushRule } from '../../../../core/kit/kit.ts';
import { BOTTLE_KINDS, type BottleKind, type BottleSaid, type LeafletSaid } from '../../../../core/kit/typed-leaflet.ts';
import { isDeveloper } from '../../../../core/kit/kind.ts';
import { bareDuration, parseDuration } from '../../../../core/units/duration.ts';
import { celsiusTyped } from '../../../../core/units/temperature.ts';
import type { Units } from '../../../../core/units/units.ts';
import { parseVolume } from '../../../../core/units/volume.ts';
import { oneLine } from '../../../ui/forms/typed.ts';

/** What stands in the fields, by name; a bottle's are its place and what they ask: `0.time`. */
export type Typed = Readonly<Record<string, string>>;
/** What is wrong, by field, in the leaflet's words. */
export type Faults = Readonly<Record<string, string>>;

const MOST_BOTTLES = 12;
const TIME = 'Minutes and seconds, such as 3:15.';

/** The bottles that were picked, in the order of pouring. */
export function bottlesOf(typed: Typed): BottleKind[] {
  return (typed['bottles'] ?? '')
    .split(',')
    .filter((kind): kind is BottleKind => (BOTTLE_KINDS as readonly string[]).includes(kind))
    .slice(0, MOST_BOTTLES);
}

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
  const process: Process = PROCESSES.find((each) => each === text('process')) ?? 'C-41';
  const makesMl = parseVolume(text('makes'), units.volume);
  if (makesMl === null || !(makesMl > 0) || makesMl > 1_000_000) fault('makes', 'How much a whole kit makes, such as 1000 ml or 1 qt.');
  const rolls = text('rolls') === '' ? null : figure(text('rolls'));
  if (Number.isNaN(rolls) || (rolls !== null && rolls <= 0))
    fault('rolls', 'How many rolls it is good for, such as 12; empty if it does not say.');
  const kinds = bottlesOf(typed);
  if (kinds.length === 0) fault('bottles', 'Pick the bottles that are in the box, in the order of pouring.');
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
  const at = temperatureOf(text('temp'), units);
  if (at === undefined) fault('temp', 'A temperature such as 38, or a range such as 35-40; empty if it does not say.');
  if (isDeveloper(kind) && at === null) fault('temp', 'A developer’s temperature decides its time: what does the leaflet print?');
  const more = rowsOf(raw('more'), units, fault);
  const base = s ?? NaN;
  const push = isDeveloper(kind) ? pushOf(text, base, fault) : null;
  const agitation = agitationOf(text, fault);
  const mix = mixOf(raw('mix'), units, fault);
  const keeps = text('keeps') === '' ? null : figure(text('keeps'));
  if (Number.isNaN(keeps)) fault('keeps', 'Days, such as 42; empty if it does not say.');
  if (s === null || at === undefined) return null;
  return { kind, s, at, more, wear, push, agitation, mix, keepsDays: Number.isNaN(keeps) ? null : keeps };
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

/** `38`, `35-40`, `35 to 40 °C`; null for nothing, undefined for what is none. */
function temperatureOf(text: string, { temperature }: Units): BottleSaid['at'] | undefined {
  const plain = text.replaceAll(',', '.').replace(/\s*°?\s*[cf]?$/i, '');
  if (plain === '') return null;
  const [, low, high] = /^(\d{1,3}(?:\.\d+)?)(?:\s*(?:-|–|to|\.\.)\s*(\d{1,3}(?:\.\d+)?))?$/.exec(plain) ?? [];
  const celsius = (of: string) => Math.round(celsiusTyped(Number(of), temperature) * 1e6) / 1e6;
  if (low === undefined) return undefined;
  const lowC = celsius(low);
  if (high === undefined) return lowC >= 0 && lowC <= 100 ? lowC : undefined;
  const highC = celsius(high);
  return lowC <= highC && lowC >= 0 && highC <= 100 ? { lowC, highC } : undefined;
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
    fault('more', `“${line.slice(0, 60)}” is not a temperature and its time, such as 30 8:10.`);
    return [];
  });
}

function wearOf(rule: string, raw: (field: string) => string, fault: Fault): ExhaustionRule | null {
  const text = (field: string) => oneLine(raw(field));
  switch (rule) {
    case 'percent': {
      const perRoll = figure(text('percent').replace(/\s*%$/, ''));
      if (Number.isNaN(perRoll) || perRoll > 100) return fault('percent', 'Percent for each roll, such as 2.');
      return { rule: 'percent', perRoll };
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
        const [, from, to, time = ''] = /^(?:rolls?\s*)?(\d{1,3})(?:\s*(?:-|–|to|and)\s*(\d{1,3}))?[\s:=,]+(\d\S*)$/i.exec(line) ?? [];
        return { line, fromRoll: Number(from), lastRoll: Number(to ?? from), s: duration(time) };
      });
      const bad = rows.find(({ fromRoll, s }) => Number.isNaN(fromRoll) || s === null);
      if (bad) return fault('table', `“${bad.line.slice(0, 60)}” is not rolls and their time, such as 4-6 3:40.`);
      const falls = rows.find(
        ({ fromRoll, s }, i) => i > 0 && ((s ?? 0) < (rows[i - 1]?.s ?? 0) || fromRoll <= (rows[i - 1]?.fromRoll ?? 0)),
      );
      if (falls) return fault('table', `“${falls.line}”: later rolls take longer, and each row begins after the one before it.`);
      if (rows[0]?.fromRoll !== 1) return fault('table', 'The table begins with roll 1, such as 1-3 3:20.');
      const last = rows.at(-1)?.lastRoll ?? 0;
      return { rule: 'ladder', rows: rows.map(({ fromRoll, s }) => ({ fromRoll, s: s ?? 0 })), lastRoll: last };
    }
    default:
      return null;
  }
}

const PUSHES = [
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
  if (text('beat') === '') return { initialS };
  const [, n, unit, every] = /^(\d{1,3})\s*(s|sec|seconds)?\D*?(?:every|each|\/)\s*(\d{1,4})\D*$/i.exec(text('beat')) ?? [];
  if (n === undefined || every === undefined) return fault('beat', 'Such as 4 every 30 (inversions), or 10 s every 60.');
  return unit ? { initialS, everyS: Number(every), forS: Number(n) } : { initialS, everyS: Number(every), inversions: Number(n) };
}

/** The recipe a line each, as it stands there: `water 700 ml at 40`, `Part A 100 ml`, `Part B 12 g`, `Part C packet`. */
function mixOf(raw: string, units: Units, fault: Fault): NonNullable<Bath['mix']> | null {
  const said = lines(raw);
  if (said.length === 0) return null;
  let water: { waterMl: number; waterC?: number } = { waterMl: 0 };
  const parts: MixPart[] = [];
  for (const line of said) {
    const wet = /^water\s+(.+?)(?:\s+(?:at|@)\s+(\S+))?$/i.exec(line);
    const ml = wet && parseVolume(wet[1] ?? '', units.volume);
    const at = wet?.[2] === undefined ? null : temperatureOf(wet[2], units);
    const part = /^(.+?)[\s,:]+(packet|[\d.,/½¼¾]+\s*\S*(?:\s*oz)?)$/i.exec(line);
    if (wet && ml !== null && (at === null || typeof at === 'number')) water = { waterMl: ml, ...(at === null ? {} : { waterC: at }) };
    else if (!wet && part?.[1] && part[2]) {
      const grams = /^([\d.,]+)\s*g$/i.exec(part[2]);
      const volumeMl = parseVolume(part[2], units.volume);
      if (/packet/i.test(part[2])) parts.push({ name: part[1], packet: true });
      else if (grams) parts.push({ name: part[1], g: figure(grams[1] ?? '') });
      else if (volumeMl !== null) parts.push({ name: part[1], ml: volumeMl });
      else fault('mix', `“${line.slice(0, 60)}”: how much of it? Such as Part A 100 ml, Part B 12 g, Part C packet.`);
    } else fault('mix', `“${line.slice(0, 60)}”: such as water 700 ml at 40, Part A 100 ml, Part B packet.`);
  }
  if (parts.length > 39) return fault('mix', 'So many parts are in no box; type them a line each.');
  return { ...water, parts };
}
