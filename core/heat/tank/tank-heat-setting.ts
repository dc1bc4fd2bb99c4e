import { DEFAULT_COOLING_PER_MIN, DEFAULT_TANK_HEAT_JK, type TankMaterial } from '../bath/water.ts';
import type { TankHeatSetting } from './tank-through-the-run.ts';
import type { HeatSchool, TankPlace } from './school-and-place.ts';
import type { TankMethod } from './tank.ts';

/** What is known of a tank's heat: from its tests, else from what it is made of (domain.md 8.1). */
export interface TankThermalFacts {
  readonly method: TankMethod;
  readonly material?: TankMaterial;
  readonly heatJK?: number | null;
  readonly coolingPerMin?: number | null;
  readonly coolingInBathPerMin?: number | null;
  /** Where this tank stands, whatever the house’s habit is. */
  readonly stands?: TankPlace | null;
  readonly machineC?: number | null;
}

/** What the house and its habits say of heat, for every tank alike. */
export interface HouseHeat {
  readonly roomC: number;
  readonly start: 'room' | 'bath';
  readonly stands: TankPlace;
  /** What the machine holds that a tank stands in. */
  readonly machineC?: number | null;
  readonly school: HeatSchool;
}

export function materialOf(tank: TankThermalFacts): TankMaterial {
  return tank.material ?? (tank.method === 'rotary' ? 'rotary' : 'plastic');
}

/** A tank's own figures where it was tested, the usual ones of its material elsewhere. */
export function tankHeatSetting(tank: TankThermalFacts, house: HouseHeat): TankHeatSetting {
  const material = materialOf(tank);
  const stands = tank.stands ?? house.stands;
  const tested = stands === 'air' ? tank.coolingPerMin : tank.coolingInBathPerMin;
  return {
    // A drum is put into a machine that is warm already.
    startC: house.start === 'bath' || stands === 'machine' ? 'bath' : house.roomC,
    heatJK: tank.heatJK ?? DEFAULT_TANK_HEAT_JK[material],
    roomC: house.roomC,
    stands,
    machineC: tank.machineC ?? house.machineC ?? null,
    bathC: null,
    coolingPerMin: tested ?? DEFAULT_COOLING_PER_MIN[stands][material],
    school: house.school,
  };
}

/** In what a tank stands, loaded and dry, until its temperature is that of its surroundings; null where it is poured into as it is. */
export function warmsFirstIn(tank: TankThermalFacts, house: HouseHeat | null): 'bath' | 'machine' | null {
  if (!house) return null;
  if ((tank.stands ?? house.stands) === 'machine') return 'machine';
  return house.start === 'bath' ? 'bath' : null;
}

/** As long as it stands there (domain.md 8.1). */
export const WARM_TANK_S = 5 * 60;
