import { number } from 'yup';
import { parseDuration } from '../../core/units/duration.ts';

/** A time as people type it: 3:15, 195, 4 min; whole seconds, or nothing for "not known". `accepted` is said when it is none of these. */
export function typedDuration(accepted: string) {
  return number()
    .transform((_value: unknown, typed: unknown) => {
      if (typed === undefined || typed === null || typeof typed === 'number') return typed ?? undefined;
      const text = String(typed).trim();
      return text === '' ? undefined : (parseDuration(text) ?? NaN);
    })
    .typeError(accepted);
}
