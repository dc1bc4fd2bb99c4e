import type { Agitation, Bath, ExhaustionRule, PushRule } from '../../../core/kit/kit.ts';
import { leafletOfKit } from '../../../core/timing/leaflet-of-kit.ts';
import type { ShelfKit } from '../../../core/kit/kit.ts';
import type { BottleSaid, WaterSaid } from '../../../core/kit/typed-leaflet.ts';
import { bottleName } from '../../../core/kit/bottle-kinds.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { fieldOfTemperature } from '../../../core/units/typed-temperature.ts';
import type { Units } from '../../../core/units/units.ts';
import { fieldOfVolume } from '../../../core/units/typed-volume.ts';
import { TYPED_IN, typedIn } from '../forms/typed-in.ts';
import { PUSHES } from './read-leaflet.ts';
import type { Typed } from './typed-fields.ts';
import { waterAsLine } from './water-line.ts';

/** What stands in the form’s fields for a kit that is corrected or copied: its own figures, each as a leaflet prints it. */
export function leafletAsTyped(kit: ShelfKit, units: Units): Typed {
  const said = leafletOfKit(kit);
  const fields: Record<string, string | null> = {
    [TYPED_IN]: typedIn(units),
    name: said.name,
    process: said.process,
    makes: `${fieldOfVolume(said.makesMl, units.volume)} ${units.volume}`,
    rolls: said.capacityRolls === null ? '' : String(said.capacityRolls),
    note: said.note ?? '',
    opened: typeof said.keepsOpenedDays === 'number' ? String(said.keepsOpenedDays) : '',
    before: waterLines(said.firstWater, units),
    bottles: said.bottles.map(({ kind }) => kind).join(','),
  };
  said.bottles.forEach((bottle, i) => {
    for (const [field, text] of Object.entries(bottleAsTyped(bottle, said.process, units))) fields[`${i}.${field}`] = text;
  });
  return Object.fromEntries(Object.entries(fields).filter((pair): pair is [string, string] => (pair[1] ?? '') !== ''));
}

function bottleAsTyped(bottle: BottleSaid, process: ShelfKit['process'], units: Units): Record<string, string | null> {
  const degrees = (c: number) => fieldOfTemperature(c, units.temperature);
  const { at } = bottle;
  const ladder = bottle.wear?.rule === 'ladder' ? bottle.wear : null;
  return {
    id: bottle.id ?? null,
    called: bottle.name === bottleName(bottle.kind, process) ? null : (bottle.name ?? null),
    time: showDuration(bottle.s),
    temp:
      at === null
        ? null
        : typeof at === 'number'
          ? degrees(at)
          : `${at.c === undefined ? '' : `${degrees(at.c)} (`}${degrees(at.lowC)}-${degrees(at.highC)}${at.c === undefined ? '' : ')'}`,
    more: bottle.more.map(({ c, s }) => `${degrees(c)} ${showDuration(s)}`).join('\n'),
    ...wearAsTyped(bottle.wear),
    ...(ladder ? { table: tableAsTyped(ladder) } : {}),
    ...pushAsTyped(bottle.push, bottle.s),
    ...agitationAsTyped(bottle.agitation),
    mix: bottle.mix ? mixAsTyped(bottle.mix, units) : null,
    keeps: bottle.keepsDays === null ? null : String(bottle.keepsDays),
    after: bottle.thrownAway ? 'discard' : null,
    water: waterLines(bottle.water, units),
  };
}

/** Nothing for water that is left to the reader; “none” where the leaflet has none. */
function waterLines(water: readonly WaterSaid[] | null | undefined, { temperature }: Units): string | null {
  if (!water) return null;
  return water.length === 0 ? 'none' : water.map((each) => waterAsLine(each, temperature)).join('\n');
}

function wearAsTyped(wear: ExhaustionRule | null): Record<string, string | null> {
  switch (wear?.rule) {
    case 'percent':
      return { wear: 'percent', percent: String(wear.perRoll), ...(wear.everyRolls ? { percentEvery: String(wear.everyRolls) } : {}) };
    case 'add':
      return { wear: 'add', adds: showDuration(wear.seconds), every: String(wear.everyRolls) };
    case 'ladder':
      return { wear: 'table' };
    default:
      return {};
  }
}

function tableAsTyped({ rows, lastRoll }: Extract<ExhaustionRule, { rule: 'ladder' }>): string {
  return rows
    .map(({ fromRoll, s }, i) => {
      const last = rows[i + 1] ? (rows[i + 1]?.fromRoll ?? 0) - 1 : lastRoll;
      const rolls = last === undefined ? `${fromRoll}+` : last > fromRoll ? `${fromRoll}-${last}` : String(fromRoll);
      return `${rolls} ${showDuration(s)}`;
    })
    .join('\n');
}

/** A push by the stop is shown for the stops that the form asks for: as times where seconds are added, else as factors. */
function pushAsTyped(push: PushRule | null, baseS: number): Record<string, string> {
  if (!push) return {};
  return Object.fromEntries(
    PUSHES.flatMap(([field, stops]) => {
      switch (push.rule) {
        case 'add':
          return baseS + push.secondsPerStop * stops > 0 ? [[field, showDuration(baseS + push.secondsPerStop * stops)]] : [];
        case 'factor':
          return [[field, String(Math.round(push.perStop ** stops * 1e4) / 1e4)]];
        case 'table': {
          const row = push.factors.find((each) => each.stops === stops);
          return row ? [[field, String(row.factor)]] : [];
        }
      }
    }),
  );
}

function agitationAsTyped(agitation: Agitation | null): Record<string, string> {
  if (!agitation) return {};
  const { initialS, everyS, inversions, forS, tap } = agitation;
  const beat = everyS === undefined ? '' : `${forS === undefined ? String(inversions ?? 4) : `${forS} s`} every ${everyS}`;
  return { first: String(initialS), beat: [beat, tap ? 'tap' : ''].filter(Boolean).join(', ') };
}

function mixAsTyped({ waterMl, waterC, parts, stirS, at }: NonNullable<Bath['mix']>, units: Units): string {
  const volume = (ml: number) => `${fieldOfVolume(ml, units.volume)} ${units.volume}`;
  return [
    ...(waterMl > 0
      ? [`water ${volume(waterMl)}${waterC === undefined ? '' : ` at ${fieldOfTemperature(waterC, units.temperature)}`}`]
      : []),
    ...parts.map(
      ({ name, ml, g, packet, mlPerLitre }) =>
        `${name} ${packet ? 'packet' : g !== undefined ? `${g} g` : mlPerLitre !== undefined ? `${mlPerLitre} ml a litre` : volume(ml ?? 0)}`,
    ),
    ...(stirS ? [`stir ${showDuration(stirS)}`] : []),
    ...(at === 'use' ? ['at each use'] : []),
  ].join('\n');
}
