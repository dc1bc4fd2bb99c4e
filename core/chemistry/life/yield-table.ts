import type { Kit } from '../../kit/kit.ts';

export interface YieldRow {
  readonly tank: string;
  readonly family: string;
  readonly runs: number;
  readonly rolls: number;
}

/** What a volume gives one-shot, by tank and format: how often it fills the tank, times what the tank holds (domain.md 15). */
export function yieldTable(
  { makesMl }: Pick<Kit, 'makesMl'>,
  tanks: readonly { readonly name: string; readonly volumeMl: number; readonly holds: Readonly<Partial<Record<string, number>>> }[],
): YieldRow[] {
  return tanks.flatMap(({ name, volumeMl, holds }) => {
    const runs = Math.floor(makesMl / volumeMl + 1e-9);
    return Object.entries(holds).flatMap(([family, n]) => (n ? [{ tank: name, family, runs, rolls: runs * n }] : []));
  });
}
