import { Input, Select } from '@headlessui/react';
import Search from 'lucide-react/icons/search';
import Star from 'lucide-react/icons/star';
import { Form, Link, redirect, useSearchParams, useSubmit } from 'react-router';
import { pushOfRoll } from '../../core/film/develop-at.ts';
import { formatById } from '../../core/film/format.ts';
import { PROCESSES, type Process } from '../../core/film/process.ts';
import { ROLL_STATES, type RollState } from '../../core/film/roll-state.ts';
import { TREATMENT_ADVICE } from '../../core/film/treatment.ts';
import { showStops } from '../../core/units/exposure.ts';
import { nowMs } from '../server/database/clock.server.ts';
import { inTransaction } from '../server/database/database.server.ts';
import {
  findRoll,
  listRolls,
  rollCounts,
  setRollDeleted,
  setRollState,
  updateRoll,
  type Roll,
  type RollQuestion,
} from '../server/rolls.server.ts';
import { Button, LinkButton } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';
import { INPUT_SHAPE } from '../ui/forms/input-shape.ts';
import { textOf } from '../ui/forms/read-form.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import { UndoBar } from '../ui/notice.tsx';
import { pageAsked } from '../ui/page-asked.ts';
import { Empty, PageHead } from '../ui/page-head.tsx';
import type { Route } from './+types/list.ts';
import { STATE_WORDS } from './state-words.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Rolls · Steady Reel' }];

const PAGE = 50;
const SORTS: readonly { readonly value: RollQuestion['sort']; readonly label: string }[] = [
  { value: 'added', label: 'newest first' },
  { value: 'name', label: 'by name' },
  { value: 'film', label: 'by film' },
  { value: 'process', label: 'by process' },
];

function oneOf<T extends string>(value: string | null, values: readonly T[], otherwise: T): T {
  return values.includes(value as T) ? (value as T) : otherwise;
}

export function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const page = pageAsked(searchParams);
  const question: RollQuestion = {
    state: oneOf<RollState | 'all'>(searchParams.get('state'), [...ROLL_STATES, 'all'], 'waiting'),
    process: oneOf<Process | 'all'>(searchParams.get('process'), [...PROCESSES, 'all'], 'all'),
    search: (searchParams.get('search') ?? '').slice(0, 120),
    sort: oneOf(
      searchParams.get('sort'),
      SORTS.map((sort) => sort.value),
      'added',
    ),
    limit: PAGE,
    offset: (page - 1) * PAGE,
  };
  return {
    ...listRolls(question),
    question,
    page,
    counts: rollCounts(),
    deleted: searchParams.get('deleted'),
    imported: searchParams.get('imported'),
    left: searchParams.get('left'),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const chosen = form.getAll('rollIds').map(String);
  if (chosen.length > 0) return changeMany(chosen, textOf(form, 'change'));
  const ids = textOf(form, 'rollId').split(',');
  if (form.get('intent') === 'restore') for (const id of ids) setRollDeleted(id, null);
  const only = ids.length === 1 ? findRoll(ids[0] ?? '') : null;
  throw redirect(only ? `/rolls?state=all&search=${encodeURIComponent(only.name)}` : '/rolls?state=all');
}

/** One change to several rolls at once; rolls in a run keep what their run was planned with. */
function changeMany(ids: readonly string[], change: string): never {
  const rolls = ids.flatMap((id) => findRoll(id) ?? []).filter((roll) => roll.state !== 'developing');
  inTransaction(() => {
    for (const roll of rolls) {
      if (change === 'delete') setRollDeleted(roll.id, nowMs());
      else if (change === 'keeper' || change === 'not-keeper') updateRoll(roll.id, { ...roll, keeper: change === 'keeper' });
      else if (change === 'box-speed') updateRoll(roll.id, { ...roll, exposedSpeed: roll.boxSpeed, developSpeed: null });
      else if (change === 'push-1') updateRoll(roll.id, { ...roll, exposedSpeed: roll.boxSpeed * 2, developSpeed: roll.boxSpeed * 2 });
      else if (change === 'wait') setRollState(roll.id, 'waiting', null);
    }
  });
  throw redirect(
    change === 'delete' ? `/rolls?deleted=${rolls.map((roll) => roll.id).join(',')}` : `/rolls?state=all&changed=${rolls.length}`,
  );
}

