import { bathConstants, bathEquations, heatsAtFirst, thermostatStep, type BottleMaterial } from '../heat/bath/water-bath.ts';
import { WATER_J_PER_ML_K } from '../heat/bath/water.ts';
import { settlesAtC } from '../heat/pouring-in.ts';

/** A kitchen as it stands before anything is done in it (domain.md 18). */
export interface KitchenSetting {
  readonly roomC: number;
  readonly tub: {
    readonly litres: number;
    readonly startC: number;
    readonly setC: number;
    readonly heaterW: number;
    readonly lidded: boolean;
  };
  readonly bottles: readonly { readonly id: string; readonly ml: number; readonly material: BottleMaterial; readonly startC: number }[];
  readonly tank: {
    readonly ml: number;
    readonly heatJK: number;
    readonly startC: number;
    /** Towards where it stands, full, per minute. */
    readonly coolingPerMin: number;
    readonly stands: 'air' | 'bath';
  };
}

/** One moment of it. Temperatures in °C, heat in joules since the beginning. */
export interface Kitchen {
  readonly atS: number;
  readonly roomC: number;
  readonly tubC: number;
  readonly setC: number;
  readonly heaterOn: boolean;
  /** What each bottle holds: its rest stays in the bath while the tank has the other part. */
  readonly bottles: Readonly<Record<string, { readonly ml: number; readonly c: number }>>;
  readonly tankC: number;
  /** What is in the tank: a bottle's solution, water, or nothing. */
  readonly holds: { readonly what: string; readonly ml: number } | null;
  /** What heater and tap brought, and what went to the room and down the drain. */
  readonly cameJ: number;
  readonly lostJ: number;
}

/** Water from the tap, at the temperature it was drawn. */
export const WATER = 'water';
/** What tub and tank do to one another is settled this often; between, each follows its equations. */
const LONGEST_STEP_S = 1;

export function kitchenAtFirst({ roomC, tub, bottles, tank }: KitchenSetting): Kitchen {
  return {
    atS: 0,
    roomC,
    tubC: tub.startC,
    setC: tub.setC,
    heaterOn: heatsAtFirst(tub),
    bottles: Object.fromEntries(bottles.map(({ id, ml, startC }) => [id, { ml, c: startC }])),
    tankC: tank.startC,
    holds: null,
    cameJ: 0,
    lostJ: 0,
  };
}

/**
 * The kitchen some seconds later, with nobody doing anything. Heat is moved and never made, but by the heater. `longestS` is
 * how often tub and tank are settled with one another.
 */
export function later(setting: KitchenSetting, kitchen: Kitchen, seconds: number, longestS = LONGEST_STEP_S): Kitchen {
  let now = kitchen;
  const untilS = kitchen.atS + seconds;
  while (untilS - now.atS > 1e-9) now = oneStep(setting, now, Math.min(longestS, untilS - now.atS));
  return now;
}

