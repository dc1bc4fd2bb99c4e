import { Form, Link } from 'react-router';
import type { Evening } from '../../../core/schedule/evening.ts';
import { Button, LinkButton, Notice } from '../../ui/parts.tsx';

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
  const can = evening.runs.filter((run) => run.plan.ok && run.broken.length === 0).length;
  const cannot = evening.runs.length - can;
  return (
    <Form method="post" action="/?index" className="text-right">
      <Button filled name="intent" value="start" disabled={can === 0} className="min-h-12 px-6 text-lg">
        Start at the Bench
      </Button>
      {cannot > 0 && can > 0 && (
        <p className="mt-1 text-sm text-quiet">
          {cannot === 1 ? 'One run' : `${cannot} runs`} cannot be done as arranged and {cannot === 1 ? 'stays' : 'stay'} out.
        </p>
      )}
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
            <Form method="post" action={`/runs/${next.id}/begin`} className="flex flex-wrap items-center gap-3">
              <span>
                Your session goes on with run {next.position + 1}: <strong>{next.title}</strong>.
              </span>
              <Button>Take it to the Bench</Button>
            </Form>
          )
        )}
        {next && (
          <Form method="post" action={`/sessions/${next.sessionId}/leave`}>
            <Button>Take {queued.length === 1 ? 'that run' : `those ${queued.length} runs`} off, to plan again</Button>
          </Form>
        )}
      </div>
    </Notice>
  );
}
