import type { BathTrace } from './water-bath.ts';

/** Where the bath is so many seconds after its heater went on; before and past what was followed, as at that end. */
export function bathByC({ atS, tubC }: Pick<BathTrace, 'atS' | 'tubC'>, afterS: number): number | null {
  const next = atS.findIndex((each) => each >= afterS);
  if (next <= 0) return tubC.at(next === 0 ? 0 : -1) ?? null;
  const [fromS = 0, toS = 0] = [atS[next - 1], atS[next]];
  const [fromC = 0, toC = 0] = [tubC[next - 1], tubC[next]];
  return toS === fromS ? toC : fromC + ((toC - fromC) * (afterS - fromS)) / (toS - fromS);
}
