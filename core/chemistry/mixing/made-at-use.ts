import type { Bath } from '../../kit/kit.ts';

/** Drops of a pipette in a millilitre, about: a rule of thumb. */
const DROPS_A_ML = 20;
const MOST_DROPS = 60;

/** A bath that is made up when it is needed, as a last bath by drops: no bottle of it stands anywhere (domain.md 4, 9.1). */
export function isMadeAtUse(bath: Pick<Bath, 'mix'>): boolean {
  return bath.mix?.at === 'use';
}

/**
 * The bath of a single bath's document as a way takes it: what its parts are in a litre, whatever the whole of it makes.
 */
export function byTheLitre(bath: Bath, makesMl: number): Bath {
  if (!bath.mix || !isMadeAtUse(bath)) return bath;
  const perLitre = 1000 / makesMl;
  const parts = bath.mix.parts.map(({ ml, g, ...part }) => ({
    ...part,
    ...(ml === undefined ? {} : { mlPerLitre: ml * perLitre }),
    ...(g === undefined ? {} : { g: g * perLitre }),
  }));
  return { ...bath, mix: { ...bath.mix, parts } };
}

/** `1.6 ml wetting agent (about 31 drops)`: what goes into so much water; null where the bath is no such one. */
export function doseInWords(bath: Pick<Bath, 'mix'>, volumeMl: number): string | null {
  if (!isMadeAtUse(bath)) return null;
  const litres = volumeMl / 1000;
  const amounts = (bath.mix?.parts ?? []).map(({ name, mlPerLitre, g, packet }) => {
    if (packet) return `a packet of ${name}`;
    if (g !== undefined) return `${tenths(g * litres)} g ${name}`;
    const ml = (mlPerLitre ?? 0) * litres;
    const drops = Math.round(ml * DROPS_A_ML);
    return `${tenths(ml)} ml ${name}${drops > 0 && drops <= MOST_DROPS ? ` (about ${drops} drops)` : ''}`;
  });
  return amounts.length === 0 ? 'as its leaflet says' : amounts.join(', ');
}

function tenths(amount: number): number {
  return Math.round(amount * 10) / 10;
}
