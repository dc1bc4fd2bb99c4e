import { MIXING_FORMAT, type MixingAct, type MixingPlan } from './mixing-run.ts';

/** A mixing as it is stored: what is done, and which bottles are taken over instead of being mixed, by bath. */
export interface StoredMixingPlan extends MixingPlan {
  readonly takes: Readonly<Record<string, number>>;
}

/**
 * A mixing's plan as it was stored, by any version. Only this program writes them: a document without steps, or one of a
 * version that is not known yet, is said as such.
 */
export function readMixingPlan(document: unknown): StoredMixingPlan {
  const stored = document as Partial<StoredMixingPlan> | null;
  if (!stored || !(stored.steps instanceof Array)) throw new Error('A stored mixing has no steps: its plan is damaged.');
  if (stored.format !== MIXING_FORMAT)
    throw new Error(`A stored mixing is of the version ${String(stored.format)}, which is not known here.`);
  return { ...(stored as MixingPlan), takes: stored.takes ?? {} };
}

/** Acts that a screen kept by itself: whatever else stands there is left out. */
export function readKeptActs(stored: unknown): MixingAct[] {
  if (!Array.isArray(stored)) return [];
  return stored.filter((value: unknown): value is MixingAct => {
    if (typeof value !== 'object' || value === null) return false;
    const { id, kind, step, atMs } = value as Record<string, unknown>;
    if (typeof id !== 'string' || typeof atMs !== 'number') return false;
    return kind === 'undone' || ((kind === 'done' || kind === 'begun') && typeof step === 'string');
  });
}
