import { boolean, mixed, number, string } from 'yup';
import { bareDuration, parseDuration } from '../../../core/units/duration.ts';
import type { TemperatureUnit } from '../../../core/units/temperature.ts';
import { celsiusTyped } from '../../../core/units/typed-temperature.ts';
import type { VolumeUnit } from '../../../core/units/volume.ts';
import { parseVolume } from '../../../core/units/typed-volume.ts';

/** What a form posts is text; whatever else a browser sends is unreadable as a figure, and is said so. */
function asText(original: unknown): string {
  return typeof original === 'string' ? original : 'unreadable';
}

/** A field that people type in their own way, read by `parse`; nothing at all is "not known". `accepted` is said when it cannot be read. */
function typed(parse: (text: string) => number | null, accepted: string) {
  return number()
    .transform((_value: unknown, original: unknown) => {
      if (original === undefined || original === null) return undefined;
      // A figure beyond all figures is refused like a word.
      const finite = (value: number | null) => (value !== null && Number.isFinite(value) ? value : NaN);
      if (typeof original === 'number') return finite(original);
      const text = asText(original).trim();
      return text === '' ? undefined : finite(parse(text));
    })
    .typeError(accepted);
}

/** A number: spaces around, a comma for the point. */
export function typedNumber(accepted: string) {
  return typed(decimal, accepted);
}

/** Digits with a point or comma, and a sign that may be a real minus; `0x10` and `1e9` are slips, not numbers. */
function decimal(text: string): number | null {
  const plain = text.replace(',', '.').replace(/^[−–]/, '-');
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : null;
}

/** Whole seconds, typed as 3:15, 195 or 4 min. A small number alone is asked back: `8` may be 8:00 or 0:08. */
export function typedDuration(accepted: string) {
  return mixed<number>()
    .transform((_value: unknown, original: unknown) => {
      if (original === undefined || original === null || original === '') return undefined;
      if (typeof original === 'number') return original;
      const text = asText(original).trim();
      return text === '' || bareDuration(text) ? (text === '' ? undefined : text) : (parseDuration(text) ?? NaN);
    })
    .test('duration', accepted, function (value: unknown) {
      if (value === undefined) return true;
      const bare = typeof value === 'string' ? bareDuration(value) : null;
      if (bare) return this.createError({ message: `${bare[0]} or ${bare[1]}? Type it with its colon.` });
      return (typeof value === 'number' && Number.isFinite(value)) || this.createError({ message: accepted });
    });
}

/** Millilitres, typed as 500, 0.5 l or 17.6 fl oz; a bare number is in the person's own unit. */
export function typedVolume(accepted: string, own: VolumeUnit = 'ml') {
  return typed((text) => parseVolume(text, own), accepted);
}

/** °C, typed in the person's own unit. */
export function typedTemperature(accepted: string, unit: TemperatureUnit) {
  return typed((text) => {
    const value = decimal(text.replace(/\s*°?\s*[cf]?$/i, ''));
    return value === null ? null : celsiusTyped(value, unit);
  }, accepted);
}

/** A name: one line, without characters that cannot be seen and would only confuse. */
export function typedName() {
  return string().transform((value: unknown) => (typeof value === 'string' ? oneLine(value) : value));
}

/** Control characters, line breaks and marks that turn text around become spaces; what is left is trimmed. */
export function oneLine(text: string): string {
  return text
    .replace(/[\u200b\u200e\u200f\u2060\ufeff]/g, '')
    .replace(/[\p{Cc}\p{Zs}\u2028\u2029\u202a-\u202e\u2066-\u2069]+/gu, ' ')
    .replace(/ {2,}/g, ' ')
    .trim();
}

/** Text of several lines: line breaks stay, NUL and its like go. */
export function typedText() {
  return string().transform((value: unknown) =>
    typeof value === 'string'
      ? value
          .replace(/[^\P{Cc}\n\r\t]/gu, '')
          .replace(/[\u202a-\u202e\u2066-\u2069]/g, '')
          .trim()
      : value,
  );
}

/** A box that is not ticked is not sent at all. */
export function ticked() {
  return boolean()
    .transform((_value: unknown, typed: unknown) => typed === 'on' || typed === true || typed === 'true')
    .default(false);
}
