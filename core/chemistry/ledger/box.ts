import { addDays, parseISO } from 'date-fns';
import type { Kit } from '../../kit/kit.ts';
import { isoDay } from '../../units/day.ts';
import { portion, type MixPortion } from '../mixing/mixing.ts';
import { round } from './bottle.ts';

/** A kit as it was bought: sealed, opened, or mixed to the end. */
export interface Box {
  readonly openedOn: string | null;
  /** As printed on it. */
  readonly goodUntil: string | null;
  readonly priceCents: number | null;
  /** What was mixed from it, in ml of working solution. */
  readonly mixedMl: number;
}

/** What is still in a box, as ml of working solution that it makes. */
export function makesStillMl(kit: Pick<Kit, 'makesMl'>, box: Pick<Box, 'mixedMl'>): number {
  return Math.max(0, round(kit.makesMl - box.mixedMl, 1));
}

/** By when a box is to be used: what is printed on it, or what its leaflet gives it once opened, whichever is first. */
export function boxUseBy(kit: Pick<Kit, 'keepsOpenedDays'>, box: Pick<Box, 'openedOn' | 'goodUntil'>): string | null {
  const opened =
    box.openedOn !== null && kit.keepsOpenedDays !== undefined ? isoDay(addDays(parseISO(box.openedOn), kit.keepsOpenedDays)) : null;
  return [box.goodUntil, opened].filter((day): day is string => day !== null).sort()[0] ?? null;
}

/** A batch's share of what its box cost, in cents; null where no price was kept. */
export function shareOfPriceCents(kit: Pick<Kit, 'makesMl'>, box: Pick<Box, 'priceCents'>, volumeMl: number): number | null {
  return box.priceCents === null ? null : Math.round((box.priceCents * Math.min(volumeMl, kit.makesMl)) / kit.makesMl);
}

export interface PartLeft extends MixPortion {
  readonly bath: string;
}

/** What is left of every part of a box. */
export function partsLeft(kit: Pick<Kit, 'baths' | 'makesMl'>, box: Pick<Box, 'mixedMl'>): PartLeft[] {
  const share = makesStillMl(kit, box) / kit.makesMl;
  return kit.baths.flatMap((bath) => (bath.mix?.parts ?? []).map((part) => ({ bath: bath.name, ...portion(part, share) })));
}
