/** A batch as the ledger has it, for what its rolls really cost (domain.md 15). */
export interface CostedBatch {
  readonly id: string;
  readonly name: string;
  readonly priceCents: number | null;
  readonly rollsDone: number;
  /** Rolls it will still do before it is worn or old; nothing once it was put away. */
  readonly rollsToCome: number;
}

/** What a roll of a batch costs in cents: its price over the rolls it did and will do. Null without a price or a roll. */
export function realCostPerRollCents({ priceCents, rollsDone, rollsToCome }: Omit<CostedBatch, 'id' | 'name'>): number | null {
  const rolls = rollsDone + rollsToCome;
  return priceCents === null || rolls <= 1e-9 ? null : priceCents / rolls;
}

export interface MonthOfCost {
  /** `2026-11` */
  readonly month: string;
  readonly rolls: number;
  /** Of these, those whose batch has a price: of the others it is not known what they cost. */
  readonly pricedRolls: number;
  readonly cents: number;
}

export interface RunOfBatch {
  readonly batchId: string;
  readonly on: string;
  readonly rolls: number;
}

/** Rolls and what their chemistry cost, month by month without a gap, to the month of `on`. */
export function costByMonth(batches: readonly CostedBatch[], runs: readonly RunOfBatch[], on: string): MonthOfCost[] {
  const each = new Map(batches.map((batch) => [batch.id, realCostPerRollCents(batch)]));
  const months = new Map<string, { rolls: number; pricedRolls: number; cents: number }>();
  for (const run of runs) {
    const month = run.on.slice(0, 7);
    const sum = months.get(month) ?? NOTHING;
    const cents = each.get(run.batchId) ?? null;
    months.set(month, {
      rolls: sum.rolls + run.rolls,
      pricedRolls: sum.pricedRolls + (cents === null ? 0 : run.rolls),
      cents: sum.cents + run.rolls * (cents ?? 0),
    });
  }
  const first = [...months.keys()].sort()[0];
  if (first === undefined) return [];
  const all: MonthOfCost[] = [];
  for (let month = first; month <= on.slice(0, 7); month = monthAfter(month)) all.push({ month, ...(months.get(month) ?? NOTHING) });
  return all;
}

const NOTHING = { rolls: 0, pricedRolls: 0, cents: 0 };

function monthAfter(month: string): string {
  const [year, number] = month.split('-').map(Number) as [number, number];
  return number === 12 ? `${year + 1}-01` : `${year}-${String(number + 1).padStart(2, '0')}`;
}

export interface CostTogether {
  readonly rolls: number;
  readonly pricedRolls: number;
  readonly cents: number;
  readonly perRollCents: number | null;
  /** What the laboratory would have asked less what it cost; null without its price. */
  readonly savedCents: number | null;
}

export function costTogether(months: readonly MonthOfCost[], labCents: number | null): CostTogether {
  const rolls = months.reduce((sum, month) => sum + month.rolls, 0);
  const pricedRolls = months.reduce((sum, month) => sum + month.pricedRolls, 0);
  const cents = months.reduce((sum, month) => sum + month.cents, 0);
  return {
    rolls,
    pricedRolls,
    cents,
    perRollCents: pricedRolls > 0 ? cents / pricedRolls : null,
    savedCents: labCents === null || pricedRolls === 0 ? null : labCents * pricedRolls - cents,
  };
}
