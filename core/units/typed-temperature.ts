import { shortestThatReads } from './shortest-that-reads.ts';
import { celsiusFromFahrenheit, fahrenheitFromCelsius, type TemperatureUnit } from './temperature.ts';

/** What stands in a form's field: the shortest figure that reads back as the very temperature (`fieldOfVolume`). */
export function fieldOfTemperature(tempC: number, unit: TemperatureUnit): string {
  const value = hundredth(tempC);
  return unit === 'C' ? String(value) : shortestThatReads(fahrenheitFromCelsius(tempC), value, (text) => celsiusTyped(Number(text), unit));
}

/** A typed figure in °C, to a hundredth: what is kept. */
export function celsiusTyped(figure: number, unit: TemperatureUnit): number {
  return unit === 'C' ? figure : hundredth(celsiusFromFahrenheit(figure));
}

function hundredth(tempC: number): number {
  return Math.round(tempC * 100) / 100;
}

export type TypedTemperature =
  | { readonly ok: true; readonly tempC: number }
  | { readonly ok: false; readonly message: string; readonly likely: string | null };

/**
 * A thermometer reading as typed with a wet glove. Water that film can bear lies between 5 and 60 °C;
 * outside that a slipped decimal point is the likely cause, so the likely meaning is offered (`3.8`, `380` → `38.0`).
 */
export function parseReading(text: string, unit: TemperatureUnit = 'C'): TypedTemperature {
  const typed = text
    .trim()
    .replace(',', '.')
    .replace(/\s*°?\s*[cf]?$/i, '');
  const [low, high] = unit === 'C' ? [5, 60] : [41, 140];
  const accepted = `a temperature from ${low} to ${high} °${unit}, such as ${unit === 'C' ? '38.0' : '100.4'}`;
  if (!/^[+-]?\d+(\.\d+)?$/.test(typed)) {
    return { ok: false, message: `“${text.trim()}” is not a temperature. Type ${accepted}.`, likely: null };
  }
  const value = Number(typed);
  if (value >= low && value <= high) {
    return { ok: true, tempC: unit === 'C' ? value : celsiusFromFahrenheit(value) };
  }
  const [usualLow, usualHigh] = unit === 'C' ? [15, 50] : [59, 122];
  const meant = [value * 10, value / 10, value / 100].find((v) => v >= usualLow && v <= usualHigh);
  return {
    ok: false,
    message: `${typed} °${unit} is not a temperature for film. Type ${accepted}.`,
    likely: meant === undefined ? null : meant.toFixed(1),
  };
}
