import type { FormatFamily } from '../../../core/film/format.ts';

/** The places of a tank, by the field that asks for them. */
export const PLACE_FIELDS: readonly (readonly [FormatFamily, 'p135' | 'p120' | 'p110' | 'p4x5' | 'p5x7' | 'p8x10' | 'p127'])[] = [
  ['135', 'p135'],
  ['120', 'p120'],
  ['110', 'p110'],
  ['127', 'p127'],
  ['4x5', 'p4x5'],
  ['5x7', 'p5x7'],
  ['8x10', 'p8x10'],
];
