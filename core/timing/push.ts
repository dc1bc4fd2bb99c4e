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

/** Without a rule of the kit's own: three tenths a stop (domain.md 10.1). */
const FACTOR_A_STOP = 1.3;

/**
 * How many stops a dose off plan amounts to: where the kit's own push rule gives `share` times the time that a push of
 * `plannedStops` has, less those stops (domain.md 10.1). A table is followed beyond its ends along its last rows.
 * Null for a dose of nothing.
 */
export function pushEquivalent(rule: PushRule | null | undefined, nominalS: number, share: number, plannedStops = 0): number | null {
  if (!(share > 0)) return null;
  const byRuleOfThumb = Math.log(share) / Math.log(FACTOR_A_STOP);
  const stops = rule ? byRule(rule, nominalS, share, plannedStops) : byRuleOfThumb;
  return Number.isFinite(stops) ? stops : byRuleOfThumb;
}

function byRule(rule: PushRule, nominalS: number, share: number, plannedStops: number): number {
  switch (rule.rule) {
    case 'add':
      return (nominalS * (share - 1)) / rule.secondsPerStop;
    case 'factor':
      return Math.log(share) / Math.log(rule.perStop);
    case 'table': {
      const rows = [{ stops: 0, factor: 1 }, ...rule.factors.filter((row) => row.stops !== 0)].sort((a, b) => a.stops - b.stops);
      const ln = Math.log(share) + Math.log(tableFactor(rule.factors, plannedStops) ?? 1);
      return stopsAt(rows, ln, plannedStops) - plannedStops;
    }
  }
}

/** Where a table's ln(factor) reaches a value; of several places the one nearest to the push that was planned. */
function stopsAt(rows: readonly { readonly stops: number; readonly factor: number }[], ln: number, nearStops: number): number {
  const found: number[] = [];
  rows.slice(1).forEach((high, i) => {
    const low = rows[i] as (typeof rows)[number];
    const [from, to] = [Math.log(low.factor), Math.log(high.factor)];
    if (from === to) return;
    const part = (ln - from) / (to - from);
    const open = { below: i === 0, above: i === rows.length - 2 };
    if ((part >= 0 || open.below) && (part <= 1 || open.above)) found.push(low.stops + part * (high.stops - low.stops));
  });
  return found.reduce((best, stops) => (Math.abs(stops - nearStops) < Math.abs(best - nearStops) ? stops : best), found[0] ?? NaN);
}
