import { chance, normalChance } from './chance.ts';

/** A thermometer that is made up for practice: what is wrong with it, as with real ones. */
export interface SimulatedThermometer {
  readonly name: string;
  /** What it shows above the truth, in °C. */
  readonly offsetC: number;
  /** How far its readings lie about that, one standard deviation in °C. */
  readonly spreadC: number;
  /** How long it takes to follow by 63 per cent, in seconds; a dipped one is waited for. */
  readonly lagS: number;
  /** The share of seconds in which nothing comes from it. */
  readonly dropout: number;
}

const TENTHS = 10;

/** What it shows at a second where the truth is `c`: to a tenth of a degree unless it shows more, and the same for the same seed. */
export function shown({ offsetC, spreadC }: SimulatedThermometer, seed: number, second: number, c: number, parts = TENTHS): number {
  return Math.round((c + offsetC + spreadC * normalChance(seed, 'noise', second)) * parts) / parts;
}

/** Whether it is heard in a second. */
export function isHeard({ dropout }: Pick<SimulatedThermometer, 'dropout'>, seed: number, second: number): boolean {
  return chance(seed, 'dropout', second) >= dropout;
}

/** Where its own sensor is after some seconds in something that is at `c`. */
export function sensorAfter(sensorC: number, c: number, seconds: number, lagS: number): number {
  return lagS <= 0 ? c : c + (sensorC - c) * Math.exp(-seconds / lagS);
}