const CHANGES: readonly (readonly [string, string])[] = [
  ['keeper', 'are keepers'],
  ['not-keeper', 'are not keepers'],
  ['box-speed', 'were exposed at box speed'],
  ['push-1', 'were exposed one stop under (push 1)'],
  ['wait', 'wait again'],
  ['delete', 'are deleted'],
];

export default function RollList({ loaderData }: Route.ComponentProps) {
  const { rolls, total, counts, question, page, deleted, imported, left } = loaderData;
  const submit = useSubmit();
  const [search] = useSearchParams();
  const addressWith = (changes: Record<string, string>) => {
    const next = new URLSearchParams(search);
    next.delete('deleted');
    for (const [name, value] of Object.entries({ page: '1', ...changes })) next.set(name, value);
    return `?${next}`;
  };
  const none = counts.waiting + counts.developing + counts.developed + counts.spoilt === 0;
  return (
    <>
      <PageHead
        title="Rolls"
        action={
          <div className="flex flex-wrap gap-2">
            <LinkButton to="/rolls/import">Import</LinkButton>
            <LinkButton reloadDocument download to="/rolls.csv">
              Export
            </LinkButton>
            <LinkButton filled to="/rolls/new">
              Add a roll
            </LinkButton>
          </div>
        }
      >
        {imported ? `${imported} imported${left !== '0' ? `, ${left} rows left out` : ''}.` : 'Films waiting, in a run, and done.'}
      </PageHead>
      {deleted && (
        <UndoBar
          action={
            <Form method="post">
              <input type="hidden" name="rollId" value={deleted} />
              <Button name="intent" value="restore">
                Undo
              </Button>
            </Form>
          }
        >
          {deleted.includes(',') ? `${deleted.split(',').length} rolls were deleted.` : 'The roll was deleted.'}
        </UndoBar>
      )}
      {none ? (
        <Empty title="No rolls yet" action={<LinkButton to="/rolls/new">Add the first</LinkButton>}>
          Add each film as it comes out of the camera. What it was exposed at decides how it is developed.
        </Empty>
      ) : (
        <>
          <nav aria-label="By state" className="mb-3 flex flex-wrap gap-2">
            {[...ROLL_STATES, 'all' as const].map((state) => (
              <Link
                key={state}
                to={addressWith({ state })}
                aria-current={question.state === state ? 'page' : undefined}
                className={`flex min-h-10 items-center gap-2 rounded-card border px-3 no-underline ${question.state === state ? 'border-petrol bg-petrol font-semibold text-white' : 'border-[#8aa39e] bg-card'}`}
              >
                {state === 'all' ? 'All' : STATE_WORDS[state]}
                <span className="figure text-sm">
                  {state === 'all' ? counts.waiting + counts.developing + counts.developed + counts.spoilt : counts[state]}
                </span>
              </Link>
            ))}
          </nav>
          <Form
            method="get"
            className="mb-3 flex flex-wrap gap-3"
            onChange={(event) => void submit(event.currentTarget, { replace: true })}
          >
            <input type="hidden" name="state" value={question.state} />
            <label className="relative min-w-48 grow">
              <span className="sr-only">Search name, film, place and note</span>
              <Search aria-hidden size={18} className="absolute top-1/2 left-3 -translate-y-1/2 text-quiet" />
              <input
                type="search"
                name="search"
                defaultValue={question.search}
                placeholder="Name, film, place or note"
                className={`${INPUT_SHAPE} w-full pl-10`}
              />
            </label>
            <Select name="process" aria-label="Process" defaultValue={question.process} className={INPUT_SHAPE}>
              <option value="all">every process</option>
              {PROCESSES.map((process) => (
                <option key={process} value={process}>
                  {process}
                </option>
              ))}
            </Select>
            <Select name="sort" aria-label="Order" defaultValue={question.sort} className={INPUT_SHAPE}>
              {SORTS.map((sort) => (
                <option key={sort.value} value={sort.value}>
                  {sort.label}
                </option>
              ))}
            </Select>
            <noscript>
              <Button>Show</Button>
            </noscript>
          </Form>
          {rolls.length === 0 ? (
            <Empty
              title={question.search ? 'Nothing matches' : 'None in this state'}
              action={<LinkButton to="/rolls?state=all">Show all rolls</LinkButton>}
            >
              {question.search
                ? `No roll has “${question.search}” in its name, film, place or note here.`
                : 'Rolls move here by themselves as they are developed.'}
            </Empty>
          ) : (
            <Form method="post">
              <Card flush>
                <ul className="divide-y divide-line">
                  {rolls.map((roll) => (
                    <RollRow key={roll.id} roll={roll} />
                  ))}
                </ul>
              </Card>
              <div className="mt-3 flex flex-wrap items-center gap-2">
                <label htmlFor="change">The ticked rolls</label>
                <Select id="change" name="change" className={INPUT_SHAPE}>
                  {CHANGES.map(([value, label]) => (
                    <option key={value} value={value}>
                      {label}
                    </option>
                  ))}
                </Select>
                <Button>Change them</Button>
              </div>
            </Form>
          )}
          {total > PAGE && (
            <nav aria-label="Pages" className="mt-4 flex items-center gap-4">
              {page > 1 && (
                <Link className="underline" to={addressWith({ page: String(page - 1) })}>
                  Newer
                </Link>
              )}
              <span className="text-quiet">
                {(page - 1) * PAGE + 1} to {Math.min(page * PAGE, total)} of {total}
              </span>
              {page * PAGE < total && (
                <Link className="underline" to={addressWith({ page: String(page + 1) })}>
                  Further
                </Link>
              )}
            </nav>
          )}
        </>
      )}
    </>
  );
}

