import type { Process } from '../film/process.ts';
import type { StepKind } from '../kit/kind.ts';
import type { Bath, LeafletPoint } from '../kit/kit.ts';
import { hasCurve } from './leaflet-curve.ts';

/** What a plan does with a developer that is printed for one temperature (domain.md 5.1). */
export const ONE_TEMPERATURE = ['hold', 'follow'] as const;
export type OneTemperature = (typeof ONE_TEMPERATURE)[number];

/** How far from its one printed temperature such a developer may be set. */
export const ONE_TEMPERATURE_REACH_C = 3;

/** Nearer than this a temperature is the printed one, however it was typed. */
export const SAME_TEMPERATURE_C = 0.05;

/** A rule of thumb of ours, called that wherever it shows: how much faster a developer works, per K (domain.md 5.1). */
function ruleOfThumbPerK(kind: StepKind, process: Process): number | null {
  switch (kind) {
    case 'developer':
      return process === 'ECN-2' ? 0.08 : 0.11;
    case 'first-developer':
      return 0.085;
    case 'colour-developer':
      return 0.075;
    default:
      return null;
  }
}

type Timed = Pick<Bath, 'kind' | 'critical' | 'nominalC' | 'time'>;

/** Per K, for a critical developer with one printed time; null for every other bath. */
export function printedOnce(bath: Timed, process: Process): number | null {
  return bath.critical === true && !hasCurve(bath.time.points) ? ruleOfThumbPerK(bath.kind, process) : null;
}

/**
 * What says how fast a bath works at a temperature: its leaflet, or two points that the rule of thumb makes of its one.
 * Everything that asks for a rate asks these, so that no developer's temperature counts for nothing.
 */
export function ratePoints(bath: Timed, process: Process): readonly LeafletPoint[] {
  const perK = printedOnce(bath, process);
  const [printed] = bath.time.points;
  if (perK === null || !printed) return bath.time.points;
  return [-ONE_TEMPERATURE_REACH_C, ONE_TEMPERATURE_REACH_C].map((offC) => ({
    c: bath.nominalC + offC,
    s: printed.s * Math.exp(-perK * offC),
  }));
}
