import type { Units } from '../../../core/units/units.ts';

/** Examples of what a leaflet prints, in the units that it is read in: pale in a field, and in what is said of a fault. */
export function asPrinted({ temperature, volume }: Units) {
  const metric = temperature === 'C';
  const [warm, low, high, row, next] = metric ? ['38', '35', '40', '30 8:10', '34 5:10'] : ['100', '95', '104', '86 8:10', '93 5:10'];
  const [kit, water, part] = volume === 'ml' ? ['1000 ml', '700 ml', '100 ml'] : ['1 qt', '24 oz', '3.4 oz'];
  const poured = `water ${water} at ${metric ? '40' : '104'}`;
  return {
    warm,
    range: `${low}-${high}`,
    both: `${warm} (${low}-${high})`,
    row,
    rows: `${row}\n${next}`,
    kit,
    mix: [poured, `Part A ${part}`, 'Part B packet'],
    wash: `wash 3:15 at ${warm}`,
    prewash: `prewash 1:00 at ${warm}`,
  };
}
