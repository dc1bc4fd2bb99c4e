/** Heat capacity of water and of working solutions, J per ml and K (domain.md 8). */
export const WATER_J_PER_ML_K = 4.18;

/** Default heat capacities of tanks in J/K, until a tank test says better (domain.md 8). */
export const DEFAULT_TANK_HEAT_JK = { plastic: 380, steel: 210, rotary: 300 } as const;
