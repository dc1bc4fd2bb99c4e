/** A strip that was measured, and the share of its dose that its developer gave. */
export interface MeasuredStrip {
  readonly dose: number;
  readonly range: number;
}

/** What a person's own strips say of a newest one: so much longer, or why they do not tell (domain.md 20). */
export type StripsAnswer =
  | { readonly extraS: number; readonly plusMinusS: number }
  /** The strips do not tell: no slope that stands out of its scatter, or doses too much alike. */
  | { readonly unclear: true }
  /** More than time can mend. */
  | { readonly beyond: true }
  /** So many more are needed. */
  | { readonly missing: number };

const ENOUGH = 8;
/** Doses that differ by less between the least and the most say nothing of what dose does. */
const LEAST_SPREAD = 0.03;
const MOST_BY_TIME = 0.25;

/**
 * How much longer to develop, by `range = a + b·ln(dose)` through the person's own strips of one scanner, setting and
 * process: for a newest strip of `range` that got `dose`, planned for `seconds`. Both figures to the nearest second.
 */
export function answerOfStrips(
  strips: readonly MeasuredStrip[],
  newest: { readonly range: number; readonly dose: number; readonly seconds: number },
): StripsAnswer {
  const n = strips.length;
  if (n < ENOUGH) return { missing: ENOUGH - n };
  const doses = strips.map((strip) => strip.dose);
  if (Math.max(...doses) < Math.min(...doses) * (1 + LEAST_SPREAD) - 1e-12) return { unclear: true };
  const x = doses.map((dose) => Math.log(dose));
  const m = mean(x);
  const meanRange = mean(strips.map((strip) => strip.range));
  const sxx = sum(x.map((at) => (at - m) ** 2));
  const b = sum(strips.map(({ range }, i) => ((x[i] as number) - m) * (range - meanRange))) / sxx;
  const a = meanRange - b * m;
  const s2 = sum(strips.map(({ range }, i) => (range - a - b * (x[i] as number)) ** 2)) / (n - 2);
  const se2 = s2 / sxx;
  if (!(b > 2 * Math.sqrt(se2))) return { unclear: true };
  const lnDose = Math.log(newest.dose);
  const more = (a + b * lnDose - newest.range) / b;
  if (more > MOST_BY_TIME) return { beyond: true };
  const seconds = newest.seconds * Math.exp(more);
  const within = (2 * seconds * Math.sqrt(s2 * (1 + 1 / n) + (more + m - lnDose) ** 2 * se2)) / b;
  return { extraS: Math.round(newest.seconds * Math.expm1(more)) + 0, plusMinusS: Math.round(within) };
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);
const mean = (values: readonly number[]): number => sum(values) / values.length;
