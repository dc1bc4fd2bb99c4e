import { answered, refused, type Answer } from '../../answer.ts';
import { fitCooling, type TimedReading } from '../bath/cooling.ts';
import { WATER_J_PER_ML_K } from '../bath/water.ts';

export interface TankTest {
  readonly waterMl: number;
  /** Water just before it was poured in. */
  readonly waterC: number;
  /** The empty tank, usually at room temperature. */
  readonly tankC: number;
  readonly roomC: number;
  /** After about a minute and about five; more are welcome. */
  readonly readings: readonly TimedReading[];
}

export interface TankThermals {
  readonly heatJK: number;
  readonly coolingPerMin: number;
}

/**
 * What a tank takes and how fast it cools, from water of known temperature poured in and read twice (domain.md 8).
 * The cooling is fitted first; run back to the pour it gives the settled temperature and so the heat the tank took.
 * Errors: those of `fitCooling`, and `tank-test-odd` when the readings cannot come from a tank.
 */
export function fitTank(test: TankTest): Answer<TankThermals> {
  const cooling = fitCooling(test.readings, test.roomC);
  if (!cooling.ok) return cooling;
  const coolingPerMin = cooling.value;
  const first = test.readings[0] as TimedReading;
  const settledC = test.roomC + (first.c - test.roomC) * Math.exp((coolingPerMin * first.atS) / 60);
  const gained = settledC - test.tankC;
  const heatJK = (WATER_J_PER_ML_K * test.waterMl * (test.waterC - settledC)) / gained;
  if (!(heatJK >= 0) || !(coolingPerMin >= 0)) {
    return refused({
      code: 'tank-test-odd',
      path: '$.readings',
      message:
        'These readings would mean a tank that warms the water. Check the temperatures: poured, after one minute, after five, in falling order.',
    });
  }
  return answered({ heatJK, coolingPerMin });
}
