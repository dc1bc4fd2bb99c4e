import { answered, refused, type Answer } from '../../answer.ts';
import { asMessage, sentence } from '../../units/sentence.ts';
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
  const heatJK = heatTaken(test, first, coolingPerMin);
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

/** Run back to the pour, a reading gives the settled temperature, and that the heat the tank took, in J/K. */
function heatTaken({ waterMl, waterC, tankC, roomC }: Omit<TankTest, 'readings'>, { atS, c }: TimedReading, coolingPerMin: number): number {
  const settledC = roomC + (c - roomC) * Math.exp((coolingPerMin * atS) / 60);
  return (WATER_J_PER_ML_K * waterMl * (waterC - settledC)) / (settledC - tankC);
}

/** More is no tank that stands beside a sink. */
export const MOST_TANK_HEAT_JK = 5000;
/** What the water is warmed to for the one question. */
export const TEST_WATER_C = 40;

/**
 * The tank test as one question: water of 40 °C poured into the tank at room temperature, read after a minute. The heat it
 * takes, J/K, with the usual cooling of its kind (domain.md 8). Error: `tank-test-odd`.
 */
export function heatFromOneReading(
  test: Omit<TankTest, 'waterC' | 'tankC' | 'readings'>,
  afterOneC: number,
  coolingPerMin: number,
): Answer<number> {
  const heatJK = heatTaken({ ...test, waterC: TEST_WATER_C, tankC: test.roomC }, { atS: 60, c: afterOneC }, coolingPerMin);
  // Half a joule either way is less than any thermometer tells.
  if (heatJK > -0.5 && heatJK < MOST_TANK_HEAT_JK + 0.5) return answered(Math.max(0, heatJK));
  const none = test.roomC + (TEST_WATER_C - test.roomC) * Math.exp(-coolingPerMin);
  return refused({
    code: 'tank-test-odd',
    path: '$.readings',
    ...asMessage(
      sentence`No tank leaves water of ${{ tempC: TEST_WATER_C }} at ${{ tempC: afterOneC }} after a minute: one that took nothing would leave ${{ tempC: none }}, and one that takes much some degrees less.`,
    ),
  });
}
