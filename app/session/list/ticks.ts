import { data } from 'react-router';
import { boolean, number, object, string } from 'yup';
import { parseJson } from '../../../core/json-text.ts';
import { tickDoing } from '../../run/evening/ticks.server.ts';
import { clockSpeed, nowMs } from '../../server/database/clock.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import type { Route } from './+types/ticks.ts';

const tickSchema = object({
  doing: string().max(2000).required(),
  done: boolean().required(),
  /** How long ago it was pressed: a screen's own clock may be wrong, and goes on evenly all the same. */
  agoMs: number().integer().min(0).required(),
});

/** What was ticked on a screen with scripts, whenever it could be delivered; forms go to the page itself. */
export async function action({ request }: Route.ActionArgs) {
  const posted = await bodyOf(request);
  if (!tickSchema.isValidSync(posted, { strict: true }))
    throw data('A tick has doing (text), done (true or false) and agoMs (milliseconds).', { status: 422 });
  tickDoing(openSessionId(), posted.doing, posted.done, nowMs() - posted.agoMs * clockSpeed());
  return new Response(null, { status: 204 });
}

async function bodyOf(request: Request): Promise<unknown> {
  try {
    return parseJson(await request.text());
  } catch {
    return null;
  }
}
