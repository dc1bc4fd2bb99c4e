import { Select } from '@headlessui/react';
import { TZDate } from '@date-fns/tz';
import { eachMonthOfInterval, format } from 'date-fns';
import Search from 'lucide-react/icons/search';
import { Form, Link, useSearchParams } from 'react-router';
import { VERDICT_IN_SHORT } from '../../../core/inspection/inspection-words.ts';
import type { Verdict } from '../../../core/inspection/judge.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { nowMs, shownInstant } from '../../server/database/clock.server.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { findRuns, runChoices, verdictsOf } from '../../server/runs/run-search.server.ts';
import { runsById, type Run } from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { pageAsked } from '../../ui/page-asked.ts';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import { LogbookNav } from '../logbook-nav.tsx';
import { MiniStrip } from '../../ui/strip/mini-strip.tsx';
import { askedRuns } from '../runs/run-question.server.ts';
import type { Route } from './+types/list.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Logbook · Steady Reel' }];

const PAGE = 30;

export function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const page = pageAsked(search);
  const { question, span, day } = askedRuns(search);
  const { ids, total } = findRuns(question, span, PAGE, (page - 1) * PAGE);
  const verdicts = verdictsOf(ids);
  return {
    runs: runsById(ids).map((run) => ({ ...entry(run), judged: verdicts.get(run.id) ?? null })),
    total,
    page,
    question,
    day,
    choices: whileUnchanged('logbook-choices', readChoices),
  };
}

function readChoices() {
  const choices = runChoices();
  return { ...choices, months: monthsUntilNow(choices.firstMs) };
}

/** The months that the book covers, the newest first. */
function monthsUntilNow(firstMs: number | null): { readonly value: string; readonly label: string }[] {
  if (firstMs === null) return [];
  const zone = personsZone();
  return eachMonthOfInterval({ start: new TZDate(firstMs, zone), end: new TZDate(nowMs(), zone) })
    .reverse()
    .map((month) => ({ value: format(month, 'yyyy-MM'), label: format(month, 'MMMM yyyy') }));
}

const sameYear = (atMs: number) => shownInstant(atMs, 'yyyy') === shownInstant(nowMs(), 'yyyy');

function entry(run: Run) {
  return {
    id: run.id,
    title: run.plan.title,
    rolls: run.plan.rollNames.join(', '),
    batch: run.plan.batchName,
    tank: run.plan.tankName,
    totalS: run.plan.totalS,
    day: shownInstant(run.endedAtMs ?? 0, sameYear(run.endedAtMs ?? 0) ? 'EEE d MMM' : 'd MMM yyyy'),
    givenUp: run.state === 'given-up',
    repair: run.repairs !== null,
    verdict: run.verdict,
    steps: run.plan.steps.map((step) => ({ id: step.bath, kind: step.kind, seconds: step.seconds })),
  };
}

const VERDICTS: readonly (Verdict | 'unseen')[] = ['nothing-wrong', 'development', 'exposure', 'film', 'unclear', 'unseen'];

export default function Logbook({ loaderData }: Route.ComponentProps) {
  const { runs, total, page, question, day } = loaderData;
  const asked = day !== '' || Object.values(question).some((each) => each !== '');
  return (
    <>
      <LogbookNav />
      <PageHead title="Logbook">What happened, and what it taught.</PageHead>
      {(total > 0 || asked) && <Narrowing loaderData={loaderData} asked={asked} />}
      {runs.length === 0 ? (
        asked ? (
          <Empty title="No run is like that" action={<LinkButton to="/logbook">Show all runs</LinkButton>}>
            Every word must begin a word of its names, films, notes, lessons or causes. Try fewer words, or another month.
          </Empty>
        ) : (
          <Empty title="No run has ended yet" action={<LinkButton to="/">Plan one</LinkButton>}>
            Every run comes here by itself: its times as planned and as they were, its readings and your notes.
          </Empty>
        )
      ) : (
        <ul className="grid grid-cols-[minmax(0,1fr)] gap-2 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
          {runs.map((run) => (
            <li key={run.id}>
              <RunTile run={run} />
            </li>
          ))}
        </ul>
      )}
      {total > PAGE && <Pages page={page} total={total} />}
    </>
  );
}

type Shown = Route.ComponentProps['loaderData']['runs'][number];

