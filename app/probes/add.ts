import { textOf } from '../ui/forms/read-form.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import type { Route } from './+types/add.ts';
import { added } from './added.server.ts';
import { refusedJson } from './machine-answers.ts';

export function loader(): Response {
  return refusedJson(405, 'A probe is added here with POST, or on the page Probes.');
}

/** The same as the page’s form, for a program of this machine that adds its own probe: its token as JSON. */
export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const what = textOf(form, 'what') === 'heater' ? 'heater' : 'probe';
  const came = added(form, what);
  if (came.kind === 'added') return Response.json({ name: came.name, token: came.token });
  return refusedJson(422, came.reply.error?.['name']?.join(' ') ?? 'name: a short name of letters, digits and dashes.');
}
