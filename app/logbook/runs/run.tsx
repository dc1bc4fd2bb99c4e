import { data, Form, Link, redirect } from 'react-router';
import { filmOf } from '../../../core/film/process.ts';
import { actInWords } from '../../../core/run/acts/act-in-words.ts';
import { AGAIN } from '../../../core/run/plan/again.ts';
import { firstPourMs } from '../../../core/run/state/got.ts';
import { plannedAndActual } from '../../../core/run/state/planned-and-actual.ts';
import { bottlesOfRun } from '../../run/acts/bottles-of-run.server.ts';
import { indexRunAnew } from '../../run/acts/run-index.server.ts';
import { judgementOf } from '../../run/acts/run-record.server.ts';
import { stateOfRun } from '../../run/acts/run-state.server.ts';
import { lessonsHeardIn } from '../../run/judging/lessons-of-run.server.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { rollsOfRun } from '../../server/rolls.server.ts';
import { answersOfRun, lessonsOfRun } from '../../server/runs/lessons.server.ts';
import { looksOfRun } from '../../server/runs/looks.server.ts';
import { measuresOfRun } from '../../server/runs/measures.server.ts';
import { eventsOfRun, screensOfEvents } from '../../server/runs/run-events.server.ts';
import { draftOfSession, findRun, liveRunTitle, openSessionId, repairsOfRun, setRunVerdict } from '../../server/runs/runs.server.ts';
import { writeSetting } from '../../server/settings.server.ts';
import { listBatches } from '../../server/shelf/batches.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card, Label } from '../../ui/card.tsx';
import { INPUT } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Strip } from '../../ui/strip/strip.tsx';
import type { Route } from './+types/run.ts';
import { ActsOfRun } from './acts-of-run.tsx';
import { LessonsAsked } from './lessons-asked.tsx';
import { Looks } from './looks.tsx';
import { MeasuresOfRun } from './measures-of-run.tsx';
import { PlannedAndWas } from './planned-and-was.tsx';
import { RepairForm } from './repair-form.tsx';
import { whenRun } from './when-run.server.ts';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.plan.title ?? 'A run'} · Steady Reel` }];

export function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('The logbook has no such run.', { status: 404 });
  if (run.state === 'live') throw redirect(`/bench/${run.id}`);
  const asked = new URL(request.url).searchParams;
  const state = stateOfRun(run);
  const firstMs = firstPourMs(state);
  const rolls = rollsOfRun(run.id).map((roll) => ({ id: roll.id, name: roll.name, film: roll.film }));
  const rollName = (id: string | null) => rolls.find((roll) => roll.id === id)?.name ?? null;
  const looks = looksOfRun(run.id).map((look) => ({
    ...look,
    when: shownInstant(look.atMs, 'EEE d MMM yyyy, HH:mm'),
    rollName: rolls.length > 1 ? rollName(look.rollId) : null,
    judgement: judgementOf(run, look),
  }));
  const answers = answersOfRun(run.id);
  const heard = run.endedAtMs === null || run.state !== 'finished' ? [] : lessonsHeardIn(run, firstMs ?? run.endedAtMs);
  const helps = new Set(looks[0]?.judgement.causes.slice(0, 2).flatMap((cause) => cause.again) ?? []);
  const madeOn = screensOfEvents(run.id);
  return {
    id: run.id,
    plan: run.plan,
    verdict: run.verdict,
    state: run.state,
    when: whenRun(run.endedAtMs, firstMs),
    steps: plannedAndActual(run.plan, state),
    notes: state.notes.map((note) => ({ at: shownInstant(note.atMs, 'HH:mm:ss'), text: note.text })),
    skipped: state.skippedChecks,
    acts: eventsOfRun(run).map(({ event }) => ({
      id: event.id,
      at: shownInstant(event.atMs, 'HH:mm:ss'),
      what: actInWords(event, run.plan.steps),
      madeOn: madeOn.get(event.id) ?? null,
    })),
    givenUp: state.givenUp,
    bottles: bottlesOfRun(run).map(({ name, code, standing }) => ({ name, code, standing })),
    rolls,
    looks,
    dropped: asked.get('dropped'),
    lessonsAsked: heard.map(({ id, text }) => ({ id, text, helped: answers.get(id) ?? null })),
    lessons: lessonsOfRun(run.id).map(({ id, text }) => ({ id, text })),
    measures: measuresOfRun(run.id).map((each) => ({
      ...each,
      when: shownInstant(each.atMs, 'd MMM yyyy'),
      rollName: rollName(each.rollId),
    })),
    repairs: repairsOfRun(run.id).map((each) => ({ id: each.id, title: each.plan.title, live: each.state === 'live' })),
    repairOf: run.repairs === null ? null : { id: run.repairs, name: findRun(run.repairs)?.plan.title ?? 'the first run' },
    repair:
      run.state === 'finished'
        ? {
            helps: AGAIN.filter((each) => helps.has(each)),
            refused: asked.get('refused'),
            batchId: run.batchId,
            batches: listBatches()
              .filter((batch) => batch.kit.process === run.plan.process)
              .map(({ id, name }) => ({ id, name })),
            live: liveRunTitle() !== null,
          }
        : null,
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  if (form.get('intent') === 'again') {
    const run = findRun(params.runId);
    // Its rolls are done: what carries over is how the evening was set, not which roll went where. Its document is the Session place's own to read; here only what must not come back is taken out.
    const draft = run ? draftOfSession(run.sessionId) : null;
    if (typeof draft === 'object' && draft !== null) writeSetting('draft', { ...draft, arrangement: null, excluded: [] });
    // Tonight's own plan is not on the table while an evening goes on.
    throw redirect(openSessionId() === null ? '/' : '/evenings/new');
  }
  if (!findRun(params.runId)) throw data('The logbook has no such run.', { status: 404 });
  setRunVerdict(params.runId, textOf(form, 'verdict').trim().slice(0, 2000));
  indexRunAnew(params.runId);
  throw redirect(`/logbook/${params.runId}`);
}

export default function RunPage({ loaderData }: Route.ComponentProps) {
  const { id, plan, steps, notes, rolls, when, verdict, givenUp, skipped, bottles, repair, repairs, repairOf, lessons } = loaderData;
  return (
    <>
      <PageHead
        title={plan.rollNames.join(', ')}
        action={
          <div className="no-print flex flex-wrap gap-2">
            <LinkButton to={`/logbook/compare?a=${id}`}>Compare</LinkButton>
            <a
              className="inline-flex min-h-11 items-center rounded-card border border-[#8aa39e] bg-card px-4 font-semibold no-underline"
              href={`/logbook/${id}/page.html`}
            >
              To print or send
            </a>
          </div>
        }
      >
        {plan.title}. {when}
        {repairOf && (
          <>
            {' '}
            On film of{' '}
            <Link className="underline" to={`/logbook/${repairOf.id}`}>
              {repairOf.name}
            </Link>
            .
          </>
        )}
      </PageHead>
      {givenUp && (
        <div className="mb-4">
          <Notice>
            Given up{givenUp.reason && `: ${givenUp.reason}`}.{' '}
            {givenUp.countsRolls ? 'Its rolls counted for the batch.' : 'Its rolls wait again.'}
          </Notice>
        </div>
      )}
      <Card className="mb-4">
        <Strip steps={plan.steps.map((step) => ({ id: step.bath, kind: step.kind, name: step.name, seconds: step.seconds }))} />
      </Card>
      <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
        <div className="space-y-4">
          <Looks runId={id} film={filmOf(plan.process)} looks={loaderData.looks} dropped={loaderData.dropped} />
          <Card>
            <h2 className="mb-2 font-bold">Planned and as it was</h2>
            <PlannedAndWas steps={steps} planned={plan.steps} />
          </Card>
        </div>
        <div className="space-y-4">
          <LessonsAsked runId={id} lessons={loaderData.lessonsAsked} />
          {repair && (repair.helps.length > 0 || repair.refused !== null) && <RepairForm runId={id} {...repair} />}
          {repairs.length > 0 && (
            <Card>
              <h2 className="font-bold">Done again</h2>
              <ul>
                {repairs.map((each) => (
                  <li key={each.id}>
                    <Link
                      className="inline-flex min-h-11 items-center underline"
                      to={each.live ? `/bench/${each.id}` : `/logbook/${each.id}`}
                    >
                      {each.title}
                    </Link>
                  </li>
                ))}
              </ul>
            </Card>
          )}
          <Card>
            <h2 className="mb-2 font-bold">Rolls</h2>
            <ul className="space-y-1">
              {rolls.length > 0
                ? rolls.map((roll) => (
                    <li key={roll.id}>
                      <Link className="underline" to={`/rolls/${roll.id}`}>
                        {roll.name}
                      </Link>{' '}
                      <span className="text-quiet">{roll.film}</span>
                    </li>
                  ))
                : plan.rollNames.map((name) => <li key={name}>{name}</li>)}
            </ul>
            <div className="mt-3 space-y-1 border-t border-line pt-2 text-[0.95rem]">
              <Label figure={plan.batchName}>Batch</Label>
              <Label figure={`roll ${plan.rollNumber}`}>Up to</Label>
              <Label figure={plan.tankName}>Tank</Label>
            </div>
          </Card>
          <MeasuresOfRun runId={id} film={filmOf(plan.process)} measures={loaderData.measures} />
          <Card>
            <h2 className="mb-2 font-bold">What it taught</h2>
            {lessons.length > 0 && (
              <ul className="mb-2 list-disc pl-5">
                {lessons.map((lesson) => (
                  <li key={lesson.id}>
                    <Link className="underline" to={`/logbook/lessons#lesson-${lesson.id}`}>
                      {lesson.text}
                    </Link>
                  </li>
                ))}
              </ul>
            )}
            <p>
              <Link className="inline-flex min-h-11 items-center font-semibold underline" to={`/logbook/lessons?run=${id}#new`}>
                Keep a lesson that returns
              </Link>
            </p>
            <Form method="post">
              <label htmlFor="verdict" className="font-semibold">
                In a word
              </label>
              <textarea id="verdict" name="verdict" defaultValue={verdict} rows={3} maxLength={2000} className={`${INPUT} py-2`} />
              <Button className="mt-2">Keep</Button>
            </Form>
          </Card>
          <Card>
            <h2 className="mb-2 font-bold">Notes of the Bench</h2>
            {notes.length === 0 ? (
              <p className="text-quiet">None were made.</p>
            ) : (
              <ul className="space-y-1.5">
                {notes.map((note) => (
                  <li key={note.at + note.text}>
                    <span className="figure text-sm text-quiet">{note.at}</span> {note.text}
                  </li>
                ))}
              </ul>
            )}
            {skipped.length > 0 && <p className="mt-2 text-sm text-quiet">Not ticked before the first pour: {skipped.join(', ')}.</p>}
          </Card>
          {repair && repair.helps.length === 0 && repair.refused === null && (
            <details className="rounded-card border border-line bg-card px-4">
              <summary className="flex min-h-11 cursor-pointer items-center font-semibold">Do some baths again</summary>
              <RepairForm runId={id} {...repair} />
            </details>
          )}
          {loaderData.acts.length > 0 && <ActsOfRun acts={loaderData.acts} />}
          {bottles.length > 0 && <ItsBottles bottles={bottles} />}
          <Form method="post">
            <Button name="intent" value="again" className="w-full">
              Plan an evening like this one
            </Button>
          </Form>
        </div>
      </div>
    </>
  );
}

function ItsBottles({
  bottles,
}: {
  readonly bottles: readonly { readonly name: string; readonly code: string; readonly standing: string }[];
}) {
  return (
    <Card>
      <h2 className="font-bold">Its bottles</h2>
      <ul className="mt-1 divide-y divide-line">
        {bottles.map((bottle) => (
          <li key={bottle.code}>
            <Link className="flex min-h-11 items-center justify-between gap-3 hover:underline" to={`/shelf/bottles/${bottle.code}`}>
              <span>
                {bottle.name} <span className="figure text-quiet">{bottle.code}</span>
              </span>
              <span className={bottle.standing === 'good' ? 'text-quiet' : 'font-semibold text-hot'}>{bottle.standing}</span>
            </Link>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">Something got into one of them? Open it and write it down.</p>
    </Card>
  );
}
