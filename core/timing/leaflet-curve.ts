import type { LeafletPoint } from '../kit/kit.ts';

/** How far beyond its first and last point a leaflet's curve is still trusted, with a warning (domain.md 5, rule 1). */
export const EXTRAPOLATION_LIMIT_C = 0.5;
const EPSILON_C = 1e-9;

export function pointsByTemperature(points: readonly LeafletPoint[]): LeafletPoint[] {
  return [...points].sort((a, b) => a.c - b.c);
}

/** The leaflet's printed temperatures, coldest and hottest. */
export function leafletRange(points: readonly LeafletPoint[]): { readonly lowC: number; readonly highC: number } {
  const temperatures = points.map((point) => point.c);
  return { lowC: Math.min(...temperatures), highC: Math.max(...temperatures) };
}

/** One printed time is no curve: what is made of it for a developer is `ratePoints`’ to say (domain.md 5.1). */
export function hasCurve(points: readonly LeafletPoint[]): boolean {
  return points.length > 1;
}

export type Reach = 'inside' | 'extrapolated' | 'outside';

/** Where a temperature lies against the leaflet. A bath without a curve is always inside. */
export function reachOf(points: readonly LeafletPoint[], tempC: number): Reach {
  if (!hasCurve(points)) return 'inside';
  const { lowC, highC } = leafletRange(points);
  const beyond = Math.max(lowC - tempC, tempC - highC);
  if (beyond <= EPSILON_C) return 'inside';
  return beyond <= EXTRAPOLATION_LIMIT_C + EPSILON_C ? 'extrapolated' : 'outside';
}

/**
 * The leaflet curve C(T) in seconds: ln(time) is linear in °C between neighbouring points (domain.md 5, rule 1).
 * It extends its end segments without limit; whether a temperature is acceptable is `reachOf`'s to say.
 */
export function leafletSeconds(points: readonly LeafletPoint[], tempC: number): number {
  const sorted = pointsByTemperature(points);
  const first = sorted[0] as LeafletPoint;
  if (sorted.length === 1) return first.s;
  const above = sorted.findIndex((point, i) => i > 0 && tempC <= point.c);
  const warm = sorted[above === -1 ? sorted.length - 1 : above] as LeafletPoint;
  const cold = sorted[sorted.indexOf(warm) - 1] as LeafletPoint;
  const share = (tempC - cold.c) / (warm.c - cold.c);
  return Math.exp(Math.log(cold.s) + share * (Math.log(warm.s) - Math.log(cold.s)));
}
