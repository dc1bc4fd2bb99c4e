import { planEvening, batchesByFreshness, bathProcess, type Evening, type EveningRoll } from '../../core/schedule/evening.ts';
import type { Habits } from '../../core/schedule/habits.ts';
import { stopsFromSpeeds } from '../../core/units/exposure.ts';
import { listBatches, type BatchWithKit } from '../server/batches.server.ts';
import { today } from '../server/clock.server.ts';
import { waitingRolls, type Roll } from '../server/rolls.server.ts';
import { readSetting } from '../server/settings.server.ts';
import { listTanks, type TankOnShelf } from '../server/tanks.server.ts';
import { EMPTY_DRAFT, type Draft } from './draft.ts';

export interface Tonight {
  readonly draft: Draft;
  readonly canUndo: boolean;
  readonly habits: Habits;
  readonly waiting: readonly Roll[];
  readonly batches: readonly BatchWithKit[];
  /** The batches in use tonight, one a process. */
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
  const habits = draft.habits ?? (readSetting<Habits>('habits') as Habits);
  const waiting = waitingRolls();
  const batches = listBatches();
  const tanks = listTanks();
  const rolls = waiting.filter((roll) => !draft.excluded.includes(roll.id)).map((roll) => eveningRoll(roll, draft));
  const inUse = batchesTonight(rolls, batches, draft);
  const chosenTanks = draft.tankIds.length > 0 ? tanks.filter((tank) => draft.tankIds.includes(tank.id)) : tanks;
  const evening = planEvening({
    rolls,
    batches: inUse,
    tanks: draft.arrangement ? tanks : chosenTanks,
    on: today(),
    habits,
    temperaturesC: draft.temperaturesC,
    arrangement: draft.arrangement && stillWaiting(draft, rolls),
  });
  return { draft, canUndo: before !== undefined, habits, waiting, batches, inUse, tanks, evening };
}

function eveningRoll(roll: Roll, draft: Draft): EveningRoll {
  return {
    id: roll.id,
    name: roll.name,
    format: roll.format,
    process: roll.process,
    pushStops: draft.pushStops[roll.id] ?? stopsFromSpeeds(roll.boxSpeed, roll.exposedSpeed),
    treatment: draft.treatments[roll.id] ?? roll.treatment,
    keeper: roll.keeper,
    count: roll.count,
  };
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

/** An arrangement of yesterday must not bring back rolls that are gone, nor lose ones that came. */
function stillWaiting(draft: Draft, rolls: readonly EveningRoll[]): Draft['arrangement'] {
  const ids = new Set(rolls.map((roll) => roll.id));
  const runs = (draft.arrangement ?? [])
    .map((run) => ({ ...run, rollIds: run.rollIds.filter((id) => ids.has(id)) }))
    .filter((run) => run.rollIds.length > 0);
  return runs.length > 0 ? runs : null;
}
