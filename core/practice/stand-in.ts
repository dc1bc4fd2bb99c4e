import { kitchenAtFirst, later, poured, WATER, type Kitchen, type KitchenSetting } from './kitchen.ts';
import { isHeard, sensorAfter, shown, type SimulatedThermometer } from './thermometer.ts';

export const STAND_IN_SCENES = ['calm', 'cold-kitchen', 'falling-sink'] as const;
export type StandInScene = (typeof STAND_IN_SCENES)[number];

export function isStandInScene(id: unknown): id is StandInScene {
  return STAND_IN_SCENES.some((scene) => scene === id);
}

/** A probe that is not there, in a kitchen that is not there: what it would send, second by second (domain.md 18). */
export interface StandIn {
  readonly setting: KitchenSetting;
  readonly kitchen: Kitchen;
  readonly sensorC: number;
  readonly second: number;
}

/** Its sensor follows slowly, scatters a little, and is not always heard. */
const SENSOR: SimulatedThermometer = { name: 'stand-in', offsetC: 0, spreadC: 0.03, lagS: 4, dropout: 0.03 };
const HUNDREDTHS = 100;

const SETTINGS: Readonly<Record<StandInScene, Pick<KitchenSetting, 'roomC' | 'tub'>>> = {
  calm: { roomC: 21, tub: { litres: 12, startC: 33, setC: 38, heaterW: 800, lidded: false } },
  'cold-kitchen': { roomC: 14, tub: { litres: 12, startC: 24, setC: 38, heaterW: 600, lidded: false } },
  'falling-sink': { roomC: 18, tub: { litres: 6, startC: 40, setC: 38, heaterW: 0, lidded: false } },
};

/** The kitchen at its first second; the tank has just been filled at 38 °C where the probe is in it. */
export function standInAtFirst(scene: StandInScene, into: 'tub' | 'tank'): StandIn {
  const { roomC, tub } = SETTINGS[scene];
  const setting: KitchenSetting = {
    roomC,
    tub,
    bottles: [{ id: 'developer', ml: 1000, material: 'glass', startC: roomC }],
    tank: { ml: 500, heatJK: 380, startC: roomC, coolingPerMin: 0.012, stands: 'air' },
  };
  const first = kitchenAtFirst(setting);
  const kitchen = into === 'tank' ? poured(setting, first, WATER, 38) : first;
  return { setting, kitchen, sensorC: roomC, second: 0 };
}

/** A second later, with the heater set to what it was told; and what the probe sends then, null where it is not heard. */
export function secondLater(
  now: StandIn,
  into: 'tub' | 'tank',
  setC: number,
  seed: number,
): { readonly next: StandIn; readonly c: number | null } {
  const kitchen = later(now.setting, { ...now.kitchen, setC }, 1);
  const second = now.second + 1;
  const sensorC = sensorAfter(now.sensorC, into === 'tub' ? kitchen.tubC : kitchen.tankC, 1, SENSOR.lagS);
  const next = { ...now, kitchen, sensorC, second };
  if (!isHeard(SENSOR, seed, second)) return { next, c: null };
  return { next, c: shown(SENSOR, seed, second, sensorC, HUNDREDTHS) };
}
