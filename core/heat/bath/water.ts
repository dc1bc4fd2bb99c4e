/** Heat capacity of water and of working solutions, J per ml and K (domain.md 8). */
export const WATER_J_PER_ML_K = 4.18;

/** Default heat capacities of tanks in J/K, until a tank test says better (domain.md 8). */
export const DEFAULT_TANK_HEAT_JK = { plastic: 380, steel: 210, rotary: 300 } as const;

/** What a tank is made of, as far as its heat is concerned. */
export const TANK_MATERIALS = ['plastic', 'steel', 'rotary'] as const;
export type TankMaterial = (typeof TANK_MATERIALS)[number];

/** Usual cooling of a closed tank per minute towards where it stands, until a tank test says better (domain.md 8.1). */
export const DEFAULT_COOLING_PER_MIN: Readonly<Record<'air' | 'bath' | 'machine', Readonly<Record<TankMaterial, number>>>> = {
  air: { plastic: 0.012, steel: 0.016, rotary: 0.02 },
  bath: { plastic: 0.06, steel: 0.15, rotary: 0.1 },
  machine: { plastic: 0.06, steel: 0.15, rotary: 0.1 },
};
