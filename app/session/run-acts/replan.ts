import { parseReading } from '../../../core/units/typed-temperature.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import type { Route } from './+types/replan.ts';
import { replanAt } from './replan.server.ts';
import { toTheBench } from './to-the-bench.ts';

/** Plans a run and those after it anew at a measured temperature, which comes corrected and in °C; read again, because a browser can send anything. */
export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const reading = parseReading(textOf(form, 'tempC'));
  return toTheBench(
    reading.ok ? replanAt(params.runId, textOf(form, 'step'), reading.tempC) : { ok: false, message: reading.message, liveRunId: null },
  );
}

export { RefusedAct as default } from '../../ui/act-page.tsx';
