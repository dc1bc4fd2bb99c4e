import { loadedTank } from '../../../core/packing/load.ts';
import { format, parseISO } from 'date-fns';
import { effectOfRun, NOTHING_TO_COME, withRun, type EffectEntry, type Forecast } from '../../../core/chemistry/ledger/effect.ts';
import { isArrangement } from '../../../core/evening/arranged-run.ts';
import type { ArrangedRun } from '../../../core/evening/evening.ts';
import { rollEquivalents } from '../../../core/film/roll-equivalents.ts';
import { arranged } from '../../../core/schedule/arranged.ts';
import { isOneShot } from '../../../core/schedule/habits.ts';
import { readHabits } from '../../../core/schedule/read-habits.ts';
import { readWays } from '../../../core/schedule/way/read-way.ts';
import type { SingleInUse } from '../../../core/schedule/way/single-in-use.ts';
import { today } from '../../server/database/clock.server.ts';
import { keptEvenings, type KeptEvening } from '../../server/evenings.server.ts';
import { waitingRolls, type Roll } from '../../server/rolls.server.ts';
import { storedSetting } from '../../server/settings.server.ts';
import { isFilmBatch, listBatches, type BatchWithKit, type FilmBatch } from '../../server/shelf/batches.server.ts';
import { singlesInUse } from './singles-in-use.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';

/** Rolls and roll equivalents that evenings to come have spoken for. */
export interface Reserved {
  /** By roll: which evening has it. */
  readonly rolls: Readonly<Record<string, string>>;
  /** By batch: what they will do to it, and for which evenings. */
  readonly batches: Readonly<Record<string, Forecast & { readonly evenings: readonly string[] }>>;
}

/** Reads what evenings to come will use, so that it is promised once. */
export function reservedRolls(waiting: readonly Roll[] = waitingRolls(), shelf: readonly BatchWithKit[] = listBatches()): Reserved {
  const rolls: Record<string, string> = {};
  const batches: Record<string, Forecast & { evenings: string[] }> = {};
  // An evening that is past holds nothing back any more.
  const evenings = keptEvenings().filter(({ onDay }) => onDay >= today());
  const tanks = evenings.length > 0 ? listTanks() : [];
  const singles = evenings.length > 0 ? singlesInUse(shelf, new Map()) : [];
  const ofSingle = new Map(shelf.filter((batch) => !isFilmBatch(batch)).flatMap((batch) => batch.bottles.map(({ id }) => [id, batch.id])));
  for (const evening of evenings) {
    for (const run of stillArranged(evening, waiting)) {
      const film = run.rollIds.flatMap((id) => waiting.find((roll) => roll.id === id) ?? []);
      for (const roll of film) rolls[roll.id] = `${evening.name}, ${dayOf(evening)}`;
      const batch = shelf.find((each) => each.id === run.batchId);
      const tank = tanks.find((each) => each.id === run.tankId);
      const tankMl = tank ? loadedTank(tank, film).volumeMl : 0;
      const entries = batch && isFilmBatch(batch) ? arrangedEffect(batch, tankMl, film, evening, singles) : [];
      // A single bath's bottle stands in a batch of its own.
      const standsIn = (bottle: string) =>
        batch?.bottles.some(({ id }) => id === bottle) ? run.batchId : (ofSingle.get(bottle) ?? run.batchId);
      for (const id of new Set([run.batchId, ...entries.map(({ bottle }) => standsIn(bottle))])) {
        const before = batches[id] ?? { ...NOTHING_TO_COME, evenings: [] };
        const its = entries.filter(({ bottle }) => standsIn(bottle) === id);
        batches[id] = {
          ...withRun(before, its),
          evenings: before.evenings.includes(evening.name) ? before.evenings : [...before.evenings, evening.name],
        };
      }
    }
  }
  return { rolls, batches };
}

/** What a run that is arranged and not planned yet will pour: its steps are known before its times are. */
function arrangedEffect(
  batch: FilmBatch,
  tankMl: number,
  film: readonly Roll[],
  { draft }: KeptEvening,
  singles: readonly SingleInUse[],
): readonly EffectEntry[] {
  const { habits: own, ways, waysTonight } = (draft ?? {}) as Readonly<Record<'habits' | 'ways' | 'waysTonight', unknown>>;
  const habits = readHabits(own ?? storedSetting('habits'));
  const treatment = film[0]?.treatment ?? 'normal';
  const way = readWays(waysTonight, 'empty-too')[batch.kit.id]?.[treatment] ?? readWays(ways)[batch.kit.id]?.[treatment] ?? [];
  const inTurn = arranged({ kit: batch.kit, habits, treatment, temperaturesC: {}, way, wayFollows: true, singles });
  if (!inTurn.ok) return [];
  const steps = inTurn.value.drafts.map(({ id, kind, bottle, single }, i) => ({
    id: inTurn.value.ids[i] ?? id,
    bath: id,
    kind,
    bottle: bottle?.name ?? null,
    after: bottle?.after ?? ('return' as const),
    ...(single?.bottle ? { from: single.bottle.id } : {}),
  }));
  const ofSingles = singles.flatMap(({ bottle }) => (bottle && steps.some(({ from }) => from === bottle.id) ? [bottle] : []));
  const bottles = [...batch.bottles.filter((bottle) => !bottle.emptied), ...ofSingles];
  return effectOfRun({ steps, bottles, tankMl, rolls: rollEquivalents(film), oneShot: isOneShot(habits, batch) }).entries;
}

/** `Saturday 28 November` */
export function dayOf({ onDay }: Pick<KeptEvening, 'onDay'>): string {
  return format(parseISO(onDay), 'EEEE d MMMM');
}

/** The runs of an evening to come with what of them still waits: a roll that was developed meanwhile is no longer in it. */
export function stillArranged({ draft }: Pick<KeptEvening, 'draft'>, waiting: readonly Roll[]): ArrangedRun[] {
  const stored = (draft as { arrangement?: unknown } | null)?.arrangement;
  const waits = new Set(waiting.map((roll) => roll.id));
  return (isArrangement(stored) ? stored : [])
    .map((run) => ({ ...run, rollIds: run.rollIds.filter((id) => waits.has(id)) }))
    .filter((run) => run.rollIds.length > 0);
}