/** Two lines a run: what it was and when, and its baths with how it came out. */
function RunTile({ run }: { readonly run: Shown }) {
  const said = run.givenUp ? 'given up' : run.judged ? VERDICT_IN_SHORT[run.judged] : run.repair ? 'repair' : '';
  return (
    <Link
      to={`/logbook/${run.id}`}
      title={[run.title, showDuration(run.totalS), run.batch, run.tank, run.verdict].filter(Boolean).join(' · ')}
      className="block rounded-card border border-line bg-card px-3 py-1.5 no-underline hover:border-petrol"
    >
      <span className="flex items-baseline justify-between gap-3">
        <span className="truncate font-semibold underline">{run.rolls}</span>
        <span className="figure shrink-0 text-sm text-quiet">{run.day}</span>
      </span>
      <span className="mt-1 flex h-5 items-center gap-2">
        <span className="min-w-0 grow">
          <MiniStrip steps={run.steps} />
        </span>
        {said && (
          <span className={`shrink-0 text-sm font-semibold ${run.judged === 'nothing-wrong' ? 'text-teal' : 'text-hot'}`}>{said}</span>
        )}
      </span>
    </Link>
  );
}

interface NarrowingProps {
  readonly loaderData: Route.ComponentProps['loaderData'];
  readonly asked: boolean;
}

/** Search, and what the list is narrowed to; each choice is in the address, so that it can be kept. */
function Narrowing({ loaderData, asked }: NarrowingProps) {
  const { question, choices, total, day } = loaderData;
  const list = (name: keyof typeof question, label: string, options: readonly { readonly value: string; readonly label: string }[]) => (
    <label className="min-w-0 text-sm">
      <span className="sr-only">{label}</span>
      <Select name={name} defaultValue={question[name]} className={`${INPUT_SHAPE} w-full`} aria-label={label}>
        <option value="">{label}: all</option>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </Select>
    </label>
  );
  const named = (each: readonly { readonly id: string; readonly name: string }[]) =>
    each.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <Form
      method="get"
      role="search"
      key={JSON.stringify([question, day])}
      className="mb-3 grid grid-cols-2 gap-2 md:grid-cols-4 xl:grid-cols-[minmax(0,2fr)_repeat(6,minmax(0,1fr))_auto]"
      onChange={(event) => (event.target as HTMLElement).tagName === 'SELECT' && event.currentTarget.requestSubmit()}
    >
      <label className="relative col-span-2 md:col-span-4 xl:col-span-1">
        <span className="sr-only">Search names, films, notes, lessons and causes</span>
        <Search aria-hidden size={18} className="absolute top-1/2 left-3 -translate-y-1/2 text-quiet" />
        <input
          type="search"
          name="q"
          defaultValue={question.search}
          placeholder="Names, films, notes, causes"
          className={`${INPUT_SHAPE} w-full pl-10!`}
        />
      </label>
      {list(
        'process',
        'Process',
        choices.processes.map((each) => ({ value: each, label: each })),
      )}
      {list('kit', 'Kit', named(choices.kits))}
      {list('batch', 'Batch', named(choices.batches))}
      {list('tank', 'Tank', named(choices.tanks))}
      {list('month', 'Month', choices.months)}
      {list(
        'verdict',
        'Verdict',
        VERDICTS.map((each) => ({ value: each, label: each === 'unseen' ? 'not looked at' : VERDICT_IN_SHORT[each] })),
      )}
      <Button>Find</Button>
      {asked && (
        <p className="col-span-full text-sm text-quiet" role="status">
          {total === 1 ? 'One run' : `${total} runs`}
          {day !== '' && ` on ${day}`}.{' '}
          <Link className="underline" to="/logbook">
            Show all
          </Link>
        </p>
      )}
    </Form>
  );
}

function Pages({ page, total }: { readonly page: number; readonly total: number }) {
  return (
    <nav aria-label="Pages" className="mt-4 flex gap-4">
      {page > 1 && <PageLink to={page - 1}>Newer</PageLink>}
      {page * PAGE < total && <PageLink to={page + 1}>Older</PageLink>}
    </nav>
  );
}

/** Another page of the same question. */
function PageLink({ to, children }: { readonly to: number; readonly children: string }) {
  const [search] = useSearchParams();
  const next = new URLSearchParams(search);
  next.set('page', String(to));
  return (
    <Link className="inline-flex min-h-11 items-center underline" to={`?${next.toString()}`}>
      {children}
    </Link>
  );
}
