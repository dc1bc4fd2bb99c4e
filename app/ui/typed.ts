import { number } from 'yup';
import { parseDuration } from '../../core/units/duration.ts';
import { parseVolume } from '../../core/units/volume.ts';

/** A field that people type in their own way, read by `parse`; nothing at all is "not known". `accepted` is said when it cannot be read. */
function typed(parse: (text: string) => number | null, accepted: string) {
  return number()
    .transform((_value: unknown, original: unknown) => {
      if (original === undefined || original === null) return undefined;
      if (typeof original === 'number') return original;
      const text = String(original).trim();
      return text === '' ? undefined : (parse(text) ?? NaN);
    })
    .typeError(accepted);
}

/** A number: spaces around, a comma for the point. */
export function typedNumber(accepted: string) {
  return typed((text) => Number(text.replace(',', '.')), accepted);
}

/** Whole seconds, typed as 3:15, 195 or 4 min. */
export function typedDuration(accepted: string) {
  return typed(parseDuration, accepted);
}

/** Millilitres, typed as 500, 0.5 l or 17.6 fl oz. */
export function typedVolume(accepted: string) {
  return typed(parseVolume, accepted);
}
