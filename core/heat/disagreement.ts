import type { Process } from '../film/process.ts';
import type { Bath } from '../kit/kit.ts';
import { hasCurve } from '../timing/leaflet-curve.ts';
import { ratePoints } from '../timing/one-temperature.ts';
import { pushEquivalent } from '../timing/push.ts';
import { showDuration } from '../units/duration.ts';
import { sentence, type Sentence } from '../units/sentence.ts';
import { developmentRate } from './dose.ts';
import { trueC, type ThermometerError } from './thermometer.ts';

/** What an error amounts to at a developer's own temperature, to the tenth that thermometers show. */
export function errorAtC(error: ThermometerError, shownC: number): number {
  return Math.round((shownC - trueC(error, shownC)) * 10) / 10;
}

/**
 * What a thermometer that shows `byC` too much would do to a developer, if its error were not taken off: one run at its
 * nominal temperature by this thermometer, and the seconds and stops by which it would miss (domain.md 7, 10.1). Null
 * for a bath that no temperature makes quicker.
 */
export function disagreementInWords(
  bath: Pick<Bath, 'name' | 'kind' | 'critical' | 'nominalC' | 'time' | 'push' | 'range'>,
  process: Process,
  byC: number,
): Sentence | null {
  const points = ratePoints(bath, process);
  if (!hasCurve(points)) return null;
  const tolerance = bath.range ? sentence`${bath.name} allows ± ${{ byC: (bath.range.highC - bath.range.lowC) / 2 }}. ` : sentence``;
  if (Math.abs(byC) < 0.05) return sentence`${tolerance}This one may be believed as it is.`;
  const rate = developmentRate(points, bath.nominalC);
  const thumb = hasCurve(bath.time.points) ? '' : ', by rule of thumb';
  const nominalS = 1 / rate(bath.nominalC - byC);
  const bathS = secondsAt(bath, rate);
  const stops = Math.abs(pushEquivalent(bath.push, bathS, rate(bath.nominalC - byC)) ?? 0);
  const way = byC > 0 ? 'too little, as a pull' : 'too much, as a push';
  const seconds = showDuration(Math.max(1, Math.round(Math.abs(nominalS - 1) * bathS)));
  return sentence`${tolerance}It shows ${{ byC: Math.abs(byC) }} too ${byC > 0 ? 'much' : 'little'}: taken at its word, ${bath.name.toLowerCase()} would get ${seconds} ${way} of ${stops.toFixed(1)} stop${thumb}. Steady Reel takes that off every reading.`;
}

function secondsAt(bath: Pick<Bath, 'nominalC' | 'time'>, rate: (tempC: number) => number): number {
  const [first] = bath.time.points;
  return first ? first.s * rate(first.c) : 0;
}
