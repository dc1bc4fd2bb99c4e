import type { StepSaid } from '../../../core/kit/manner.ts';
import type { WaterSaid } from '../../../core/kit/typed-leaflet.ts';
import { parseDuration, showDuration } from '../../../core/units/duration.ts';
import type { TemperatureUnit } from '../../../core/units/temperature.ts';
import { celsiusTyped, fieldOfTemperature } from '../../../core/units/typed-temperature.ts';

const WATERS = ['prewash', 'rinse', 'stop', 'wash', 'wetting-agent', 'remjet-rinse'] as const satisfies readonly WaterSaid['water'][];
const WORD = new RegExp(`^(${WATERS.join('|').replaceAll('-', '[- ]')})\\b\\s*`, 'i');

type Piece = (rest: string, unit: TemperatureUnit) => readonly [said: StepSaid, rest: string] | null;

/** A piece of a line that a pattern finds at its beginning. */
const piece =
  (pattern: RegExp, read: (found: RegExpExecArray, unit: TemperatureUnit) => StepSaid | null): Piece =>
  (rest, unit) => {
    const found = pattern.exec(rest);
    const said = found && read(found, unit);
    return found && said ? [said, rest.slice(found[0].length)] : null;
  };

const PIECES: readonly Piece[] = [
  piece(/^(?:at|@)\s*(\d{1,3}(?:[.,]\d+)?)\s*°?[cf]?(?=[\s,]|$)/i, ([, c = ''], unit) => ({
    c: celsiusTyped(Number(c.replace(',', '.')), unit),
  })),
  piece(/^at\s+(?:the\s+)?(developer|room)(?:[’']?s)?(?:\s+temperature)?/i, ([, c = '']) => ({
    c: c.toLowerCase() as 'developer' | 'room',
  })),
  piece(/^(\d{1,2})\s+changes?/i, ([, n]) => ({ manner: 'changes', changes: Number(n) })),
  piece(/^fills(?:\s+of)?((?:\s+\d{1,3})+)/i, ([, n = '']) => ({ manner: 'counted', fills: n.trim().split(/\s+/).map(Number) })),
  piece(/^(standing|running|until[- ]clear)/i, ([, word = '']) => ({
    manner: word.toLowerCase().replace(' ', '-') as 'standing' | 'running' | 'until-clear',
  })),
  piece(/^(shaken|gentle|still|as[- ]developer)/i, ([, word = '']) => {
    const movement = word.toLowerCase().replace(' ', '-');
    return { movement: movement === 'still' ? 'none' : (movement as 'shaken' | 'gentle' | 'as-developer') };
  }),
  piece(/^(\d+:\d{2}(?::\d{2})?|\d+(?:[.,]\d+)?\s*(?:s|sec|min)\w*)(?=[\s,]|$)/i, ([, time = '']) => {
    const s = parseDuration(time);
    return s !== null && s > 0 ? { s } : null;
  }),
];

/** `wash 3:00 at 38, 4 changes`: water as a leaflet prints it; null where it is not read to its end. */
export function readWaterLine(line: string, unit: TemperatureUnit): WaterSaid | null {
  const word = WORD.exec(line.trim());
  if (!word?.[1]) return null;
  const water = WATERS.find((each) => each === word[1]?.toLowerCase().replace(' ', '-'));
  if (!water) return null;
  let said: StepSaid = {};
  let rest = line.trim().slice(word[0].length);
  while (rest !== '') {
    const found = PIECES.map((each) => each(rest, unit)).find((each) => each !== null);
    if (!found) return null;
    said = { ...said, ...found[0] };
    rest = found[1].replace(/^[\s,]+/, '');
  }
  if (typeof said.c === 'number' && !(said.c >= 0 && said.c <= 100)) return null;
  return { ...said, water };
}

/** The line that reads back as this water. */
export function waterAsLine({ water, s, c, manner, changes, fills, movement }: WaterSaid, unit: TemperatureUnit): string {
  const pieces = [
    s === undefined ? '' : showDuration(s),
    c === undefined ? '' : `at ${typeof c === 'number' ? fieldOfTemperature(c, unit) : c}`,
    changes === undefined ? '' : `${changes} changes`,
    fills ? `fills ${fills.join(' ')}` : '',
    manner && manner !== 'changes' && manner !== 'counted' ? manner.replace('-', ' ') : '',
    movement === undefined ? '' : movement === 'none' ? 'still' : movement.replace('-', ' '),
  ].filter(Boolean);
  return [water.replace('-', ' '), pieces.join(', ').replace(', at ', ' at ')].filter(Boolean).join(' ');
}
