import { Form } from 'react-router';
import type { Evening } from '../../../core/evening/evening.ts';
import { Button } from '../../ui/button.tsx';
import { Notice } from '../../ui/notice.tsx';

/** The page's one filled button: to the Bench. */
export function StartBar({ evening }: { readonly evening: Evening }) {
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

/** Runs of an evening that was left behind while another goes on. */
export function OtherSessions({
  runs,
}: {
  readonly runs: readonly { readonly id: string; readonly sessionId: string; readonly title: string }[];
}) {
  return [...new Set(runs.map((run) => run.sessionId))].map((sessionId) => (
    <Notice key={sessionId} tone="plain">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <span>
          An earlier evening still has{' '}
          {runs
            .filter((run) => run.sessionId === sessionId)
            .map((run) => run.title)
            .join(', ')}
          .
        </span>
        <Form method="post" action={`/sessions/${sessionId}/leave`}>
          <Button>Let those rolls wait again</Button>
        </Form>
      </div>
    </Notice>
  ));
}
