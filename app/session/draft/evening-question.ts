import type { EveningQuestion, EveningRoll } from '../../../core/evening/evening.ts';
import { pushOfRoll } from '../../../core/film/develop-at.ts';
import type { Roll } from '../../server/rolls.server.ts';
import { waysOf } from '../way/drafted-ways.ts';
import type { Draft, OwnMargins } from './draft.ts';
import { marginsOn } from './margins-on.ts';

export interface SetTonight {
  readonly waiting: readonly Roll[];
  readonly draft: Draft;
  readonly habits: EveningQuestion['habits'];
  readonly inUse: EveningQuestion['batches'];
  readonly tanks: EveningQuestion['tanks'];
  readonly on: string;
  readonly heat: EveningQuestion['heat'];
  readonly singles: EveningQuestion['singles'];
}

/** What the core is asked about tonight; the server asks it for the page, a worker for the batches compared. */
export function eveningQuestion({ waiting, draft, habits, inUse, tanks, on, heat, singles }: SetTonight): EveningQuestion {
  const rolls = rollsTonight(waiting, draft);
  const chosen = draft.tankIds.length > 0 ? tanks.filter((tank) => draft.tankIds.includes(tank.id)) : tanks;
  return {
    rolls,
    batches: inUse,
    tanks: draft.arrangement ? tanks : chosen,
    on,
    habits,
    temperaturesC: draft.temperaturesC,
    heat: heat ?? null,
    singles: singles ?? [],
    own: Object.fromEntries(
      inUse.flatMap((batch): [string, OwnMargins[string]][] => {
        // Those of one push, and those of one film, under the batch as they are under its kit.
        const apart = Object.keys(draft.own).filter((key) => ['@', '#'].some((mark) => key.startsWith(batch.kit.id + mark)));
        return [
          [batch.id, marginsOn(draft, batch)],
          ...apart.map((key): [string, OwnMargins[string]] => [batch.id + key.slice(batch.kit.id.length), draft.own[key] ?? {}]),
        ];
      }),
    ),
    ways: Object.fromEntries(inUse.map((batch) => [batch.id, waysOf(draft, batch.kit.id)])),
    arrangement: draft.arrangement && stillWaiting(draft, rolls),
  };
}

/** The rolls of tonight as a person wants them done: pushed and treated as they chose, or as each roll says. */
export function rollsTonight(waiting: readonly Roll[], draft: Draft): EveningRoll[] {
  return waiting
    .filter((roll) => !draft.excluded.includes(roll.id))
    .map((roll) => ({
      id: roll.id,
      name: roll.name,
      film: roll.film,
      format: roll.format,
      process: roll.process,
      pushStops: draft.pushStops[roll.id] ?? pushOfRoll(roll),
      treatment: draft.treatments[roll.id] ?? roll.treatment,
      keeper: roll.keeper,
      count: roll.count,
    }));
}

/** An arrangement of yesterday must not bring back rolls that are gone, nor lose ones that came. */
function stillWaiting(draft: Draft, rolls: readonly EveningRoll[]): Draft['arrangement'] {
  const ids = new Set(rolls.map((roll) => roll.id));
  const runs = (draft.arrangement ?? [])
    .map((run) => ({ ...run, rollIds: run.rollIds.filter((id) => ids.has(id)) }))
    .filter((run) => run.rollIds.length > 0);
  return runs.length > 0 ? runs : null;
}
