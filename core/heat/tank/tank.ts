import type { TankPlace } from './school-and-place.ts';

export const TANK_METHODS = ['inversion', 'stick', 'rotary'] as const;
export type TankMethod = (typeof TANK_METHODS)[number];

/** What stands in the bath for a tank: the bottles, or what is poured of them, in jugs of their own (domain.md 8.2). */
export const WARMED = ['bottle', 'portion'] as const;
export type Warmed = (typeof WARMED)[number];

export interface Tank {
  readonly method: TankMethod;
  readonly volumeMl?: number;
  readonly fillS: number;
  readonly drainS: number;
  /** A drum that turns in a machine is on its rollers before it is filled; absent or null, where the habit has it. */
  readonly stands?: TankPlace | null;
  /** Absent or null, the bottles. */
  readonly warms?: Warmed | null;
}

export const DEFAULT_TANK: Tank = { method: 'inversion', fillS: 8, drainS: 12 };
