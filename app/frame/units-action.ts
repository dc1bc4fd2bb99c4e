import { redirect } from 'react-router';
import { storedUnits, writeSetting } from '../server/settings.server.ts';
import type { Route } from './+types/units-action.ts';

function chosen<T extends string>(posted: FormDataEntryValue | null, of: readonly T[], otherwise: T): T {
  return of.find((each) => each === posted) ?? otherwise;
}

/** The one place where units switch. */
export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  // Only what was chosen is sent: of two quick choices the second must not take the first one back.
  const { temperature, volume } = storedUnits();
  writeSetting('units', {
    temperature: chosen(form.get('temperature'), ['C', 'F'], temperature),
    volume: chosen(form.get('volume'), ['ml', 'fl oz'], volume),
  });
  const back = String(form.get('back') ?? '/');
  // Only addresses of our own: a full URL would lead off the site.
  throw redirect(/^\/(?!\/)/.test(back) ? back : '/');
}
