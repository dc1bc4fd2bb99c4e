import type { PushRule } from '../kit/kit.ts';

export interface PushEffect {
  readonly factor: number;
  readonly addS: number;
}

const NO_PUSH: PushEffect = { factor: 1, addS: 0 };
const EPSILON_STOPS = 1e-9;

/**
 * What a push or pull does to a bath at its nominal temperature (domain.md 5.4).
 * A table's ln(factor) is linear in stops between its rows, 0 stops = 1 always being one.
 * Returns null when a table does not reach that far.
 */
export function pushEffect(rule: PushRule | undefined, stops: number): PushEffect | null {
  if (!rule || stops === 0) return NO_PUSH;
  switch (rule.rule) {
    case 'add':
      return { factor: 1, addS: rule.secondsPerStop * stops };
    case 'factor':
      return { factor: rule.perStop ** stops, addS: 0 };
    case 'table': {
      const factor = tableFactor(rule.factors, stops);
      return factor === null ? null : { factor, addS: 0 };
    }
  }
}

/** The stops a table covers, the unlisted 0 included. */
export function tableReach(factors: readonly { readonly stops: number }[]): { readonly from: number; readonly to: number } {
  const stops = [0, ...factors.map((row) => row.stops)];
  return { from: Math.min(...stops), to: Math.max(...stops) };
}

function tableFactor(factors: readonly { readonly stops: number; readonly factor: number }[], stops: number): number | null {
  const rows = [{ stops: 0, factor: 1 }, ...factors.filter((row) => row.stops !== 0)].sort((a, b) => a.stops - b.stops);
  const exact = rows.find((row) => Math.abs(row.stops - stops) <= EPSILON_STOPS);
  if (exact) return exact.factor;
  const above = rows.findIndex((row) => row.stops > stops);
  const [high, low] = [rows[above], rows[above - 1]];
  if (!high || !low) return null;
  const share = (stops - low.stops) / (high.stops - low.stops);
  return Math.exp(Math.log(low.factor) + share * (Math.log(high.factor) - Math.log(low.factor)));
}
