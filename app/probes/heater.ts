import { announceProbes } from '../run/acts/live-runs.server.ts';
import { nowMs } from '../server/database/clock.server.ts';
import { findHeater, heaterTold, setHeaterTo, type Heater } from '../server/heaters.server.ts';
import { isToken, tokenIn } from '../server/tokens.server.ts';
import type { Route } from './+types/heater.ts';
import { heaterBody } from './heater-body.ts';
import { asJson, NO_TOKEN, refusedJson } from './machine-answers.ts';

/** What a heater is told, and what is known of it. */
const asTold = ({ name, setC, runsAtC, heats, toldAtMs }: Heater) =>
  Response.json(
    { name, setC, runsAtC, heats, toldAt: toldAtMs === null ? null : new Date(toldAtMs).toISOString() },
    { headers: { 'Cache-Control': 'no-store' } },
  );

/** A heater by its token, or a person at a page of ours; a token that is not its own opens nothing. */
function allowed(request: Request, context: Route.LoaderArgs['context'], heater: Heater | null): heater is Heater {
  if (heater === null) return false;
  if (request.headers.has('authorization')) return isToken(tokenIn(request), heater.tokenSha256);
  return context.who?.kind === 'owner' || context.who?.screen?.role === 'book';
}

export function loader({ request, params, context }: Route.LoaderArgs) {
  const heater = findHeater(params.name);
  return allowed(request, context, heater) ? asTold(heater) : refusedJson(401, NO_TOKEN);
}

/**
 * `PUT {"setC":38.4}` sets what it should hold; `{"runsAtC":38.4,"heats":true}` is what it says of itself. Either answers
 * with all that is known, so that a heater reports and learns in one go.
 */
export async function action({ request, params, context }: Route.ActionArgs) {
  const heater = findHeater(params.name);
  if (!allowed(request, context, heater)) return refusedJson(401, NO_TOKEN);
  if (request.method !== 'PUT') return refusedJson(405, 'A heater is set, and reports, with PUT.');
  const body = await asJson(request);
  if (!body.ok) return body.answer;
  const read = heaterBody(body.value);
  if (!read.ok) return Response.json({ message: read.errors[0]?.message, path: read.errors[0]?.path }, { status: 422 });
  const { setC, runsAtC, heats } = read.value;
  if (setC !== undefined) setHeaterTo(heater.name, setC);
  if (runsAtC !== undefined || heats !== undefined) heaterTold(heater.name, { runsAtC: runsAtC ?? null, heats: heats ?? null }, nowMs());
  announceProbes();
  return asTold(findHeater(heater.name) ?? heater);
}
