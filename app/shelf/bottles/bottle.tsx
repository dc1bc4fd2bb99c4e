import type { SubmissionResult } from '@conform-to/react';
import { nanoid } from 'nanoid';
import { data, Form, Link, redirect } from 'react-router';
import { ASKS_HOW_LONG, ASKS_HOW_MUCH } from '../../../core/chemistry/ledger/incident-words.ts';
import { longDay } from '../../../core/units/day.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { signalsOfBatch } from '../../run/judging/strip-chart.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { findBatch, findBottle, listBatches } from '../../server/shelf/batches.server.ts';
import { findEntry, moveBottle } from '../../server/shelf/bottle-entries.server.ts';
import { findBottleRow, numberOfCode, setCap, type ShelfBottle } from '../../server/shelf/bottles.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { readForm, textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../ui/forms/typed-in.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { BottleParts } from '../board/bottle-drawing.tsx';
import { StandingBottle } from '../board/bottle-on-board.tsx';
import type { Route } from './+types/bottle.ts';
import { Amount, Fold, Incident, Written } from './bottle-forms.tsx';
import { amountSchema, incidentSchema, writtenSchema } from './entry-schemas.ts';
import { historyOfBottle } from './history.server.ts';
import { History } from './history.tsx';
import { emptyBottles, keepBottleEntry, pouredNow, takeBack, type Kept } from './keep-entry.server.ts';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [
  { title: loaded ? `${loaded.bottle.name} ${loaded.bottle.code} · Steady Reel` : 'Bottle · Steady Reel' },
];

function bottleOf(params: { readonly bottle: string }): ShelfBottle {
  const number = numberOfCode(params.bottle);
  const bottle = number === null ? null : findBottle(number);
  if (!bottle) throw data('There is no such bottle. The code stands on its label: a B and a number.', { status: 404 });
  return bottle;
}

