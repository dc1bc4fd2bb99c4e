import { readHabits } from '../../../core/schedule/read-habits.ts';
import { readWays } from '../../../core/schedule/way/read-way.ts';
import { waysOfHabits } from '../../../core/schedule/way/ways-of-habits.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { listFilmKits } from '../../server/shelf/kits.server.ts';

/** Set once what was a habit has become a way: what is set back afterwards stays set back. */
const DONE = 'habits-became-ways';

/**
 * Once, when a book of before is opened: habits of washing and prewash become ways of the kits that time their water, so that no
 * plan changes silently (domain.md 9.1). A way that is there already has the last word.
 */
export function habitsBecomeWays(): void {
  if (storedSetting(DONE) !== null) return;
  const habits = readHabits(storedSetting('habits'));
  const draft = (storedSetting('draft') ?? {}) as { readonly ways?: unknown };
  const ways = readWays(draft.ways);
  const become = listFilmKits().flatMap(({ id, kit }) => {
    const steps = waysOfHabits(kit, habits).filter((step) => !ways[id]?.normal?.some((said) => said.id === step.id));
    return steps.length > 0 ? [[id, { ...ways[id], normal: [...(ways[id]?.normal ?? []), ...steps] }] as const] : [];
  });
  if (become.length > 0) writeSetting('draft', { ...draft, ways: { ...ways, ...Object.fromEntries(become) } });
  writeSetting(DONE, { done: true });
}
