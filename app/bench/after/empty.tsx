import { Form, redirectDocument } from 'react-router';
import { liveRun, queuedRuns } from '../../server/runs/runs.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/empty.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Bench · Steady Reel' }];

export function loader({ context, request }: Route.LoaderArgs) {
  const live = liveRun();
  if (live) throw redirectDocument(`/bench/${live.id}`);
  const next = queuedRuns()[0];
  return {
    benchOnly: context.who?.screen?.role === 'bench',
    went: new URL(request.url).searchParams.get('went') === 'plan',
    next: next ? { id: next.id, title: next.plan.title, position: next.position } : null,
  };
}

export default function EmptyBench({ loaderData }: Route.ComponentProps) {
  const { next, benchOnly, went } = loaderData;
  return (
    <>
      <PageHead title="Bench">The run in progress.</PageHead>
      {next ? (
        <Empty
          title={`Run ${next.position + 1} is next: ${next.title}`}
          action={
            <Form method="post" action={`/runs/${next.id}/begin`}>
              <Button filled>Take it to the Bench</Button>
            </Form>
          }
        >
          Your session waits where you left it.
        </Empty>
      ) : (
        <Empty
          title={went ? 'That run went back to the plan' : 'Nothing is in the tank'}
          action={
            benchOnly ? (
              <span className="inline-flex flex-wrap justify-center gap-3">
                <LinkButton filled to="/bench" reloadDocument>
                  Look again
                </LinkButton>
                <LinkButton to="/practice">Practise without film</LinkButton>
              </span>
            ) : (
              <span className="inline-flex flex-wrap justify-center gap-3">
                <LinkButton filled to="/">
                  Plan tonight’s session
                </LinkButton>
                <LinkButton to="/practice">Practise without film</LinkButton>
              </span>
            )
          }
        >
          A run comes to the Bench from the Session page{benchOnly && ' at the laptop'}, with every time worked out. Here it leads you from
          the first pour to the film on its line.
        </Empty>
      )}
    </>
  );
}
