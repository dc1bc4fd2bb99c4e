import { readDelivery } from '../../core/probe/read-delivery.ts';
import { deliver } from '../run/probes/probe-delivery.server.ts';
import { findProbe } from '../server/probes.server.ts';
import { isToken, tokenIn } from '../server/tokens.server.ts';
import type { Route } from './+types/readings.ts';
import { asJson, NO_TOKEN, refusedJson } from './machine-answers.ts';

export function loader(): Response {
  return refusedJson(405, 'Readings are sent here with POST.');
}

/** Takes what a probe sends (domain.md 18). Only its own token opens this, whoever else is let in. */
export async function action({ request, params }: Route.ActionArgs) {
  const probe = findProbe(params.name);
  if (!probe || !isToken(tokenIn(request), probe.tokenSha256)) return refusedJson(401, NO_TOKEN);
  if (request.method !== 'POST') return refusedJson(405, 'Readings are sent here with POST.');
  const body = await asJson(request);
  if (!body.ok) return body.answer;
  const read = readDelivery(body.value);
  if (!read.ok) return Response.json({ message: read.errors[0]?.message, path: read.errors[0]?.path }, { status: 422 });
  const { accepted, repeated, setAside, inRun } = deliver(probe, read.value);
  return Response.json({
    accepted,
    repeated,
    inRun,
    setAside: setAside.map(({ atMs, c, why }) => ({ at: new Date(atMs).toISOString(), c, why })),
  });
}
