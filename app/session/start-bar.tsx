import { Form, Link } from 'react-router';
import type { Evening } from '../../core/schedule/evening.ts';
import { Button, LinkButton, Notice } from '../ui/parts.tsx';

interface Live {
  readonly id: string;
  readonly title: string;
}

/** The page's one filled button: to the Bench. */
export function StartBar({ evening, live }: { readonly evening: Evening; readonly live: Live | null }) {
  if (live)
    return (
      <LinkButton filled className="min-h-12 text-lg" reloadDocument to={`/bench/${live.id}`}>
        Back to the Bench
      </LinkButton>
    );
  const ready = evening.runs.length > 0 && evening.runs.every((run) => run.plan.ok && run.broken.length === 0);
  return (
    <Form method="post" action="/?index">
      <Button filled name="intent" value="start" disabled={!ready} className="min-h-12 px-6 text-lg">
        Start at the Bench
      </Button>
    </Form>
  );
}

/** A session that was begun and not ended: where it stands, and the two ways on. */
export function SessionUnderWay({
  live,
  queued,
}: {
  readonly live: Live | null;
  readonly queued: readonly { readonly id: string; readonly sessionId: string; readonly title: string; readonly position: number }[];
}) {
  const next = queued[0];
  return (
    <Notice tone="plain">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        {live ? (
          <span>
            <strong>{live.title}</strong> is at the Bench now.{' '}
            <Link className="font-semibold underline" reloadDocument to={`/bench/${live.id}`}>
              Go there
            </Link>
          </span>
        ) : (
          next && (
            <Form method="post" action="/?index" className="flex flex-wrap items-center gap-3">
              <input type="hidden" name="runId" value={next.id} />
              <span>
                Your session goes on with run {next.position + 1}: <strong>{next.title}</strong>.
              </span>
              <Button name="intent" value="begin">
                Take it to the Bench
              </Button>
            </Form>
          )
        )}
        {next && (
          <Form method="post" action="/?index">
            <input type="hidden" name="sessionId" value={next.sessionId} />
            <Button name="intent" value="leave">
              Take {queued.length === 1 ? 'that run' : `those ${queued.length} runs`} off, to plan again
            </Button>
          </Form>
        )}
      </div>
    </Notice>
  );
}
