/** Streams of chance that do not disturb one another: more readings do not move the draught. */
export type ChanceOf = 'noise' | 'dropout' | 'draught' | 'bias';

const CHANNEL: Readonly<Record<ChanceOf, number>> = { noise: 1, dropout: 2, draught: 3, bias: 4 };

/**
 * A number from 0 up to 1 for a seed, a stream and a whole number such as a second: the same whenever and however often it
 * is asked. A practice is told again by its seed alone, in whatever order its moments are looked at.
 */
export function chance(seed: number, of: ChanceOf, at: number): number {
  let h = Math.imul(seed | 0, 0x9e3779b1) ^ Math.imul(CHANNEL[of], 0x85ebca6b) ^ Math.imul(Math.floor(at) | 0, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 16), 0x7feb352d);
  h = Math.imul(h ^ (h >>> 15), 0x846ca68b);
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32;
}

/** A number about nought with a spread of one, as errors of a thermometer are (Box and Muller). */
export function normalChance(seed: number, of: ChanceOf, at: number): number {
  const u = 1 - chance(seed, of, 2 * at);
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * chance(seed, of, 2 * at + 1));
}
