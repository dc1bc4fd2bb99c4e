import { useEffect, useMemo } from 'react';
import { Form, Link } from 'react-router';
import { willItLast } from '../../../core/chemistry/life/will-it-last.ts';
import { nowInWords } from '../../../core/evening/now-in-words.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { useServerNow } from '../../ui/screen/use-server-now.ts';
import { MiniStrip } from '../../ui/strip/mini-strip.tsx';
import { Strip } from '../../ui/strip/strip.tsx';
import { TonightForm } from '../draft/tonight-form.tsx';
import type { UnderWayPage } from './under-way-page.server.ts';
import { useEveningHeard } from './use-evening-heard.ts';

/** Times move with the clock even when nothing happens: a run that is late makes those after it later. */
const LOOK_AGAIN_MS = 20_000;

/** The evening as it goes on, on this screen: its time, and everything that moves. */
export function useEveningNow(page: UnderWayPage): number {
  useEveningHeard(LOOK_AGAIN_MS);
  return useServerNow(page.clock);
}

/** What is next and when, in one sentence at the top and in the title of the browser's tab. */
export function NowHead({ page, nowMs }: { readonly page: UnderWayPage; readonly nowMs: number }) {
  const words = nowInWords(page.toDo, nowMs);
  const live = page.begun.find((run) => run.is === 'live');
  const running = live?.steps.find((step) => step.is === 'running');
  const coming = page.toDo.find((thing) => thing.what === 'first-pour');
  const refused = page.trouble[0];
  const title = refused ? `Run ${refused.n} cannot be poured as it is` : (words?.next ?? 'The evening goes on');
  const inShort = words?.inShort ?? title;
  useEffect(() => {
    document.title = `${inShort} · Steady Reel`;
  }, [inShort]);
  return (
    <PageHead
      title={title}
      action={
        live ? (
          <LinkButton filled className="min-h-12 text-lg" reloadDocument to={`/bench/${live.id}`}>
            Back to the Bench
          </LinkButton>
        ) : refused?.runId === page.nextRunId && refused ? (
          <LinkButton filled className="min-h-12 text-lg" to={`/runs/${refused.runId}/begin`}>
            What can be done
          </LinkButton>
        ) : (
          page.nextRunId && (
            <Form method="post" action={`/runs/${page.nextRunId}/begin`}>
              <Button filled className="min-h-12 px-6 text-lg">
                Run {coming?.run} to the Bench
              </Button>
            </Form>
          )
        )
      }
    >
      {bySentence(page.trouble).map(({ sentence, runs }) => (
        <strong key={sentence} role="alert" className="block text-hot">
          {runs.length === 1 ? 'Run' : 'Runs'} {runs.join(' and ')}: {sentence}
        </strong>
      ))}
      {running && live && (
        <>
          Run {live.n}, {running.name.toLowerCase()} in the tank.{' '}
        </>
      )}
      {!refused && words?.then} All hangs by <span className="figure">{page.allHung}</span>. {/* Nothing lasts that must not be poured. */}
      {!refused && willItLast(page.ledger.filter((row) => row.is !== 'given-up')).join(' ')}
    </PageHead>
  );
}

/** One line for one matter, however many runs it is about. */
function bySentence(trouble: UnderWayPage['trouble']): { readonly sentence: string; readonly runs: readonly number[] }[] {
  const sentences = [...new Set(trouble.flatMap(({ says }) => says))];
  return sentences.map((sentence) => ({ sentence, runs: trouble.filter(({ says }) => says.includes(sentence)).map(({ n }) => n) }));
}

/** A run that has begun, in its place of the list: done as it was, or at the Bench with its level. */
export function BegunRun({ page, n, nowMs }: { readonly page: UnderWayPage; readonly n: number; readonly nowMs: number }) {
  const run = page.begun.find((each) => each.n === n);
  if (!run) return null;
  const place = run.steps.findIndex((step) => step.is === 'running');
  const step = run.steps[place];
  const strip = run.steps.map(({ id, kind, name, startMs, endMs }) => ({ id, kind, name, seconds: Math.round((endMs - startMs) / 1000) }));
  const isLive = run.is === 'live';
  return (
    <li className="gap-x-3 border-t border-line py-2.5 first:border-t-0 sm:grid sm:grid-cols-[3.4rem_minmax(0,1fr)]">
      <span className={`figure ${isLive ? '' : 'text-quiet'}`}>{run.pour}</span>
      <section
        aria-labelledby={`begun-${run.n}`}
        style={isLive ? ({ '--strip-ground': '#e6f0ed' } as React.CSSProperties) : undefined}
        className={`min-w-0 ${isLive ? 'rounded-card bg-[#e6f0ed] p-3' : 'text-quiet'}`}
      >
        <div className="mb-1.5 flex flex-wrap items-baseline justify-between gap-x-4">
          <h2 id={`begun-${run.n}`} className="font-bold">
            Run {run.n} · {lowerFirst(run.title)}
          </h2>
          <p>
            {isLive ? <strong className="text-teal">at the Bench, hung by </strong> : run.is === 'finished' ? 'hung up ' : 'given up '}
            <span className="figure">{run.hung}</span>
          </p>
        </div>
        {run.steps.length > 0 &&
          (isLive ? (
            <Strip
              steps={strip}
              chosen={place === -1 ? null : place}
              level={step ? { index: place, share: (nowMs - step.startMs) / Math.max(1000, step.endMs - step.startMs) } : null}
            />
          ) : (
            <MiniStrip steps={strip} heightPx={22} />
          ))}
        <p className="mt-1.5 flex flex-wrap justify-between gap-x-4">
          <span>{run.rollNames.join(', ')}</span>
          {!isLive && (
            <Link className="font-semibold underline" to={`/logbook/${run.id}`}>
              As it was
            </Link>
          )}
        </p>
      </section>
    </li>
  );
}

