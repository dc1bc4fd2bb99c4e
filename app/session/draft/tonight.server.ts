import { NOTHING_TO_COME, type Forecast } from '../../../core/chemistry/ledger/effect.ts';
import { batchesByFreshness, bathProcess, planEvening, type Evening, type EveningRoll } from '../../../core/evening/evening.ts';
import type { HouseHeat } from '../../../core/heat/tank/tank-heat-setting.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import type { SingleInUse } from '../../../core/schedule/way/single-in-use.ts';
import { pushedByRuleOfThumb } from '../../../core/timing/rule-of-thumb.ts';
import { runsToCome } from '../../run/acts/effect-of-run.server.ts';
import { readEvening } from '../../run/evening/evening-settings.ts';
import { reservedRolls, type Reserved } from '../../run/evening/reserved-rolls.server.ts';
import { singlesInUse } from '../../run/evening/singles-in-use.server.ts';
import { usualHabits } from '../../run/evening/usual-habits.server.ts';
import { today } from '../../server/database/clock.server.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { waitingRolls as rollsThatWait, type Roll } from '../../server/rolls.server.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { listBatches, isFilmBatch, type FilmBatch } from '../../server/shelf/batches.server.ts';
import { listTanks, type TankOnShelf } from '../../server/shelf/tanks.server.ts';
import { DRAFT_FORMAT, readDraftDocument, type Draft } from './draft.ts';
import { eveningQuestion, rollsTonight } from './evening-question.ts';
import { withinReach } from './within-reach.ts';

export interface BatchTonight extends FilmBatch {
  /** What runs that were planned and are not done will do to it. */
  readonly waiting: Forecast;
  /** What evenings to come will. */
  readonly reserved: Forecast;
}

export interface Tonight {
  readonly draft: Draft;
  readonly canUndo: boolean;
  readonly habits: Habits;
  readonly on: string;
  readonly waiting: readonly Roll[];
  /** Rolls that wait beyond what any evening could hold. */
  readonly moreWaiting: number;
  readonly batches: readonly BatchTonight[];
  /** The batches in use tonight, one a process, pushed by the school in use. */
  readonly inUse: readonly BatchTonight[];
  readonly heat: HouseHeat | null;
  /** The single baths that a run may take. */
  readonly singles: readonly SingleInUse[];
  readonly tanks: readonly TankOnShelf[];
  readonly evening: Evening;
  /** Rolls and solution that evenings to come have spoken for. */
  readonly reserved: Reserved;
}

export interface StoredDraft extends Draft {
  /** The draft before the last change, which one press takes back. */
  readonly before?: Draft;
}

export function readDraft(): StoredDraft {
  const stored = storedSetting('draft');
  const before = (stored as { before?: unknown } | null)?.before;
  return { ...readDraftDocument(stored), ...(before ? { before: readDraftDocument(before) } : {}) };
}

export function writeDraft(draft: StoredDraft | Partial<Draft>): void {
  writeSetting('draft', { format: DRAFT_FORMAT, ...draft });
}

/** What waits, what the shelf can do, and the evening that follows from both. */
export function tonight(): Tonight {
  return whileUnchanged('tonight', planTonight);
}

function planTonight(): Tonight {
  const { before, ...draft } = readDraft();
  const set = eveningSet(draft, rollsThatWait(), runsToCome());
  // What is kept for another evening is not proposed for tonight.
  const free = { ...draft, excluded: [...draft.excluded, ...Object.keys(set.reserved.rolls)] };
  const inUse = batchesTonight(rollsTonight(set.waiting, free), set.batches, draft, set.on);
  return { ...set, canUndo: before !== undefined, inUse, evening: planEvening(eveningQuestion({ ...set, draft: free, inUse })) };
}

/** What an evening is planned with: the person's settings, these rolls, and the shelf as `toCome` will have left it. */
export function eveningSet(draft: Draft, waiting: readonly Roll[], toCome: ReadonlyMap<string, Forecast>) {
  const usual = draft.habits ?? usualHabits();
  const habits = draft.wear ? { ...usual, wear: draft.wear } : usual;
  const shelf = listBatches();
  const reserved = reservedRolls(waiting, shelf);
  const within = withinReach(waiting, draft);
  return {
    reserved,
    draft,
    habits,
    on: today(),
    waiting: within,
    moreWaiting: waiting.length - within.length,
    // Runs that wait or go on will have used their share before anything that is planned now.
    singles: singlesInUse(shelf, toCome),
    batches: shelf
      .filter(isFilmBatch)
      .map((batch) => ({
        ...batch,
        waiting: toCome.get(batch.id) ?? NOTHING_TO_COME,
        reserved: reserved.batches[batch.id] ?? NOTHING_TO_COME,
      }))
      .map((batch) => (draft.pushSchool === 'rule-of-thumb' ? { ...batch, kit: pushedByRuleOfThumb(batch.kit) } : batch)),
    tanks: listTanks(),
    heat: houseHeat(habits, readEvening(storedSetting('evening')).roomC),
  };
}

/** The heat of this house, unless the person's habit is to leave it out of the reckoning. */
function houseHeat(habits: Habits, roomC: number): HouseHeat | null {
  if (habits.temperature === 'ignore') return null;
  const dryInTheBath = habits.prewash?.kind === 'none';
  return {
    roomC,
    start: habits.tankStart ?? (dryInTheBath ? 'bath' : 'room'),
    stands: habits.tankStands ?? 'air',
    school: habits.temperature ?? 'wait-longer',
  };
}

/** The chosen batch of each process that waits, or the freshest. */
export function batchesTonight(rolls: readonly EveningRoll[], batches: readonly BatchTonight[], draft: Draft, on: string): BatchTonight[] {
  const processes = [...new Set(rolls.map(bathProcess))];
  return processes.flatMap((process) => {
    const chosen = draft.batchIds.findLast((id) => batches.some((batch) => batch.id === id && batch.kit.process === process));
    const id = chosen ?? batchesByFreshness(batches, process, on)[0]?.id;
    return batches.filter((batch) => batch.id === id);
  });
}
