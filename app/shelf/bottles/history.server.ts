import { dayAndYear } from '../../../core/units/day.ts';
import { sayIn } from '../../../core/units/sentence.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { entriesOfBatches, type StoredEntry } from '../../server/shelf/bottle-entries.server.ts';
import { batchesOfBottles, codeOf, findBottleRow, lifeOfBottle, type BottleRow } from '../../server/shelf/bottles.server.ts';
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
  return oneLineAnAct(entries)
    .map(([stored, ...others]) => ({
      id: stored.id,
      on: dayAndYear(stored.entry.on),
      says: sayIn(entryInWords(stored.entry, nameOf, others.length + 1), units),
      // A reason that is part of the entry is said once.
      note: stored.note,
      runId: stored.runId,
      undoneWhy: stored.undoneWhy,
    }))
    .reverse();
}

/** A run that was poured from three bottles is told once, with the first of them. */
function oneLineAnAct(entries: readonly StoredEntry[]): [StoredEntry, ...StoredEntry[]][] {
  const lines: [StoredEntry, ...StoredEntry[]][] = [];
  const runs = new Map<string, [StoredEntry, ...StoredEntry[]]>();
  for (const stored of entries) {
    const line = stored.entry.kind === 'run' ? runs.get(stored.act) : undefined;
    if (line) line.push(stored);
    else {
      const first: [StoredEntry, ...StoredEntry[]] = [stored];
      lines.push(first);
      if (stored.entry.kind === 'run') runs.set(stored.act, first);
    }
  }
  return lines;
}

/** What concerned one bottle in every batch it stood in, and what of it was taken back. */
export function historyOfBottle(row: BottleRow): HistoryLine[] {
  const all = entriesOfBatches(batchesOfBottles([row.number]));
  const counted = new Set(lifeOfBottle(row, all).entries.map((entry) => entry.id));
  const undone = (stored: StoredEntry) => stored.undone && 'bottle' in stored.entry && stored.entry.bottle === String(row.number);
  return historyOf(all.filter((stored) => counted.has(stored.id) || undone(stored)));
}
