import { answered, refused, type Answer } from '../answer.ts';
import type { Process } from '../film/process.ts';
import type { Bath } from '../kit/kit.ts';
import { hasCurve } from '../timing/leaflet-curve.ts';
import { ratePoints } from '../timing/one-temperature.ts';
import { developmentRate } from './dose.ts';
import { pourForSettledC, settlesAtC, type TankHeat } from './pouring-in.ts';
import { settledForDose } from './tank/settled-for-dose.ts';
import type { Surroundings } from './temperature-path.ts';

export interface PourQuestion {
  readonly bath: Pick<Bath, 'name' | 'kind' | 'critical' | 'nominalC' | 'time'>;
  /** The kit's: what a rule of thumb goes by where the bath is printed for one temperature (domain.md 5.1). */
  readonly process: Process;
  readonly nominalS: number;
  readonly plannedS: number;
  readonly solutionMl: number;
  readonly tank: TankHeat;
  readonly surroundings: Surroundings | null;
}

export interface PourAnswer {
  readonly pourC: number;
  readonly settlesC: number;
}

/**
 * How warm to pour so that the step's dose comes right at its planned time, tank loss and cooling included
 * (domain.md 8). Errors: `no-curve` when the bath's time does not depend on temperature, `pour-out-of-reach`.
 */
export function pourTemperature(question: PourQuestion): Answer<PourAnswer> {
  const { bath, nominalS, plannedS, solutionMl, tank, surroundings } = question;
  const points = ratePoints(bath, question.process);
  if (!hasCurve(points)) {
    return refused({
      code: 'no-curve',
      path: '$.bath',
      message: `${bath.name} takes the same time at any temperature, so no pour temperature follows from it. Ask with solutionC instead.`,
    });
  }
  const still = { coolingPerMin: 0, surroundC: tank.startC };
  const settledC = settledForDose(
    developmentRate(points, bath.nominalC),
    { seconds: plannedS, doseS: nominalS, points, temperatureC: bath.nominalC },
    surroundings ?? still,
  );
  if (settledC === null) {
    return refused({
      code: 'pour-out-of-reach',
      path: '$.plannedS',
      message: `${bath.name}: no temperature develops ${nominalS} s worth in ${plannedS} s. Plan a longer step.`,
    });
  }
  const pourC = pourForSettledC(solutionMl, settledC, tank);
  return answered({ pourC, settlesC: settlesAtC(solutionMl, pourC, tank) });
}
