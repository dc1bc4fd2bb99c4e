import { data, redirect } from 'react-router';
import { number, object, string } from 'yup';
import { nanoid } from 'nanoid';
import type { MixingAct } from '../../../core/chemistry/mixing/mixing-run.ts';
import { parseJson } from '../../../core/json-text.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { actsOfMixing, findMixing, keepMixingAct } from '../../server/shelf/mixings.server.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import type { Route } from './+types/acts.ts';

const actSchema = object({
  id: string()
    .matches(/^[\w-]{10,40}$/)
    .required(),
  kind: string().oneOf(['done', 'begun', 'undone']).required(),
  step: string().max(200),
  atMs: number().integer().min(0).required(),
});

/** What was pressed so far, on whatever screen. */
export function loader({ params }: Route.LoaderArgs) {
  if (!findMixing(params.mixingId)) throw data('There is no such mixing.', { status: 404 });
  return Response.json({ acts: actsOfMixing(params.mixingId) }, { headers: { 'Cache-Control': 'no-store' } });
}

/** What was pressed at the mixing bench: as JSON from its page, as a form where there are no scripts. */
export async function action({ request, params }: Route.ActionArgs) {
  const mixing = findMixing(params.mixingId);
  const asJson = request.headers.get('content-type')?.includes('json') ?? false;
  // A page without scripts is led to where its refusal stands.
  const back = (says: string) => redirect(`/mixing/${params.mixingId}?says=${encodeURIComponent(says)}`);
  if (!mixing) throw asJson ? data({ message: 'There is no such mixing.' }, { status: 404 }) : back('');
  const posted = asJson ? await bodyOf(request) : await formOf(request);
  const NO_ACT = 'That is no act of a mixing.';
  if (!actSchema.isValidSync(posted, { strict: true })) throw asJson ? data({ message: NO_ACT }, { status: 422 }) : back(NO_ACT);
  const { id, kind, step = '', atMs } = posted;
  // Whatever a screen's clock says, nothing is done in the future.
  const act = { id, kind, step, atMs: Math.min(atMs, nowMs()) } as MixingAct;
  const kept = keepMixingAct(mixing, act);
  if (!asJson) throw redirect(`/mixing/${mixing.id}${kept.ok ? '' : `?says=${encodeURIComponent(kept.message)}`}`);
  return Response.json({ acts: actsOfMixing(mixing.id), message: kept.ok ? null : kept.message }, { status: kept.ok ? 200 : 409 });
}

async function bodyOf(request: Request): Promise<unknown> {
  try {
    return parseJson(await request.text());
  } catch {
    return null;
  }
}

async function formOf(request: Request): Promise<unknown> {
  const form = await postedForm(request);
  return { id: nanoid(), kind: form.get('kind'), step: form.get('step') ?? '', atMs: nowMs() };
}
