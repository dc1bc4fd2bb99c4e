import { isZone, personsZone, writeSetting } from '../server/settings.server.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import type { Route } from './+types/zone-action.ts';

/** The browser's time zone, sent with the first page; every page, calendar and sheet then uses it. */
export async function action({ request, context }: Route.ActionArgs) {
  const zone = (await postedForm(request)).get('zone');
  if (!isZone(zone)) return Response.json({ message: 'That is no time zone this machine knows.' }, { status: 422 });
  // The evening goes by the clock of the room it is held in: another screen that is set otherwise changes nothing.
  if (context.who?.kind === 'screen') return Response.json({ zone: personsZone() });
  writeSetting('zone', { format: 'steady-reel/zone@1', zone });
  return Response.json({ zone });
}
