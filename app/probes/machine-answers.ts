import { parseJson } from '../../core/json-text.ts';

/** Said to whoever brings none or another's: which of the two is nobody's business. */
export const NO_TOKEN =
  'There is no such name with this token. Send Authorization: Bearer, and the token that was shown when it was added.';

export function refusedJson(status: number, message: string): Response {
  return Response.json({ message }, { status, headers: { 'Cache-Control': 'no-store' } });
}

/** A body as JSON; else the answer that says what is wrong with it. */
export async function asJson(
  request: Request,
): Promise<{ readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly answer: Response }> {
  try {
    return { ok: true, value: parseJson(await request.text()) };
  } catch {
    return { ok: false, answer: refusedJson(422, 'That is no JSON.') };
  }
}
