import { Select } from '@headlessui/react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { data, Form, Link, redirect } from 'react-router';
import { formatById } from '../../../core/film/format.ts';
import { filmOf } from '../../../core/film/process.ts';
import { seenInWords, VERDICT_WORDS } from '../../../core/inspection/inspection-words.ts';
import { MARKS, type Inspection } from '../../../core/inspection/inspection.ts';
import { judge } from '../../../core/inspection/judge.ts';
import { FILM_IS, readInspection, type FilmIs } from '../../../core/inspection/read-inspection.ts';
import { indexRunAnew } from '../../run/acts/run-index.server.ts';
import { factsAbout } from '../../run/acts/run-record.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { rollsOfRun } from '../../server/rolls.server.ts';
import { findLook, saveLook, setLookDeleted } from '../../server/runs/looks.server.ts';
import { findRun, runsOfSession } from '../../server/runs/runs.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/look.ts';
import { StripDrawn } from './drawings.tsx';
import { OtherRolls } from './other-rolls.tsx';
import { Questions } from './questions.tsx';
import { RunRemembers } from './run-remembers.tsx';
import { Verdict } from './verdict.tsx';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `Look at ${loaderData?.name ?? 'the strip'} · Steady Reel` }];

const FILM_IS_WORDS: Readonly<Record<FilmIs, string>> = { wet: 'still wet', dry: 'dry', scanned: 'scanned' };

export function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run || run.endedAtMs === null) throw data('The logbook has no such run.', { status: 404 });
  const asked = new URL(request.url).searchParams;
  const look = findLook(asked.get('look') ?? '');
  const rolls = rollsOfRun(run.id).map(({ id, name, format, treatment }) => ({ id, name, sheet: formatById(format).sheet, treatment }));
  const rollId = look?.rollId ?? rolls.find((roll) => roll.id === asked.get('roll'))?.id ?? null;
  return {
    runId: run.id,
    look: look?.runId === run.id ? look : null,
    once: nanoid(),
    rolls,
    // What went through the same baths that evening bears witness too.
    hasOthers:
      rolls.length > 1 ||
      runsOfSession(run.sessionId).some(({ id, batchId, state }) => id !== run.id && batchId === run.batchId && state !== 'cancelled'),
    rollId,
    name: rolls.find((roll) => roll.id === rollId)?.name ?? run.plan.rollNames.join(', '),
    process: run.plan.process,
    facts: factsAbout(run, rollId),
  };
}

const LONGEST_NOTE = 2000;

export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const run = findRun(params.runId);
  if (!run || run.endedAtMs === null) throw data('The logbook has no such run.', { status: 404 });
  const there = findLook(textOf(form, 'look'));
  if (there && there.runId !== run.id) throw data('That look belongs to another run.', { status: 404 });
  if (form.get('intent') === 'drop' || form.get('intent') === 'bring-back') {
    setLookDeleted(textOf(form, 'look'), form.get('intent') === 'drop' ? nowMs() : null);
    indexRunAnew(run.id);
    throw redirect(
      `/logbook/${run.id}${form.get('intent') === 'drop' ? `?dropped=${encodeURIComponent(textOf(form, 'look'))}` : ''}#looks`,
    );
  }
  const marks = form.getAll('marks');
  const { seen } = readInspection({
    edge: form.get('edge'),
    frames: form.get('frames'),
    colour: form.get('colour'),
    slides: form.get('slides'),
    others: form.get('others'),
    // That there are none is said; an unknown one says nothing.
    marks: marks.includes('none') || marks.some((mark) => MARKS.some((each) => each === mark)) ? marks : undefined,
  });
  const note = textOf(form, 'note').trim().slice(0, LONGEST_NOTE);
  if (Object.keys(seen).length === 0 && note === '')
    return data({ says: 'Nothing was answered yet: pick at least one drawing, or write a word.' }, { status: 400 });
  saveLook({
    id: there?.id ?? onceOf(form),
    runId: run.id,
    rollId: rollsOfRun(run.id).find((roll) => roll.id === form.get('roll'))?.id ?? null,
    filmIs: FILM_IS.find((each) => each === form.get('filmIs')) ?? 'dry',
    seen,
    note,
    atMs: nowMs(),
  });
  indexRunAnew(run.id);
  throw redirect(`/logbook/${run.id}#looks`);
}

