import { data, Form, redirectDocument } from 'react-router';
import { runTrouble } from '../../run/evening/evening-under-way.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { findBatch, listBatches } from '../../server/shelf/batches.server.ts';
import { ActPage } from '../../ui/act-page.tsx';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Notice } from '../../ui/notice.tsx';
import { refusalOf } from '../draft/posted-change.server.ts';
import { beginComing, changeComing } from '../under-way/change.server.ts';
import type { Route } from './+types/begin.ts';
import { toTheBench } from './to-the-bench.ts';

export const meta: Route.MetaFunction = () => [{ title: 'A run to the Bench · Steady Reel' }];

/** A coming run whose bottles will not do as they stand, with every way on: another batch, a test, or the end. */
export function loader({ params, context }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run.', { status: 404 });
  if (run.state !== 'queued') throw redirectDocument(`/bench/${run.id}`);
  const batch = findBatch(run.batchId);
  const spent = (batch?.bottles ?? []).filter((bottle) => bottle.standing === 'spent' && !bottle.emptied);
  return {
    runId: run.id,
    sessionId: run.sessionId,
    n: run.position + 1,
    title: run.plan.title,
    trouble: runTrouble(run),
    toTest: spent.map(({ code, name }) => ({ code, name })),
    others: listBatches()
      .filter(
        (other) =>
          other.id !== run.batchId && other.kit.process === run.plan.process && runTrouble({ ...run, batchId: other.id }).length === 0,
      )
      .map(({ id, name, mlLeft }) => ({ id, name, mlLeft: Math.round(mlLeft) })),
    // A screen that was let in to the Bench alone has no shelf.
    benchOnly: context.who?.screen?.role === 'bench',
  };
}

/** Takes a waiting run to the Bench, whoever's page has the button; poured from another batch where that is asked for. */
export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request).catch(() => new FormData());
  const batchId = textOf(form, 'batchId');
  const run = findRun(params.runId);
  if (batchId && run?.state === 'queued') {
    const changed = changeComing(run.sessionId, { kind: 'choose-batch', batchId });
    if (!changed.ok) return data(refusalOf(changed.message), { status: 409 });
  }
  return toTheBench(beginComing(params.runId));
}

export default function Begin({ loaderData, actionData }: Route.ComponentProps) {
  const { runId, sessionId, n, title, trouble, toTest, others, benchOnly } = loaderData;
  return (
    <ActPage title={trouble.length > 0 ? `Run ${n} cannot be poured as it is` : `Run ${n}: ${title}`}>
      {actionData?.message && <Notice>{actionData.message}</Notice>}
      {trouble
        .filter((sentence) => sentence !== actionData?.message)
        .map((sentence) => (
          <Notice key={sentence}>{sentence}</Notice>
        ))}
      {trouble.length === 0 && (
        <Form method="post" action={`/runs/${runId}/begin`} reloadDocument>
          <Button filled className="min-h-14 w-full text-lg">
            Take it to the Bench
          </Button>
        </Form>
      )}
      {others.map((batch) => (
        <Form key={batch.id} method="post" action={`/runs/${runId}/begin`} reloadDocument>
          <input type="hidden" name="batchId" value={batch.id} />
          <Button className="min-h-14 w-full text-lg">Pour from {batch.name} instead: it is timed anew for that</Button>
        </Form>
      ))}
      {trouble.length > 0 && others.length === 0 && <p>No other batch of this process can be poured now.</p>}
      {toTest.length > 0 && (
        <Card>
          <p>
            A snip of fogged leader tells whether it still works: {toTest.map(({ name }) => name.toLowerCase()).join(' and ')}.{' '}
            {benchOnly && 'The test is led through at the laptop, and this run begins again once it passed.'}
          </p>
          {!benchOnly && (
            <p className="mt-2 flex flex-wrap gap-2">
              {toTest.map(({ code, name }) => (
                <LinkButton key={code} to={`/shelf/bottles/${code}/test`}>
                  Test {name.toLowerCase()}, {code}
                </LinkButton>
              ))}
            </p>
          )}
        </Card>
      )}
      <Form method="post" action={`/sessions/${sessionId}/leave`} reloadDocument>
        <Button className="min-h-12">End the evening here; its rolls wait for another</Button>
      </Form>
    </ActPage>
  );
}
