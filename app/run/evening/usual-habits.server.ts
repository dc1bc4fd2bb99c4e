import type { Habits } from '../../../core/schedule/habits.ts';
import { readHabits } from '../../../core/schedule/read-habits.ts';
import { storedSetting } from '../../server/settings.server.ts';

/** The person's own habits, that hold where tonight has none of its own. */
export function usualHabits(): Habits {
  return readHabits(storedSetting('habits'));
}
