import { number } from 'yup';

/**
 * A number as people type it: spaces around, a comma for the point, nothing at all for "not known".
 * `accepted` is the sentence shown when it is none of these.
 */
export function typedNumber(accepted: string) {
  return number()
    .transform((_value: unknown, typed: unknown) => {
      if (typed === undefined || typed === null) return undefined;
      if (typeof typed === 'number') return typed;
      const text = String(typed).trim().replace(',', '.');
      return text === '' ? undefined : Number(text);
    })
    .typeError(accepted);
}
