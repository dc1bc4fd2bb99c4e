import { nanoid } from 'nanoid';
import { data, Form, Link, redirect } from 'react-router';
import { causeById } from '../../../core/inspection/causes.ts';
import type { LessonAbout } from '../../../core/lessons/lesson.ts';
import { MOMENT_WORDS, MOMENTS, momentsOfRun } from '../../../core/lessons/moment.ts';
import { whatLessonsAreAbout } from '../../run/judging/lessons-of-run.server.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { allLessons, findLesson } from '../../server/runs/lessons.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import { BringBack } from '../book/bring-back.tsx';
import { LogbookNav } from '../logbook-nav.tsx';
import type { Route } from './+types/lessons.ts';
import { keepLesson, lessonAct } from './keep-lesson.server.ts';
import { aboutValue, LessonFields, type LessonTyped } from './lesson-form.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Lessons · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams;
  const run = findRun(asked.get('run') ?? '');
  const reworded = findLesson(asked.get('reword') ?? '');
  const cause = causeById(asked.get('cause') ?? '');
  const abouts = whatLessonsAreAbout(run);
  const moments = run ? momentsOfRun(run.plan.steps.map((step) => step.kind)) : MOMENTS;
  return {
    once: nanoid(),
    run: run && { id: run.id, name: run.plan.rollNames.join(', ') },
    writing: asked.has('new') || run !== null || reworded !== null,
    reworded: reworded?.id ?? null,
    abouts: reworded && !abouts.some((about) => sameAbout(about, reworded.about)) ? [reworded.about, ...abouts] : abouts,
    moments: cause && !moments.includes(cause.returns.at) ? [...moments, cause.returns.at] : moments,
    typed: reworded
      ? { text: reworded.text, about: aboutValue(reworded.about), at: reworded.at }
      : {
          text: cause?.nextTime ?? '',
          about: aboutValue(
            abouts.find((about) => about.kind === (cause?.returns.about ?? placeOf(abouts))) ?? abouts[0] ?? { kind: 'everything', is: '' },
          ),
          at: cause?.returns.at ?? 'planning',
        },
    dropped: asked.get('dropped'),
    lessons: allLessons().map((lesson) => ({
      ...lesson,
      when: shownInstant(lesson.keptAtMs, 'd MMM yyyy'),
      from: lesson.runId === null ? null : (findRun(lesson.runId)?.plan.rollNames.join(', ') ?? null),
    })),
  };
}

/** Where a lesson that no cause brought would matter again: with its film, where the run had one; else with its batch. */
const placeOf = (abouts: readonly LessonAbout[]): LessonAbout['kind'] =>
  abouts.filter(({ kind }) => kind === 'film').length === 1 ? 'film' : 'batch';

const sameAbout = (a: LessonAbout, b: LessonAbout) => a.kind === b.kind && a.is === b.is;

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  if (form.get('intent') !== 'keep') {
    lessonAct(form);
    const back = form.get('back');
    const dropped = form.get('intent') === 'drop' ? `?dropped=${encodeURIComponent(textOf(form, 'lesson'))}` : '';
    throw redirect(typeof back === 'string' && /^\/logbook\/[\w-]+$/.test(back) ? back : `/logbook/lessons${dropped}`);
  }
  const kept = keepLesson(form);
  if (!kept.ok) return data(kept, { status: 400 });
  throw redirect(`/logbook/lessons#lesson-${kept.id}`);
}

export default function Lessons({ loaderData, actionData }: Route.ComponentProps) {
  const { lessons, once, run, abouts, moments, writing, reworded, dropped } = loaderData;
  const typed: LessonTyped = actionData?.typed ?? loaderData.typed;
  return (
    <>
      <LogbookNav />
      <PageHead
        title="Lessons"
        action={
          !writing && (
            <LinkButton filled to="?new">
              Write one down
            </LinkButton>
          )
        }
      >
        A sentence that comes back by itself, at the moment where it matters.
      </PageHead>
      {dropped && <BringBack action="/logbook/lessons" name="lesson" value={dropped} says="The lesson was taken out." />}
      {writing && (
        <Card className="mb-4" id="new">
          <h2 className="mb-2 font-bold">{reworded ? 'In other words' : run ? `What ${run.name} taught` : 'A new lesson'}</h2>
          <Form method="post" action="/logbook/lessons" key={reworded ?? 'new'}>
            <input type="hidden" name="once" value={once} />
            <input type="hidden" name="run" value={run?.id ?? ''} />
            <input type="hidden" name="lesson" value={reworded ?? ''} />
            <LessonFields typed={typed} abouts={abouts} moments={moments} says={actionData ?? null} />
            <div className="mt-3 flex flex-wrap items-center gap-3">
              <Button filled name="intent" value="keep">
                Keep it
              </Button>
              <Link className="underline" to={run ? `/logbook/${run.id}` : '/logbook/lessons'}>
                Not now
              </Link>
            </div>
          </Form>
        </Card>
      )}
      {lessons.length === 0 ? (
        !writing && (
          <Empty title="Nothing was learnt yet" action={<LinkButton to="/logbook">To the runs</LinkButton>}>
            Look at a strip, and what it says about next time can be kept here. It returns on Session, before the first pour or at its bath,
            and afterwards asks whether it helped.
          </Empty>
        )
      ) : (
        <ul className="grid gap-3 lg:grid-cols-2">
          {lessons.map((lesson) => (
            <li
              key={lesson.id}
              id={`lesson-${lesson.id}`}
              className={`rounded-card border border-line bg-card p-4 target:border-2 target:border-teal ${lesson.doneAtMs === null ? '' : 'opacity-80'}`}
            >
              <p className="text-lg">{lesson.text}</p>
              <p className="mt-1 text-sm text-quiet">
                {lesson.doneAtMs === null ? 'Returns' : 'Done with; it returned'} {MOMENT_WORDS[lesson.at]}, about {lesson.about.name}.{' '}
                {lesson.asked > 0 && `Helped ${lesson.helped} of ${lesson.asked} ${lesson.asked === 1 ? 'time' : 'times'}. `}
                {lesson.when}
                {lesson.from !== null && (
                  <>
                    , from{' '}
                    <Link className="underline" to={`/logbook/${lesson.runId}`}>
                      {lesson.from}
                    </Link>
                  </>
                )}
              </p>
              <Form method="post" className="mt-2 flex flex-wrap gap-x-4">
                <input type="hidden" name="lesson" value={lesson.id} />
                <Link className="inline-flex min-h-11 items-center underline" to={`?reword=${lesson.id}#new`}>
                  Reword
                </Link>
                <button name="intent" value={lesson.doneAtMs === null ? 'done' : 'return'} className="min-h-11 underline">
                  {lesson.doneAtMs === null ? 'Done with it' : 'Let it return'}
                </button>
                <button name="intent" value="drop" className="min-h-11 underline">
                  Take it out
                </button>
              </Form>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
