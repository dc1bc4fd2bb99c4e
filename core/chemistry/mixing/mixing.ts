import { answered, refused, type Answer, type Fault } from '../../answer.ts';
import type { Bath, Kit, MixPart } from '../../kit/kit.ts';
import { counted } from '../../units/counted.ts';
import { asMessage, sentence } from '../../units/sentence.ts';
import { showVolume, type VolumeUnit } from '../../units/volume.ts';

export interface MixPortion {
  readonly name: string;
  readonly amount: number;
  readonly unit: 'ml' | 'g' | 'packet';
}

export interface MixRecipe {
  readonly bath: string;
  readonly name: string;
  readonly waterMl: number;
  readonly waterC: number | null;
  readonly parts: readonly MixPortion[];
  readonly stirS: number | null;
  /** Water to add at the end so that the bottle holds the wanted volume. */
  readonly topUpToMl: number;
  readonly cautions: readonly string[];
}

/**
 * How to mix each bath of a kit to any volume up to the whole: every part in the kit's own ratio, in the listed order
 * (domain.md 1). Halving a powder is allowed but said to be unreliable, with the reason.
 * A packet is never halved: `half-packet` says why.
 * Errors: `volume-outside-kit`, `half-packet`.
 */
export function mixRecipes(kit: Pick<Kit, 'baths' | 'makesMl'>, volumeMl: number): Answer<readonly MixRecipe[]> {
  if (!(volumeMl > 0) || volumeMl > kit.makesMl + 1e-9) {
    return refused({
      code: 'volume-outside-kit',
      path: '$.volumeMl',
      ...asMessage(sentence`This kit makes up to ${{ volumeMl: kit.makesMl }}; mix more than nothing and at most that.`),
    });
  }
  const share = volumeMl / kit.makesMl;
  const halved = share < 1 - 1e-9 ? halvedPackets(kit) : [];
  if (halved.length > 0) return refused(...halved);
  return answered(kit.baths.flatMap((bath) => recipe(bath, share, volumeMl)));
}

/**
 * What cannot be mixed as a leaflet was typed in: water and parts of a bath that are more than the kit makes. Asked when
 * a kit is kept; a kit that only plans may say what it likes.
 */
export function mixFaults(kit: Pick<Kit, 'baths' | 'makesMl'>): Fault[] {
  return kit.baths.flatMap((bath, i): Fault[] => {
    if (!bath.mix) return [];
    const parts = bath.mix.parts.reduce((sum, part) => sum + (part.ml ?? 0), 0);
    const together = bath.mix.waterMl + parts;
    if (together <= kit.makesMl + 0.5) return [];
    return [
      {
        code: 'out-of-range',
        path: `$.baths[${i}].mix.waterMl`,
        ...asMessage(
          sentence`${bath.name}: water and parts are ${{ volumeMl: together }} together, and the kit makes ${{ volumeMl: kit.makesMl }}. Take less water first; it is topped up at the end.`,
        ),
      },
    ];
  });
}

function halvedPackets(kit: Pick<Kit, 'baths'>): Fault[] {
  return kit.baths.flatMap((bath) =>
    (bath.mix?.parts ?? [])
      .filter((part) => part.packet)
      .map((part) => ({
        code: 'half-packet',
        path: '$.volumeMl',
        message: `${bath.name}: ${part.name} is a packet, and what is in it settles apart: half of one need not hold half of each salt. Mix the whole kit.`,
      })),
  );
}

function recipe(bath: Bath, share: number, volumeMl: number): MixRecipe[] {
  const mix = bath.mix;
  // What is made up at each use is no part of mixing.
  if (!mix || mix.at === 'use') return [];
  const powder = mix.parts.some((part) => part.g !== undefined);
  const cautions = ['Gloves and eye protection. Concentrate into water, slowly, in this order.'];
  if (powder && share < 1 - 1e-9) {
    cautions.push(
      'Part of a powder bag is unreliable: grains of different salts settle apart, so half a bag need not hold half of each. Mix the whole bag if you can.',
    );
  }
  return [
    {
      bath: bath.id,
      name: bath.name,
      waterMl: round1(mix.waterMl * share),
      waterC: mix.waterC ?? null,
      parts: mix.parts.map((part) => portion(part, share)),
      stirS: mix.stirS ?? null,
      topUpToMl: volumeMl,
      cautions,
    },
  ];
}

/** A part’s share of what is in the box, to a tenth. */
export function portion(part: MixPart, share: number): MixPortion {
  if (part.packet) return { name: part.name, amount: 1, unit: 'packet' };
  return { name: part.name, amount: round1((part.ml ?? part.g ?? 0) * share), unit: part.ml === undefined ? 'g' : 'ml' };
}

/** `100 ml`, `12 g`, `1 packet`. */
export function portionInWords({ amount, unit }: MixPortion, volume: VolumeUnit): string {
  return unit === 'ml' ? showVolume(amount, volume) : unit === 'g' ? `${amount} g` : counted(amount, 'packet');
}

function round1(value: number): number {
  return Math.round(value * 10) / 10;
}