function RollRow({ roll }: { readonly roll: Roll }) {
  const stops = showStops(pushOfRoll(roll));
  const sheet = formatById(roll.format);
  return (
    <li className="flex items-stretch">
      <label className="flex w-12 shrink-0 items-center justify-center">
        <Input type="checkbox" name="rollIds" value={roll.id} aria-label={`Tick ${roll.name}`} className="size-5 accent-petrol" />
      </label>
      <Link
        to={`/rolls/${roll.id}`}
        className="grid grow grid-cols-[1fr_auto] gap-x-4 py-2.5 pr-4 no-underline hover:bg-porcelain sm:grid-cols-[minmax(0,1.4fr)_minmax(0,1.3fr)_5rem_8.5rem_7rem] sm:items-center"
      >
        <span className="font-semibold">
          {roll.name}
          {roll.keeper && <Star aria-label="keeper" size={16} className="ml-1.5 inline fill-straw-deep text-[#7a6a10]" />}
          <span className="block text-sm font-normal text-quiet">{roll.place || roll.note}</span>
        </span>
        <span className="text-quiet max-sm:order-3">
          {roll.film || 'film not noted'}
          {roll.treatment !== 'normal' && `, ${TREATMENT_ADVICE[roll.treatment].name.toLowerCase()}`}
        </span>
        <span className="max-sm:order-4 max-sm:text-right">{roll.process}</span>
        <span className="figure text-sm max-sm:order-5">
          {sheet.label}
          {roll.count > 1 && ` × ${roll.count}`}
        </span>
        <span className="text-right max-sm:order-2">
          {stops === 'box speed' ? <span className="text-quiet">box speed</span> : <span className="font-semibold text-teal">{stops}</span>}
          {roll.expiredYear !== null && <span className="block text-sm text-quiet">old: {roll.expiredYear}</span>}
        </span>
      </Link>
    </li>
  );
}
