import type { WaysOfKit } from '../../../core/schedule/way/read-way.ts';

/** How this person goes through kits, as a draft has it: by kit, then by treatment (domain.md 9.1). */
export interface DraftedWays {
  readonly ways: Readonly<Record<string, WaysOfKit>>;
  /** The same for tonight alone: where there is one it stands in the place of the other, and goes with the evening. */
  readonly waysTonight?: Readonly<Record<string, WaysOfKit>>;
}

/** How a kit is gone through tonight, by treatment. */
export function waysOf({ ways, waysTonight }: DraftedWays, kit: string): WaysOfKit {
  return { ...ways[kit], ...waysTonight?.[kit] };
}