function oneStep(setting: KitchenSetting, kitchen: Kitchen, wantedS: number): Kitchen {
  const { tub, tank } = setting;
  const full = setting.bottles.flatMap(({ id, material }) => {
    const holds = kitchen.bottles[id];
    return holds && holds.ml > 0 ? [{ id, material, ...holds }] : [];
  });
  const constants = bathConstants(tub, full);
  const bath = bathEquations(constants, { heaterW: tub.heaterW, ambientC: kitchen.roomC });
  const before = [kitchen.tubC, ...full.map(({ c }) => c)];
  const regulated = { heaterW: tub.heaterW, setC: kitchen.setC };
  const { next: after, stepS: seconds, switches } = thermostatStep(bath, regulated, before, kitchen.heaterOn, wantedS);
  const tubJ = after.reduce(
    (sum, c, i) => sum + (c - (before[i] as number)) * (i === 0 ? constants.tubJK : (constants.bottleJK[i - 1] as number)),
    0,
  );
  const heaterJ = kitchen.heaterOn ? tub.heaterW * seconds : 0;

  // The tank gives its heat to the air, or to the water it stands in: what one loses the other has.
  const surroundC = tank.stands === 'bath' ? (kitchen.tubC + (after[0] as number)) / 2 : kitchen.roomC;
  const fullJK = tank.heatJK + WATER_J_PER_ML_K * tank.ml;
  const hasJK = tank.heatJK + WATER_J_PER_ML_K * (kitchen.holds?.ml ?? 0);
  const perS = (tank.coolingPerMin / 60) * (fullJK / hasJK);
  const tankC = surroundC + (kitchen.tankC - surroundC) * Math.exp(-perS * seconds);
  const fromTankJ = hasJK * (kitchen.tankC - tankC);
  const tubC = (after[0] as number) + (tank.stands === 'bath' ? fromTankJ / constants.tubJK : 0);

  return {
    ...kitchen,
    atS: kitchen.atS + seconds,
    tubC,
    heaterOn: switches ? !kitchen.heaterOn : kitchen.heaterOn,
    bottles: { ...kitchen.bottles, ...Object.fromEntries(full.map(({ id, ml }, i) => [id, { ml, c: after[i + 1] as number }])) },
    tankC,
    cameJ: kitchen.cameJ + heaterJ,
    lostJ: kitchen.lostJ + (heaterJ - tubJ) + (tank.stands === 'bath' ? 0 : fromTankJ),
  };
}

/**
 * A bottle, or water at a temperature, goes into the tank: both settle at once (domain.md 8). The tank is filled; a bottle
 * that holds less gives what it has.
 */
export function poured(setting: KitchenSetting, kitchen: Kitchen, what: string, waterC = kitchen.tubC): Kitchen {
  const { tank } = setting;
  const bottle = what === WATER ? { ml: tank.ml, c: waterC } : (kitchen.bottles[what] ?? { ml: 0, c: waterC });
  const ml = Math.min(tank.ml, bottle.ml);
  const tankC = settlesAtC(ml, bottle.c, { heatJK: tank.heatJK, startC: kitchen.tankC });
  return {
    ...kitchen,
    tankC,
    holds: { what, ml },
    bottles: what === WATER ? kitchen.bottles : { ...kitchen.bottles, [what]: { ml: bottle.ml - ml, c: bottle.c } },
    // Water brings its heat with it, counted from nought degrees.
    cameJ: kitchen.cameJ + (what === WATER ? WATER_J_PER_ML_K * ml * waterC : 0),
  };
}

/** What was in the tank goes back to its bottle, as warm as it is now, and mixes with the rest there; water runs away. */
export function pouredOut(kitchen: Kitchen): Kitchen {
  const { holds, tankC } = kitchen;
  if (holds === null) return kitchen;
  if (holds.what === WATER) return { ...kitchen, holds: null, lostJ: kitchen.lostJ + WATER_J_PER_ML_K * holds.ml * tankC };
  const rest = kitchen.bottles[holds.what] ?? { ml: 0, c: tankC };
  const ml = rest.ml + holds.ml;
  const c = ml > 0 ? (rest.ml * rest.c + holds.ml * tankC) / ml : tankC;
  return { ...kitchen, holds: null, bottles: { ...kitchen.bottles, [holds.what]: { ml, c } } };
}

/** All the heat that is in it, counted from nought degrees, in joules: what was there at first, and what came, less what was lost. */
export function heatIn({ tub, tank }: KitchenSetting, { tubC, bottles, tankC, holds }: Kitchen): number {
  const inBottles = Object.values(bottles).reduce((sum, { ml, c }) => sum + WATER_J_PER_ML_K * ml * c, 0);
  return WATER_J_PER_ML_K * (1000 * tub.litres * tubC + (holds?.ml ?? 0) * tankC) + inBottles + tank.heatJK * tankC;
}
