import { firstRollDocument, newFirstRoll, readFirstRoll, type FirstRoll } from '../../core/beginner/first-roll.ts';
import { nowMs } from '../server/database/clock.server.ts';
import { inTransaction } from '../server/database/database.server.ts';
import { storedSetting, writeSetting } from '../server/settings.server.ts';

/** The first session as it stands; null where nobody has begun one. */
export function firstRoll(): FirstRoll | null {
  return readFirstRoll(storedSetting('first-roll'));
}

/** Changes it, beginning it where there was none. */
export function changeFirstRoll(change: (first: FirstRoll) => FirstRoll): FirstRoll {
  return inTransaction(() => {
    const first = change(firstRoll() ?? newFirstRoll(nowMs()));
    writeSetting('first-roll', firstRollDocument(first));
    return first;
  });
}
