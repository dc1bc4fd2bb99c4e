import type { StepKind } from '../../kit/kind.ts';
import type { RunEntry } from './bottle.ts';
import { effectOfRun } from './effect.ts';
import { entriesOfEffect } from './ledger.ts';

interface RunThrough {
  readonly on: string;
  readonly rolls: number;
  readonly drawnMl: number;
  readonly returned: boolean;
  readonly returnedMl?: number;
  readonly remjet?: boolean;
  readonly act?: string;
}

let acts = 0;

/** For tests: a run through some bottles, as the ledger writes it. A bottle is called by its kind unless it is said. */
export function runThrough(
  { on, rolls, drawnMl, returned, returnedMl, remjet, act = `run-${++acts}` }: RunThrough,
  bottles: Readonly<Record<string, StepKind>> = { developer: 'developer', 'bleach-fix': 'bleach-fix', stabiliser: 'stabiliser' },
): RunEntry[] {
  const { entries } = effectOfRun({
    steps: Object.entries(bottles).map(([id, kind]) => ({ id, bath: id, kind, bottle: id, after: 'return' })),
    bottles: Object.keys(bottles).map((id) => ({ id, bath: id, mlLeft: Infinity })),
    tankMl: drawnMl,
    rolls,
    oneShot: !returned,
    backMl: returnedMl,
  });
  return entriesOfEffect(entries, { on, act, ...(remjet === undefined ? {} : { remjet }) });
}
