import { redirect } from 'react-router';
import { writeSetting } from '../server/settings.server.ts';
import type { Route } from './+types/units-action.ts';

/** The one place where units switch. */
export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  writeSetting('units', {
    temperature: form.get('temperature') === 'F' ? 'F' : 'C',
    volume: form.get('volume') === 'fl oz' ? 'fl oz' : 'ml',
  });
  const back = String(form.get('back') ?? '/');
  // Only addresses of our own: a full URL would lead off the site.
  throw redirect(/^\/(?!\/)/.test(back) ? back : '/');
}
