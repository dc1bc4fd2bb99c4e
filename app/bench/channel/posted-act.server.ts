import { nanoid } from 'nanoid';
import { redirect } from 'react-router';
import { parseJson } from '../../../core/json-text.ts';
import { PRESS_AGAIN_WITHIN_MS } from '../../../core/run/acts/press-again.ts';
import type { Recorded } from '../../run/acts/record-act.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';

const MOST_BYTES = 20_000;

/** The run an act is for: where it is shown, what its clock says, and what becomes of an act. */
interface ActOf {
  /** `/bench/abc`, as a header takes it. */
  readonly at: string;
  readonly nowMs: () => number;
  readonly record: (body: unknown) => Recorded;
  /** What a press now would ask before it counts, of a page without scripts; null where it may count. */
  readonly early: () => string | null;
}

/** Answers one act. JSON from the Bench's queue; a form before JavaScript arrives, stamped here. */
export async function postedAct(request: Request, of: ActOf): Promise<Response> {
  if (!request.headers.get('content-type')?.includes('json')) return fromForm(await postedForm(request), of);
  const text = await request.text();
  if (text.length > MOST_BYTES) return Response.json({ message: 'An event is at most 20 kB.' }, { status: 413 });
  let body: unknown;
  try {
    body = parseJson(text);
  } catch {
    return Response.json({ message: 'The event is not JSON.' }, { status: 422 });
  }
  try {
    const recorded = of.record(body);
    if (recorded.ok) return Response.json({ seq: recorded.seq, repeated: recorded.repeated }, { status: 200 });
    const { status, message, movedTo } = recorded;
    return Response.json({ message, ...(movedTo ? { movedTo } : {}) }, { status });
  } catch (thrown) {
    return asAnswer(thrown);
  }
}

/** A full disk is said to a screen as an answer that it can read, and after which it keeps its act. */
function asAnswer(thrown: unknown): Response {
  const fault = thrown as { readonly data?: unknown; readonly init?: { readonly status?: number } | null };
  if (typeof fault.data !== 'string' || !fault.init?.status) throw thrown;
  return Response.json({ message: fault.data }, { status: fault.init.status });
}

/**
 * A press without scripts. One far too early leads back with a question, and only a second one soon after it counts
 * (domain.md 10.1), as with scripts.
 */
function fromForm(form: FormData, { at, nowMs, record, early }: ActOf): never {
  let act: { kind?: unknown; ends?: unknown } = {};
  try {
    act = parseJson(textOf(form, 'act')) as object;
  } catch {
    // An unreadable act is refused by the event's own rules below.
  }
  if (act.kind === 'step-ended' || act.kind === 'poured' || act.kind === 'finished') {
    const askedMs = Number(form.get('asked'));
    // Reading the page again takes its time too.
    const again = askedMs > 0 && nowMs() - askedMs < 2 * PRESS_AGAIN_WITHIN_MS;
    if (early() !== null && !again) throw redirect(`${at}?asked=${nowMs()}`);
  }
  const { ends, ...one } = act;
  // An end that was meant though it was asked about is the end alone.
  const said = ends !== undefined && form.has('asked') ? { kind: 'step-ended', step: ends } : one;
  const recorded = record({ ...said, id: nanoid(), atMs: nowMs() });
  throw redirect(recorded.ok ? at : `${at}?refused=${encodeURIComponent(recorded.message)}`);
}
