import type { ExhaustionRule } from '../kit/kit.ts';

/** Whether a table by roll says nothing of this one any more (domain.md 4). */
export function isPastTable(rule: ExhaustionRule | undefined, rollNumber: number): boolean {
  return rule?.rule === 'ladder' && rule.lastRoll !== undefined && rollNumber > rule.lastRoll;
}

export interface WearEffect {
  readonly factor: number;
  readonly addS: number;
  /** A ladder's whole time at nominal, in place of the leaflet's. */
  readonly baseS: number | null;
}

/** What the rolls a solution has already seen do to its time at nominal, for the roll number N ≥ 1 (domain.md 5.3, 5.4). */
export function wearEffect(rule: ExhaustionRule | undefined, rollNumber: number): WearEffect {
  switch (rule?.rule) {
    case undefined:
    case 'none':
      return { factor: 1, addS: 0, baseS: null };
    case 'percent':
      return { factor: 1 + (rule.perRoll / 100) * Math.floor((rollNumber - 1) / (rule.everyRolls ?? 1)), addS: 0, baseS: null };
    case 'add':
      return { factor: 1, addS: rule.seconds * Math.floor((rollNumber - 1) / rule.everyRolls), baseS: null };
    case 'ladder': {
      const row = rule.rows.findLast((candidate) => candidate.fromRoll <= rollNumber);
      return { factor: 1, addS: 0, baseS: row?.s ?? null };
    }
  }
}
