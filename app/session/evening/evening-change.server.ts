import { eveningDocument, readEvening } from '../../run/evening/evening-settings.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { readForm } from '../../ui/forms/read-form.ts';
import { eveningFromForm, eveningSchema } from './evening-form.ts';

/** Keeps what a form says about the evening; what it does not mention stays. Returns why not, when it is refused. */
export function changeEvening(form: FormData): string | null {
  const before = readEvening(storedSetting('evening'));
  const read = readForm(eveningSchema, form);
  if (!read.ok)
    return (
      Object.values(read.reply.error ?? {})
        .flatMap((errors) => errors ?? [])
        .join(' ') || 'That was not understood; nothing was changed.'
    );
  const said = eveningFromForm(read.value);
  const mentioned = Object.fromEntries(Object.entries(said).filter(([name]) => form.has(name)));
  // An unticked box is not sent at all; the tub's form is known by its litres.
  const lidded = form.has('litres') ? form.has('lidded') : before.lidded;
  writeSetting('evening', eveningDocument({ ...before, ...mentioned, lidded }));
  return null;
}
