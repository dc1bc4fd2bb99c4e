import { redirect } from 'react-router';
import { isTip, readTipsAway } from '../../core/run/tips.ts';
import { storedSetting, writeSetting } from '../server/settings.server.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import type { Route } from './+types/tips-action.ts';
import { wayBack } from './way-back.ts';

/** A tip is put away for good, or all of them are brought back. */
export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const tip = form.get('away');
  const away = readTipsAway(storedSetting('tips'));
  const next = form.has('all-back') ? [] : isTip(tip) && !away.includes(tip) ? [...away, tip] : away;
  writeSetting('tips', { format: 'steady-reel/tips@1', away: next });
  throw redirect(wayBack(form.get('back')));
}
