import { bleachesOrFixes, isDeveloper, type BathKind } from '../../kit/kind.ts';
import type { Bath } from '../../kit/kit.ts';
import type { TestResult } from '../ledger/standing.ts';

/** What is watched when a snip of fogged leader lies in a bottle at working temperature, and for how long (domain.md 15). */
export interface SnipTest {
  readonly watch: string;
  /** What is pressed when it is seen. */
  readonly seen: string;
  /** Seen by then, it passes. */
  readonly passS: number;
  /** Seen by then, it is worn; later, spent. */
  readonly wholeS: number;
}

/** How a bottle is tested; null for baths that a snip says nothing about. `seconds` is the bath's time as the leaflet has it. */
export function snipTest(bath: Pick<Bath, 'kind'>, seconds: number): SnipTest | null {
  if (isDeveloper(bath.kind)) return { watch: 'The snip turns dark.', seen: 'It is dark', passS: seconds, wholeS: seconds };
  if (!clears(bath.kind)) return null;
  return { watch: 'The snip turns clear.', seen: 'It is clear', passS: seconds / 2, wholeS: seconds };
}

function clears(kind: BathKind): boolean {
  return bleachesOrFixes(kind) && kind !== 'bleach';
}

/** What it means that the change was seen after `afterS`; null: it was never seen. */
export function snipResult(test: SnipTest, afterS: number | null): TestResult {
  if (afterS === null || afterS > test.wholeS + 1e-9) return 'failed';
  return afterS <= test.passS + 1e-9 ? 'passed' : 'worn';
}
