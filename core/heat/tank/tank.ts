export const TANK_METHODS = ['inversion', 'stick', 'rotary'] as const;
export type TankMethod = (typeof TANK_METHODS)[number];

export interface Tank {
  readonly method: TankMethod;
  readonly volumeMl?: number;
  readonly fillS: number;
  readonly drainS: number;
}

export const DEFAULT_TANK: Tank = { method: 'inversion', fillS: 8, drainS: 12 };