export function loader({ params, request }: Route.LoaderArgs) {
  const bottle = bottleOf(params);
  const batch = bottle.batchId === null ? null : findBatch(bottle.batchId);
  const row = findBottleRow(bottle.number);
  const kept = new URL(request.url).searchParams.get('kept');
  return {
    bottle,
    today: today(),
    once: nanoid(),
    place: batch ? batch.bottles.findIndex((each) => each.number === bottle.number) + 1 : 1,
    batch: batch && { id: batch.id, name: batch.name, away: batch.retiredAtMs !== null },
    strips: batch ? signalsOfBatch(batch.id).flatMap(({ says, pointsTo }) => (pointsTo(bottle.kind) ? [says] : [])) : [],
    history: row ? historyOfBottle(row) : [],
    kept: kept !== null && findEntry(kept)?.undone === false ? kept : null,
    // Baths of its kind in batches that stand on the shelf: it can take the place of one.
    others: listBatches()
      .filter((each) => each.id !== bottle.batchId && each.kit.baths.some((bath) => bath.kind === bottle.kind))
      .map((each) => ({ id: each.id, name: each.name })),
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const bottle = bottleOf(params);
  const here = `/shelf/bottles/${bottle.number}`;
  const intent = textOf(form, 'intent');
  const id = onceOf(form);
  const unit = unitsTypedIn(form, storedUnits()).volume;
  const done = (kept: Kept, refuse: (errors: Record<string, string[]>) => SubmissionResult) => {
    if (kept.ok) throw redirect(`${here}?kept=${kept.entry}`);
    return { intent, reply: refuse(kept.errors), refusal: null };
  };
  switch (intent) {
    case 'incident': {
      const read = readForm(incidentSchema(unit), form);
      if (!read.ok) return { intent, reply: read.reply, refusal: null };
      const { what, ml, days, on, note } = read.value;
      const much = ASKS_HOW_MUCH.includes(what) || what === 'later-bath' ? ml : undefined;
      const more = { ...(much === undefined ? {} : { ml: much }), ...(ASKS_HOW_LONG.includes(what) && days !== undefined ? { days } : {}) };
      return done(keepBottleEntry(bottle, { kind: 'incident', on, bottle: bottle.id, what, ...more }, { id, note }), read.refuse);
    }
    case 'amount': {
      const read = readForm(amountSchema(unit), form);
      if (!read.ok) return { intent, reply: read.reply, refusal: null };
      const { kind, ml, on, note } = read.value;
      return done(keepBottleEntry(bottle, { kind, on, bottle: bottle.id, ml }, { id, note }), read.refuse);
    }
    case 'written': {
      const read = readForm(writtenSchema, form);
      if (!read.ok) return { intent, reply: read.reply, refusal: null };
      const { cap, stored, until, reason } = read.value;
      setCap(bottle.number, cap);
      if (stored !== bottle.stored)
        keepBottleEntry(bottle, { kind: 'stored', on: today(), bottle: bottle.id, how: stored }, { id: `${id}s` });
      if (!until || until === bottle.goodUntil) throw redirect(here);
      return done(keepBottleEntry(bottle, { kind: 'good-until', on: today(), bottle: bottle.id, until, reason }, { id }), read.refuse);
    }
    case 'move': {
      const batch = findBatch(textOf(form, 'batchId'));
      const bath = batch?.kit.baths.find((each) => each.kind === bottle.kind);
      const isThere = bottle.batchId === batch?.id && bottle.bath === bath?.id;
      if (!batch || !bath || batch.retiredAtMs !== null || isThere) throw redirect(here);
      const poured = pouredNow(bottle.batchId, batch.id);
      if (poured !== null) return { intent, reply: null, refusal: { entry: '', says: poured } };
      const inItsPlace = batch.bottles.find((each) => each.bath === bath.id);
      moveBottle(
        bottle.id,
        { batchId: batch.id, bath: bath.id, inItsPlace: inItsPlace ? { number: inItsPlace.id } : null },
        today(),
        nowMs(),
      );
      throw redirect(here);
    }
    case 'empty': {
      const [entry] = emptyBottles([bottle]);
      throw redirect(entry ? `${here}?kept=${entry}` : here);
    }
    case 'undo': {
      const taken = takeBack(textOf(form, 'entry'), textOf(form, 'reason'));
      if (taken.ok) throw redirect(here);
      return { intent, reply: null, refusal: { entry: textOf(form, 'entry'), says: taken.says } };
    }
    default:
      throw redirect(here);
  }
}

export default function BottlePage({ loaderData, actionData }: Route.ComponentProps) {
  const { bottle, strips, batch, place, history, kept, others, today } = loaderData;
  const { volume } = useUnits();
  const past = bottle.goodUntil !== null && bottle.goodUntil < today;
  const replyTo = (intent: string) => (actionData?.intent === intent ? actionData.reply : null);
  const opened = actionData?.intent;
  return (
    <>
      <BottleParts />
      <PageHead
        title={`${bottle.name} ${bottle.code}`}
        action={
          <div className="flex flex-wrap gap-3">
            <LinkButton to={`/shelf/labels?bottle=${bottle.number}`}>Print its label</LinkButton>
            {!bottle.emptied && (
              <LinkButton filled to={`/shelf/bottles/${bottle.number}/test`}>
                Test it with a snip
              </LinkButton>
            )}
          </div>
        }
      >
        {batch ? (
          <>
            Bottle {place} of{' '}
            <Link className="underline" to={`/shelf/batches/${batch.id}`}>
              {batch.name}
            </Link>
            {batch.away && ', which was put away'}
          </>
        ) : (
          'It stands apart from every batch'
        )}
        {bottle.cap && `, cap: ${bottle.cap}`}.
      </PageHead>
      {kept && <WhatItMeans bottle={bottle} entry={kept} />}
      <div className="grid gap-4 lg:grid-cols-2">
        <div className="space-y-4">
          <Card className="grid grid-cols-[6rem_1fr] gap-5">
            <div>
              <StandingBottle bottle={bottle} place={place} today={today} />
            </div>
            <dl className="divide-y divide-line [&>div]:flex [&>div]:justify-between [&>div]:gap-3 [&>div]:py-1.5 [&_dd]:text-right">
              <div>
                <dt>In it</dt>
                <dd className="figure">
                  {showVolume(bottle.mlLeft, volume)} of {showVolume(bottle.volumeMl, volume)}
                </dd>
              </div>
              <div>
                <dt>Rolls so far</dt>
                <dd className="figure">{bottle.rollsDone}</dd>
              </div>
              <div>
                <dt>Mixed</dt>
                <dd>
                  {longDay(bottle.mixedOn)}, <span className="figure">{bottle.ageDays}</span> {bottle.ageDays === 1 ? 'day' : 'days'} ago
                </dd>
              </div>
              <div>
                <dt>Good until</dt>
                <dd className={past ? 'font-semibold text-hot' : ''}>
                  {bottle.goodUntil ? longDay(bottle.goodUntil) : 'its leaflet does not say'}
                </dd>
              </div>
              <div>
                <dt>Standing</dt>
                <dd className={bottle.standing === 'good' ? '' : 'font-semibold text-hot'}>{bottle.emptied ? 'empty' : bottle.standing}</dd>
              </div>
            </dl>
            {strips.length > 0 && (
              <div className="mb-2">
                <Notice>
                  Its strips: {strips.join(' ')}{' '}
                  <Link className="underline" to={`/logbook/strips?batch=${batch?.id ?? ''}`}>
                    The control chart
                  </Link>
                </Notice>
              </div>
            )}
            {bottle.why.length > 0 && (
              <div className="col-span-2">
                <Notice tone={bottle.standing === 'good' ? 'plain' : 'hot'}>
                  {bottle.why.map((sentence) => (
                    <p key={sentence}>{sentence}</p>
                  ))}
                </Notice>
              </div>
            )}
          </Card>
          {!bottle.emptied && (
            <>
              <Incident open={opened === 'incident'} reply={replyTo('incident')} today={today} once={loaderData.once} />
              <Amount open={opened === 'amount'} reply={replyTo('amount')} today={today} once={loaderData.once} />
            </>
          )}
          <Written open={opened === 'written'} reply={replyTo('written')} bottle={bottle} once={loaderData.once} />
          {!bottle.emptied && others.length > 0 && (
            <Fold title="Take it into another batch" open={opened === 'move'}>
              {opened === 'move' && actionData?.refusal && (
                <div role="alert" className="mb-2">
                  <Notice>{actionData.refusal.says}</Notice>
                </div>
              )}
              <p className="text-quiet">
                It keeps its own date, rolls and standing. The bottle that stands in its place there stands apart from then on.
              </p>
              <Form method="post" className="mt-2 flex flex-wrap gap-2">
                <input type="hidden" name="intent" value="move" />
                {others.map((other) => (
                  <Button key={other.id} name="batchId" value={other.id}>
                    Into {other.name}
                  </Button>
                ))}
              </Form>
            </Fold>
          )}
          {!bottle.emptied && (
            <Form method="post" className="space-y-3">
              <Notice tone="plain">
                Never down a drain on this page’s word: it goes into a jug and to a collection point.{' '}
                <Link className="underline" to="/safety">
                  Safety
                </Link>
              </Notice>
              <Button name="intent" value="empty">
                Empty it into the jug
              </Button>
            </Form>
          )}
        </div>
        <History
          lines={history}
          born={`Mixed, ${showVolume(bottle.volumeMl, volume)}, ${longDay(bottle.mixedOn)}.`}
          refusal={actionData?.refusal ?? null}
        />
      </div>
    </>
  );
}

/** What was just entered makes of the bottle, said at once, and taken back with one press. */
function WhatItMeans({ bottle, entry }: { readonly bottle: ShelfBottle; readonly entry: string }) {
  const says = bottle.emptied
    ? 'It is empty, and what was in it is in the jug.'
    : bottle.standing === 'spent'
      ? 'It is spent: no run is planned with it until a test passes.'
      : bottle.standing === 'doubtful'
        ? 'It is doubtful: test it before a film that matters.'
        : 'Written down. It may be used.';
  return (
    <div role="status" className="mb-4 flex flex-wrap items-center justify-between gap-3 rounded-card bg-petrol px-4 py-2 text-white">
      <span>{says}</span>
      <Form method="post">
        <input type="hidden" name="intent" value="undo" />
        <input type="hidden" name="reason" value="Entered by mistake." />
        <Button name="entry" value={entry}>
          Undo
        </Button>
      </Form>
    </div>
  );
}