export default function LookAtTheStrip({ loaderData, actionData }: Route.ComponentProps) {
  const { runId, look, once, rolls, hasOthers, name, process, facts, rollId } = loaderData;
  const [chosenRoll, setChosenRoll] = useState<string | null>(null);
  const [seen, setSeen] = useState<Inspection>(look?.seen ?? {});
  const film = filmOf(process);
  const roll =
    rolls.find(({ id }) => id === (chosenRoll ?? rollId)) ??
    (rolls.length === 1 || rolls.every(({ sheet }) => sheet) ? rolls[0] : undefined);
  // Cine film in C-41 baths had a backing too.
  const inHand = { process: roll?.treatment === 'cine-in-c41' ? ('ECN-2' as const) : process, sheet: roll?.sheet };
  const [filmIs, setFilmIs] = useState<FilmIs>(look?.filmIs ?? 'dry');
  const judgement = judge({ ...seen, wet: filmIs === 'wet' }, facts);
  const say = (change: Partial<Inspection>) =>
    setSeen((before) => Object.fromEntries(Object.entries({ ...before, ...change }).filter(([, value]) => value !== undefined)));
  return (
    <>
      <PageHead title={`Look at ${name}`}>
        {film === 'slide'
          ? 'Hold it to the light. A few questions, then what it was.'
          : 'Hold it to the light, shiny side towards you. A few questions, then what it was.'}
      </PageHead>
      <Form method="post" className="grid items-start gap-4 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
        <input type="hidden" name="look" value={look?.id ?? ''} />
        <input type="hidden" name="once" value={once} />
        <Card>
          <div className="mb-4 grid gap-3 sm:grid-cols-2">
            {rolls.length > 1 && (
              <label className="block font-semibold">
                Which roll
                <Select name="roll" defaultValue={rollId ?? ''} onChange={(event) => setChosenRoll(event.target.value)} className={INPUT}>
                  <option value="">all of them look alike</option>
                  {rolls.map((roll) => (
                    <option key={roll.id} value={roll.id}>
                      {roll.name}
                    </option>
                  ))}
                </Select>
              </label>
            )}
            <label className="block font-semibold">
              The film is
              <Select name="filmIs" value={filmIs} onChange={(event) => setFilmIs(event.target.value as FilmIs)} className={INPUT}>
                {FILM_IS.map((each) => (
                  <option key={each} value={each}>
                    {FILM_IS_WORDS[each]}
                  </option>
                ))}
              </Select>
            </label>
          </div>
          <Questions film={film} inHand={inHand} seen={seen} say={say} />
          {hasOthers && <OtherRolls seen={seen} say={say} />}
        </Card>
        <div className="space-y-4 lg:sticky lg:top-4">
          <Card aria-labelledby="said">
            <h2 id="said" className="mb-2 font-bold">
              What you said, drawn
            </h2>
            <StripDrawn sheet={inHand.sheet === true} seen={seen} film={film} says={seenInWords(seen, film)} />
            <RunRemembers facts={facts} />
          </Card>
          <Card aria-label="What it was">
            <Verdict sheet={inHand.sheet === true} judgement={judgement} seen={seen} film={film} />
          </Card>
          <Card>
            <label className="block font-semibold">
              In your own words
              <textarea name="note" rows={2} maxLength={LONGEST_NOTE} defaultValue={look?.note} className={`${INPUT} py-2 font-normal`} />
            </label>
            {actionData && 'says' in actionData && (
              <p role="alert" className="mt-2 font-semibold text-hot">
                {actionData.says}
              </p>
            )}
            <div className="mt-3 flex flex-wrap items-center gap-3">
              <Button filled className="max-lg:hidden">
                Keep this look
              </Button>
              {look && (
                <Button name="intent" value="drop">
                  Take it out
                </Button>
              )}
              <Link className="underline" to={`/logbook/${runId}`}>
                Back to the run
              </Link>
            </div>
          </Card>
        </div>
        {/* On a phone the answer and the act are under the thumb, whatever is being answered. */}
        <div className="sticky bottom-0 z-10 -mx-4 border-t border-line bg-card px-4 py-2 lg:hidden">
          <p className="mb-1.5 leading-tight font-bold text-teal">{VERDICT_WORDS[judgement.verdict]}</p>
          <Button filled className="w-full">
            Keep this look
          </Button>
        </div>
      </Form>
    </>
  );
}
