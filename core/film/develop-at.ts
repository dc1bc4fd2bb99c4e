import { stopsFromSpeeds } from '../units/exposure.ts';

/** What a roll says of its speeds. */
export interface RollSpeeds {
  readonly boxSpeed: number;
  readonly exposedSpeed: number;
  /** By the person's own word; null where they gave none. */
  readonly developSpeed: number | null;
  /** The year on its box; null for film that is in date. */
  readonly expiredYear: number | null;
}

/**
 * The speed that a roll is developed at. Film in date is developed as it was exposed. Old film gets more light because it
 * lost speed, and that is no pull: it is developed as its box says unless the person says otherwise (domain.md 12).
 */
export function developSpeedOf({ boxSpeed, exposedSpeed, developSpeed, expiredYear }: RollSpeeds): number {
  return developSpeed ?? (expiredYear === null ? exposedSpeed : boxSpeed);
}

/** The push that follows, in stops. */
export function pushOfRoll(roll: RollSpeeds): number {
  return stopsFromSpeeds(roll.boxSpeed, developSpeedOf(roll));
}

/** What age does to film, which no development mends (domain.md 12). */
export const WHAT_AGE_DOES =
  'Old film has lost speed and gained fog: low contrast, a grey base, shifted colours. More light at exposure helps; a longer or a shorter development does not bring back what age took.';
