import { data, redirect, redirectDocument } from 'react-router';
import { findRun } from '../../server/runs/runs.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import type { Route } from './+types/repair.ts';
import { againOf, beginRepair } from './repair.server.ts';

/** Film that can still be saved goes to the Bench once more; a refusal is said on the page of its run. */
export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  if (!findRun(params.runId)) throw data('The logbook has no such run.', { status: 404 });
  const begun = beginRepair(params.runId, textOf(form, 'batch'), againOf(form.getAll('again')));
  if (begun.ok) throw redirectDocument(`/bench/${begun.runId}`);
  throw redirect(`/logbook/${params.runId}?refused=${encodeURIComponent(begun.message)}#repair`);
}

export { RefusedAct as default } from '../../ui/act-page.tsx';
