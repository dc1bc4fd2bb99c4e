import { showTemperature, showTemperatureChange, fahrenheitFromCelsius } from './temperature.ts';
import { METRIC, type Units } from './units.ts';
import { showVolume } from './volume.ts';

/**
 * A figure inside a sentence: kept in °C and ml, shown in the person's units. A temperature and a difference of
 * temperatures are two things: 1 °C more is 1.8 °F more, never 33.8 °F.
 */
export type Figure =
  | { readonly tempC: number }
  /** A distance, without a sign: `1.5 °C`. */
  | { readonly byC: number }
  | { readonly fromC: number; readonly toC: number }
  | { readonly volumeMl: number };

/** A sentence whose figures know their units. Plain JSON, so that it is stored with what it is said of. */
export type Sentence = readonly (string | Figure)[];

/** Writes a sentence: sentence`Warm it to ${{ tempC: 38 }}.` */
export function sentence(strings: TemplateStringsArray, ...figures: readonly (string | number | Figure | Sentence)[]): Sentence {
  const parts: (string | Figure)[] = [];
  strings.forEach((text, i) => {
    if (text) parts.push(text);
    const figure = figures[i];
    if (figure === undefined) return;
    if (Array.isArray(figure)) parts.push(...(figure as Sentence));
    else parts.push(typeof figure === 'object' ? (figure as Figure) : String(figure));
  });
  return parts;
}

export function sayIn(said: Sentence, units: Units): string {
  return said.map((part) => (typeof part === 'string' ? part : figureIn(part, units))).join('');
}

function figureIn(figure: Figure, { temperature, volume }: Units): string {
  if ('tempC' in figure) return showTemperature(figure.tempC, temperature);
  if ('byC' in figure) return showTemperatureChange(figure.byC, temperature).replace(/^[+−]/, '');
  if ('volumeMl' in figure) return showVolume(figure.volumeMl, volume);
  return showRange(figure.fromC, figure.toC, { temperature });
}

/** `37.7 to 38.3 °C`: one unit for both ends. */
export function showRange(fromC: number, toC: number, { temperature }: Pick<Units, 'temperature'>): string {
  const from = temperature === 'C' ? fromC : fahrenheitFromCelsius(fromC);
  return `${from.toFixed(1)} to ${showTemperature(toC, temperature)}`;
}

/** What faults, warnings, cues and working lines carry: their text in °C and ml, and the sentence where it has figures. */
export interface Spoken {
  readonly said?: Sentence;
}

/** A sentence as `message`, for faults and warnings. */
export function asMessage(said: Sentence): { readonly message: string } & Spoken {
  return { message: sayIn(said, METRIC), ...figured(said) };
}

/** A sentence as `label`, for cues and working lines. */
export function asLabel(said: Sentence): { readonly label: string } & Spoken {
  return { label: sayIn(said, METRIC), ...figured(said) };
}

function figured(said: Sentence): Spoken {
  return said.every((part) => typeof part === 'string') ? {} : { said };
}

/** The text of anything spoken, in the person's units. What an older version stored without its figures stays as it was. */
export function textIn(of: Spoken & ({ readonly message: string } | { readonly label: string }), units: Units): string {
  return of.said ? sayIn(of.said, units) : 'message' in of ? of.message : of.label;
}
