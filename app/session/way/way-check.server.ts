import { planRun } from '../../../core/schedule/plan.ts';
import { MOST_CHANGES } from '../../../core/schedule/way/read-way.ts';
import { questionOfWay } from '../../run/evening/steps-of-way.server.ts';
import { isFilmBatch, listBatches } from '../../server/shelf/batches.server.ts';
import { findFilmKit } from '../../server/shelf/kits.server.ts';
import type { Draft, DraftChange } from '../draft/draft.ts';
import { waysOf } from './drafted-ways.ts';

/** Why a change to a way would break it, in words; null where it may stand. What broke before it was made is not its fault. */
export function wayRefusal(next: Draft, change: DraftChange): string | null {
  if (!('kitId' in change) || !('treatment' in change)) return null;
  const kit =
    listBatches()
      .filter(isFilmBatch)
      .find((batch) => batch.kit.id === change.kitId)?.kit ?? findFilmKit(change.kitId)?.kit;
  if (!kit) return 'The kit of this way is not on the shelf any more. Nothing was changed.';
  const way = waysOf(next, change.kitId)[change.treatment] ?? [];
  if (way.length > MOST_CHANGES)
    return `This way has ${MOST_CHANGES} changes already, as many as are kept. Put one back, or copy the kit and change its steps. Nothing was changed.`;
  const plan = planRun(questionOfWay(kit, change.treatment, way, next.habits));
  const fault = plan.ok ? undefined : plan.errors.find(({ path }) => path.startsWith('$.steps'));
  return fault ? `${fault.message} Nothing was changed.` : null;
}
