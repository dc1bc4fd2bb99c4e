import type { Roll } from '../../server/rolls.server.ts';
import type { Draft } from './draft.ts';

/** More than any evening can hold, and few enough to be laid out at once. */
export const WITHIN_REACH = 120;

/**
 * Of very many waiting rolls those that an evening could hold: what is arranged or under way already, then keepers, then the
 * oldest, all in the order in which they wait. Nothing is left out where there are no more than that.
 */
export function withinReach(rolls: readonly Roll[], { arrangement }: Pick<Draft, 'arrangement'>): readonly Roll[] {
  if (rolls.length <= WITHIN_REACH) return rolls;
  const arranged = new Set((arrangement ?? []).flatMap((run) => run.rollIds));
  const rank = (roll: Roll) => (arranged.has(roll.id) || roll.state !== 'waiting' ? 0 : roll.keeper ? 1 : 2);
  const first = rolls.map((roll, place) => ({ roll, place, rank: rank(roll) })).sort((a, b) => a.rank - b.rank || a.place - b.place);
  const within = first.filter((each, i) => each.rank === 0 || i < WITHIN_REACH);
  return within.sort((a, b) => a.place - b.place).map(({ roll }) => roll);
}
