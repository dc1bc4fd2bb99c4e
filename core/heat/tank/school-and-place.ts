/** The three schools of what to do about the heat a tank takes (domain.md 8.1, 9). */
export const HEAT_SCHOOLS = ['wait-longer', 'pour-warmer', 'warm-tank'] as const;
export type HeatSchool = (typeof HEAT_SCHOOLS)[number];

export function isHeatSchool(school: string): school is HeatSchool {
  return (HEAT_SCHOOLS as readonly string[]).includes(school);
}

/** Where a tank stands between agitations: in the air, in the bath, in a machine that holds a temperature. */
export const TANK_PLACES = ['air', 'bath', 'machine'] as const;
export type TankPlace = (typeof TANK_PLACES)[number];
