import { redirect } from 'react-router';
import { VOLUME_UNITS } from '../../core/units/volume.ts';
import { isCurrency, storedUnits, writeSetting } from '../server/settings.server.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import type { Route } from './+types/units-action.ts';
import { wayBack } from './way-back.ts';

function chosen<T extends string>(posted: FormDataEntryValue | null, of: readonly T[], otherwise: T): T {
  return of.find((each) => each === posted) ?? otherwise;
}

/** The one place where units and money switch. */
export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  if (form.has('currency')) {
    const currency = form.get('currency');
    writeSetting('money', { format: 'steady-reel/money@1', currency: isCurrency(currency) ? currency : null });
  } else {
    // Only what was chosen is sent: of two quick choices the second must not take the first one back.
    const { temperature, volume } = storedUnits();
    writeSetting('units', {
      format: 'steady-reel/units@2',
      temperature: chosen(form.get('temperature'), ['C', 'F'], temperature),
      volume: chosen(form.get('volume'), VOLUME_UNITS, volume),
    });
  }
  throw redirect(wayBack(form.get('back')));
}
