import { data, Form, Link, redirect } from 'react-router';
import { plannedAndActual } from '../../core/run/state/planned-and-actual.ts';
import { indexRunAnew } from '../run/acts/run-index.server.ts';
import { stateOfRun } from '../run/acts/run-state.server.ts';
import { nowMs } from '../server/database/clock.server.ts';
import { findRoll, knownFilms, setRollDeleted, setRollState, updateRoll } from '../server/rolls.server.ts';
import { findRun } from '../server/runs/runs.server.ts';
import { Button, LinkButton } from '../ui/button.tsx';
import { readForm } from '../ui/forms/read-form.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import { Notice } from '../ui/notice.tsx';
import { PageHead } from '../ui/page-head.tsx';
import type { Route } from './+types/roll.ts';
import { RollForm } from './roll-form.tsx';
import { rollFields, rollSchema } from './roll-schema.ts';
import { fieldsOfFormat } from './other-format.ts';
import { STATE_WORDS } from './state-words.ts';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.roll.name ?? 'Roll'} · Steady Reel` }];

export function loader({ params }: Route.LoaderArgs) {
  const roll = findRoll(params.rollId);
  if (!roll) throw data('This roll is not there any more. It may have been deleted.', { status: 404 });
  return { roll, films: knownFilms(), got: roll.state === 'developed' && roll.runId ? whatItGot(roll.runId) : [] };
}

/** What the run did to this film where it was not as planned; "on time" of a developer is worth saying too. */
function whatItGot(runId: string): string[] {
  const run = findRun(runId);
  if (!run) return [];
  return plannedAndActual(run.plan, stateOfRun(run)).flatMap(({ name, got }) => (got?.words ? [`${name}, ${got.words}.`] : []));
}

const IN_A_RUN = 'This roll is in a run. It is changed or deleted once the run has ended, or gone back to the plan.';

export async function action({ request, params }: Route.ActionArgs) {
  const formData = await postedForm(request);
  const roll = findRoll(params.rollId);
  if (!roll) throw data('This roll is not there any more. It may have been deleted.', { status: 404 });
  // A page that is older than the run it went into must not take a film out of the tank.
  if (roll.state === 'developing') return data({ busy: IN_A_RUN }, { status: 409 });
  switch (formData.get('intent')) {
    case 'delete':
      setRollDeleted(params.rollId, nowMs());
      throw redirect(`/rolls?deleted=${params.rollId}`);
    case 'wait-again':
      setRollState(params.rollId, 'waiting', null);
      throw redirect('/rolls');
    default: {
      const read = readForm(rollSchema, formData);
      if (!read.ok) return read.reply;
      updateRoll(params.rollId, rollFields(read.value));
      // The logbook finds a run by what its rolls are called.
      if (roll.runId) indexRunAnew(roll.runId);
      throw redirect('/rolls');
    }
  }
}

export default function RollPage({ loaderData, actionData }: Route.ComponentProps) {
  const { roll, films, got } = loaderData;
  const busy = roll.state === 'developing';
  const refused = actionData && 'busy' in actionData;
  return (
    <>
      <PageHead title={roll.name}>
        {STATE_WORDS[roll.state]}
        {roll.runId && (
          <>
            , in{' '}
            <Link className="underline" to={busy ? `/bench/${roll.runId}` : `/logbook/${roll.runId}`}>
              {busy ? 'this run' : 'this run of the logbook'}
            </Link>
          </>
        )}
      </PageHead>
      {got.length > 0 && (
        <ul className="mb-4 max-w-4xl text-quiet">
          {got.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {busy && (
        <div className="mb-4 max-w-4xl">
          <Notice tone={refused ? 'hot' : 'plain'}>{IN_A_RUN}</Notice>
        </div>
      )}
      <RollForm
        lastResult={actionData && !('busy' in actionData) ? actionData : null}
        films={films}
        defaults={{
          ...roll,
          ...fieldsOfFormat(roll.format),
          expiredYear: roll.expiredYear ?? undefined,
          keeper: roll.keeper ? 'on' : undefined,
        }}
      >
        {!busy && <Button filled>Keep changes</Button>}
        <LinkButton to={`/rolls/new?like=${roll.id}`}>One more like it</LinkButton>
        <LinkButton to="/rolls">Back</LinkButton>
      </RollForm>
      {!busy && (
        <Form method="post" className="mt-4 flex flex-wrap gap-3">
          {(roll.state === 'developed' || roll.state === 'spoilt') && (
            <Button name="intent" value="wait-again">
              Let it wait again
            </Button>
          )}
          <Button name="intent" value="delete">
            Delete this roll
          </Button>
        </Form>
      )}
    </>
  );
}
