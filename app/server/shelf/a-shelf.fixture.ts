import { effectOfRun } from '../../../core/chemistry/ledger/effect.ts';
import { entriesOfEffect, stepsOfKit } from '../../../core/chemistry/ledger/ledger.ts';
import { addRoll, type RollFields } from '../rolls.server.ts';
import { addBatch, findBatch } from './batches.server.ts';
import { saveKit } from './kits.server.ts';
import { writeRun } from './bottle-entries.server.ts';
import { saveTank } from './tanks.server.ts';

/** For tests: a roll as most are, stored under an id of the test's own choice. */
export function storeRoll(id: string, change: Partial<RollFields> = {}): void {
  addRoll(
    id,
    {
      name: `Roll ${id}`,
      film: 'Fennel 200',
      process: 'C-41',
      format: '135-36',
      count: 1,
      boxSpeed: 200,
      exposedSpeed: 200,
      developSpeed: null,
      treatment: 'normal',
      keeper: false,
      expiredYear: null,
      place: '',
      note: '',
      ...change,
    },
    2,
  );
}

/** For tests: a litre of the house kit, mixed a few days ago. */
export function storeBatch(id: string, rollsDone: number): void {
  const kitId = 'house-c41-three-bath';
  addBatch({ id, kitId, name: id, volumeMl: 1000, mixedOn: '2026-11-20', priceCents: 3000, rollsDone, note: '' }, 1);
}

/** For tests: a litre of a single bath, mixed a few days ago. */
export function storeSingle(id: string, kind: 'fixer' | 'stop' | 'prebath'): void {
  const name = `House ${kind}`;
  const bath = { id: kind, kind, name, nominalC: 20, time: { points: [{ c: 20, s: 300 }] }, after: 'return' } as const;
  saveKit({ format: 'steady-reel/kit@2', id: `house-${kind}`, name, process: 'any', makesMl: 1000, baths: [bath], sequence: [] }, 1);
  addBatch({ id, kitId: `house-${kind}`, name: id, volumeMl: 1000, mixedOn: '2026-11-20', priceCents: null, rollsDone: 0, note: '' }, 1);
}

/** For tests: a steel tank for so many 135 rolls. */
export function storeTank(id: string, rolls = 2): void {
  const untested = { heatJK: null, coolingPerMin: null, coolingInBathPerMin: null, material: 'plastic' as const };
  saveTank(
    { id, name: id, method: 'inversion', volumeMl: 520, fillS: 8, drainS: 12, reelSets: 1, holds: { '135': rolls }, ...untested },
    1,
  );
}

/** For tests: rolls through every bottle that stands in a batch, entered by hand. */
export function throughBatch(
  id: string,
  {
    on,
    rolls,
    drawnMl = 500,
    oneShot = false,
  }: { readonly on: string; readonly rolls: number; readonly drawnMl?: number; readonly oneShot?: boolean },
): string[] {
  const batch = findBatch(id);
  if (!batch) throw new Error(`no batch ${id}`);
  const { entries } = effectOfRun({
    steps: stepsOfKit(batch.kit),
    bottles: batch.bottles.filter((bottle) => !bottle.emptied),
    tankMl: drawnMl,
    rolls,
    oneShot,
  });
  return writeRun({ batchId: id, atMs: 1, entries: entriesOfEffect(entries, { on, act: `through-${id}-${++through}` }) });
}
let through = 0;
