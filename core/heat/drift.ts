import { answered, refused, type Answer, type Warning } from '../answer.ts';
import type { Bath, LeafletPoint } from '../kit/kit.ts';
import { hasCurve, leafletRange } from '../timing/leaflet-curve.ts';
import { asMessage, sentence } from '../units/sentence.ts';
import type { TimedReading } from './bath/cooling.ts';
import { developmentRate, doseReachedS } from './dose.ts';
import { pathTemperature, temperaturePath, type Surroundings } from './temperature-path.ts';

export interface DriftQuestion {
  readonly bath: Pick<Bath, 'id' | 'name' | 'nominalC' | 'time'>;
  /** What its rate goes by, where that is not its leaflet's own points: two by a rule of thumb (domain.md 5.1). */
  readonly ratePoints?: readonly LeafletPoint[];
  /** The dose to reach: the step's seconds at nominal temperature. */
  readonly nominalS: number;
  /** What was planned, for the warning about large corrections. */
  readonly plannedS?: number;
  /** In seconds from the step's start, already corrected by the thermometer's offset. */
  readonly readings: readonly TimedReading[];
  readonly surroundings: Surroundings | null;
  /** What the bath was poured at, where it is known: the path before the first reading never goes beyond it. */
  readonly pouredC?: number | null;
}

export interface DriftAnswer {
  readonly finishS: number;
  readonly warnings: readonly Warning[];
}

const FAR_OUTSIDE_C = 2;
const LARGE_CORRECTION = 0.15;
const HORIZON_S = 48 * 3600;

/**
 * When a step that ran at these temperatures is done: the dose, not the clock, decides (domain.md 7).
 * With one reading and a cooling tank it answers the question asked forwards: "if it goes on like this?".
 * Errors: `too-few-readings`, `never-finishes`.
 */
export function driftFinish(question: DriftQuestion): Answer<DriftAnswer> {
  const { bath, nominalS, plannedS, readings, surroundings } = question;
  const path = temperaturePath(readings, surroundings, question.pouredC ?? null);
  if (path.length === 0) {
    return refused({ code: 'too-few-readings', path: '$.readings', message: 'At least one reading is needed to follow the temperature.' });
  }
  const points = question.ratePoints ?? bath.time.points;
  const finishS = doseReachedS(developmentRate(points, bath.nominalC), path, points, nominalS, HORIZON_S);
  if (finishS === null) {
    return refused({
      code: 'never-finishes',
      path: '$.readings',
      message: `${bath.name}: at these temperatures it would not be done within two days. Warm it, or give the run up.`,
    });
  }
  const warnings: Warning[] = [];
  if (hasCurve(bath.time.points) && farOutside(path, readings, finishS, bath)) {
    warnings.push({
      code: 'far-outside-leaflet',
      bath: bath.id,
      ...asMessage(sentence`${bath.name}: more than ${{ byC: FAR_OUTSIDE_C }} outside its leaflet, so the finish is a guess.`),
    });
  }
  if (plannedS !== undefined && Math.abs(finishS - plannedS) > LARGE_CORRECTION * plannedS + 1e-9) {
    warnings.push({
      code: 'large-correction',
      bath: bath.id,
      message: `${bath.name}: more than 15 % from plan. Time restores density, not necessarily colour balance.`,
    });
  }
  return answered({ finishS, warnings });
}

/** Between pieces the temperature is monotone, so the extremes lie at their ends. */
function farOutside(
  path: ReturnType<typeof temperaturePath>,
  readings: readonly TimedReading[],
  finishS: number,
  bath: DriftQuestion['bath'],
): boolean {
  const { lowC, highC } = leafletRange(bath.time.points);
  const instants = [0, finishS, ...readings.map((reading) => reading.atS).filter((atS) => atS > 0 && atS < finishS)];
  return instants.some((atS) => {
    const tempC = pathTemperature(path, atS);
    return tempC < lowC - FAR_OUTSIDE_C - 1e-9 || tempC > highC + FAR_OUTSIDE_C + 1e-9;
  });
}