/** Will the developer last? What each batch has seen after each run, and when its bottle may be poured again. */
export function WhatItTakes({ page, nowMs }: { readonly page: UnderWayPage; readonly nowMs: number }) {
  const { temperature } = useUnits();
  const rows = useMemo(() => page.ledger.filter((row) => row.is !== 'given-up'), [page.ledger]);
  return (
    <Card aria-labelledby="will-it-last">
      <h2 id="will-it-last" className="mb-1 font-bold">
        Will it last?
      </h2>
      <ul className="divide-y divide-line">
        {rows.map((row) => {
          const over = row.capacity !== null && row.rollsAfter > row.capacity + 1e-9;
          return (
            <li key={row.n} className="flex items-baseline justify-between gap-4 py-1.5">
              <span>
                {row.is === 'finished' ? 'After' : 'Once'} run {row.n}
                {row.is === 'finished' ? '' : ' is through'}, {row.batchName}
              </span>
              <span className={`figure whitespace-nowrap ${over ? 'font-semibold text-hot' : ''}`}>
                {figure(row.rollsAfter)}
                {row.capacity !== null && ` of ${figure(row.capacity)}`}
              </span>
            </li>
          );
        })}
      </ul>
      {page.bathNowC !== null && (
        <p className="mt-2">
          The bath should be at <span className="figure font-semibold text-teal">{showTemperature(page.bathNowC, temperature)}</span> by
          now.
        </p>
      )}
      {page.backInRange.map(({ bottle, atMs, at, forRun }) => (
        <p key={bottle} className="mt-1">
          {atMs === null || at === null
            ? `${bottle} does not come back into its range in this bath. Set it warmer for run ${forRun}.`
            : atMs <= nowMs
              ? `${bottle} is in its range again for run ${forRun}.`
              : `${bottle} for run ${forRun} is back in its range in ${showMinutes((atMs - nowMs) / 1000)}, at ${at}.`}
        </p>
      ))}
    </Card>
  );
}

function figure(rolls: number): number {
  return Math.round(rolls * 100) / 100;
}

/** What may be done with the whole of what is still to come. */
export function WholeEvening({
  page,
  canUndo,
  coming,
}: {
  readonly page: UnderWayPage;
  readonly canUndo: boolean;
  readonly coming: number;
}) {
  const live = page.begun.some((run) => run.is === 'live');
  return (
    <Card aria-labelledby="whole-evening">
      <h2 id="whole-evening" className="mb-2 font-bold">
        The rest of the evening
      </h2>
      <div className="flex flex-wrap gap-2">
        {canUndo && (
          <TonightForm>
            <Button name="intent" value="undo">
              Undo last change
            </Button>
          </TonightForm>
        )}
        {coming > 0 &&
          (live ? (
            <TonightForm>
              <Button name="intent" value="end-early">
                No more after run {page.begun.at(-1)?.n}
              </Button>
            </TonightForm>
          ) : (
            <Form method="post" action={`/sessions/${page.sessionId}/leave`}>
              <Button>End it here, plan the rest again</Button>
            </Form>
          ))}
        <LinkButton to="/evenings/new">Plan another evening</LinkButton>
      </div>
    </Card>
  );
}

/** What a change moved, with the way back; it stays until it is closed or the next change is made. */
export function Moved({
  moved,
  undone,
  close,
}: {
  readonly moved: readonly string[];
  readonly undone: boolean;
  readonly close: () => void;
}) {
  return (
    <Notice tone="plain">
      <div className="flex flex-wrap items-start justify-between gap-x-4 gap-y-2">
        <ul>
          {undone && <li>Taken back.</li>}
          {moved.length === 0 ? <li>Nothing that is still to come moved.</li> : moved.map((sentence) => <li key={sentence}>{sentence}</li>)}
        </ul>
        <div className="flex gap-2">
          {!undone && (
            <TonightForm>
              <Button name="intent" value="undo">
                Take that back
              </Button>
            </TonightForm>
          )}
          <Button type="button" onClick={close}>
            Close
          </Button>
        </div>
      </div>
    </Notice>
  );
}
