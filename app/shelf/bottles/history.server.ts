import { dayAndYear } from '../../../core/units/day.ts';
import { sayIn } from '../../../core/units/sentence.ts';
import { entriesOfBatches, type StoredEntry } from '../../server/bottle-entries.server.ts';
import { batchesOfBottles, codeOf, findBottleRow, lifeOfBottle, type BottleRow } from '../../server/bottles.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { entryInWords } from './entry-in-words.ts';

export interface HistoryLine {
  readonly id: string;
  readonly on: string;
  readonly says: string;
  readonly note: string;
  readonly runId: string | null;
  /** Why it was taken back; null while it counts. */
  readonly undoneWhy: string | null;
}

/** Entries as sentences, the latest first. */
export function historyOf(entries: readonly StoredEntry[]): HistoryLine[] {
  const units = storedUnits();
  const names = new Map<string, string>();
  const nameOf = (bottle: string) => {
    const known = names.get(bottle);
    if (known !== undefined) return known;
    const row = findBottleRow(Number(bottle));
    const name = row ? `${row.name} ${codeOf(row.number)}` : 'A bottle';
    names.set(bottle, name);
    return name;
  };
  return entries
    .map((stored) => ({
      id: stored.id,
      on: dayAndYear(stored.entry.on),
      says: sayIn(entryInWords(stored.entry, nameOf), units),
      // A reason that is part of the entry is said once.
      note: stored.note,
      runId: stored.runId,
      undoneWhy: stored.undoneWhy,
    }))
    .reverse();
}

/** What concerned one bottle in every batch it stood in, and what of it was taken back. */
export function historyOfBottle(row: BottleRow): HistoryLine[] {
  const all = entriesOfBatches(batchesOfBottles([row.number]));
  const counted = new Set(lifeOfBottle(row, all).entries.map((entry) => entry.id));
  const undone = (stored: StoredEntry) => stored.undone && 'bottle' in stored.entry && stored.entry.bottle === String(row.number);
  return historyOf(all.filter((stored) => counted.has(stored.id) || undone(stored)));
}
