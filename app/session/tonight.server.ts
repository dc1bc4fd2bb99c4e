import { batchesByFreshness, bathProcess, planEvening, type Evening, type EveningRoll } from '../../core/schedule/evening.ts';
import type { Habits } from '../../core/schedule/habits.ts';
import { pushedByRuleOfThumb } from '../../core/timing/rule-of-thumb.ts';
import { listBatches, type BatchWithKit } from '../server/batches.server.ts';
import { today } from '../server/clock.server.ts';
import { waitingRolls, type Roll } from '../server/rolls.server.ts';
import { readSetting } from '../server/settings.server.ts';
import { listTanks, type TankOnShelf } from '../server/tanks.server.ts';
import { EMPTY_DRAFT, type Draft } from './draft.ts';
import { eveningQuestion, rollsTonight } from './evening-question.ts';

export interface Tonight {
  readonly draft: Draft;
  readonly canUndo: boolean;
  readonly habits: Habits;
  readonly on: string;
  readonly waiting: readonly Roll[];
  readonly batches: readonly BatchWithKit[];
  /** The batches in use tonight, one a process, pushed by the school in use. */
  readonly inUse: readonly BatchWithKit[];
  readonly tanks: readonly TankOnShelf[];
  readonly evening: Evening;
}

export interface StoredDraft extends Draft {
  readonly before?: Draft;
}

export function readDraft(): StoredDraft {
  return { ...EMPTY_DRAFT, ...readSetting<StoredDraft>('draft') };
}

/** What waits, what the shelf can do, and the evening that follows from both. */
export function tonight(): Tonight {
  const { before, ...draft } = readDraft();
  const usual = draft.habits ?? (readSetting<Habits>('habits') as Habits);
  const set = {
    draft,
    habits: draft.wear ? { ...usual, wear: draft.wear } : usual,
    on: today(),
    waiting: waitingRolls(),
    batches: listBatches().map((batch) =>
      draft.pushSchool === 'rule-of-thumb' ? { ...batch, kit: pushedByRuleOfThumb(batch.kit) } : batch,
    ),
    tanks: listTanks(),
  };
  const inUse = batchesTonight(rollsTonight(set.waiting, draft), set.batches, draft);
  return { ...set, canUndo: before !== undefined, inUse, evening: planEvening(eveningQuestion({ ...set, inUse })) };
}

/** The chosen batch of each process that waits, or the freshest. */
function batchesTonight(rolls: readonly EveningRoll[], batches: readonly BatchWithKit[], draft: Draft): BatchWithKit[] {
  const processes = [...new Set(rolls.map(bathProcess))];
  return processes.flatMap((process) => {
    const chosen = draft.batchIds.findLast((id) => batches.some((batch) => batch.id === id && batch.kit.process === process));
    const id = chosen ?? batchesByFreshness(batches, process, today())[0]?.id;
    return batches.filter((batch) => batch.id === id);
  });
}
