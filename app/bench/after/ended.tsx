import { Form, Link } from 'react-router';
import { putBackInWords } from '../../../core/evening/list/put-back.ts';
import { isRepair } from '../../../core/run/plan/repair.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import type { Connection } from '../channel/run-channel.ts';
import { useSettled } from '../now/use-settled.ts';
import { Later } from '../../ui/later.tsx';
import { DoAgain, WhatItWas } from '../now/parts.ts';
import { showClock } from '../screen/show-clock.ts';
import type { ComingRun } from './next-run.server.ts';
import { UntilNextRun, type UntilNext } from './until-next-run.tsx';

interface EndedProps {
  readonly runId: string;
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly nowMs: number;
  readonly undo: () => void;
  readonly next: ComingRun | null;
  readonly until: UntilNext | null;
  readonly benchOnly: boolean;
  /** How many of this screen’s acts the book does not have yet, and whether the laptop answers. */
  readonly undelivered: number;
  readonly connection: Connection;
}

/** The run is over: what it was, the drying that goes on, and the next run. */
export function Ended({ runId, plan, state, nowMs, undo, next, until, benchOnly, undelivered, connection }: EndedProps) {
  const dryAtMs = (state.endedAtMs ?? nowMs) + plan.dryingS * 1000;
  const dryInS = Math.ceil((dryAtMs - nowMs) / 1000);
  const finished = state.phase === 'finished';
  const repair = isRepair(plan);
  const rolls = Math.round(plan.runRolls * 100) / 100;
  const settled = useSettled('ended');
  return (
    <section aria-labelledby="ended" className="flex grow flex-col">
      <h2 id="ended" className="text-3xl font-bold">
        {finished ? (repair ? 'Done again' : 'Developed') : 'Given up'}
      </h2>
      <Later>
        <DoAgain {...{ plan, state }} />
      </Later>
      <p className="mt-1 text-lg text-night-quiet">
        {finished
          ? repair
            ? `${plan.rollNames.join(', ')}: hung up again. The bottles that were poured have counted it.`
            : `${plan.rollNames.join(', ')}: hung up. The batch has counted ${rolls === 1 ? 'one roll' : `${rolls} rolls`} more.`
          : repair
            ? 'The film is as it was before.'
            : state.givenUp?.countsRolls
              ? 'The rolls are marked spoilt and counted for the batch.'
              : 'The rolls wait again; the batch counts nothing.'}
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" className="min-h-12 rounded-card border border-night-quiet px-4 font-semibold" onClick={undo}>
          {finished ? 'Not finished yet: take that back' : 'Pressed by mistake: the run goes on'} <kbd className="text-night-quiet">Z</kbd>
        </button>
      </p>
      {finished && (
        <p className="mt-4 text-xl">
          {dryInS > 0 ? (
            <>
              Dry at about{' '}
              <strong suppressHydrationWarning className="figure">
                {showClock(dryAtMs).slice(0, 5)}
              </strong>
              , in <span className="figure">{showMinutes(dryInS)}</span>
            </>
          ) : (
            'It should be dry now: cut, sleeve and look.'
          )}
        </p>
      )}
      {until && next && <UntilNextRun until={until} nowMs={nowMs} />}
      {finished && !next && (
        <section aria-labelledby="put-back" className="mt-5 rounded-card border border-night-line bg-night-card px-4 py-3">
          <h3 id="put-back" className="text-xl font-bold">
            Put back
          </h3>
          <ul className="mt-1 text-lg">
            {putBackInWords(plan.steps, { warm: [], next: null, reelsFor: null }).map((said) => (
              <li key={said}>{said}</li>
            ))}
          </ul>
        </section>
      )}
      <Later>
        <WhatItWas {...{ plan, state }} />
      </Later>
      {/* What leads on is answered from the book: it waits until the run’s last act stands there. */}
      {undelivered > 0 && connection !== 'together' && (
        <p className="mt-auto pt-6 text-lg text-night-quiet">
          What comes next waits for the laptop: it has not heard the last of this run.
        </p>
      )}
      <div className={`mt-auto grid gap-3 pt-6 sm:grid-cols-2 ${settled ? '' : 'pointer-events-none'}`} inert={undelivered > 0}>
        {next && next.trouble.length > 0 && <NextIsRefused next={next} benchOnly={benchOnly} />}
        {next && next.trouble.length === 0 && (
          <Form method="post" action={`/runs/${next.id}/begin`} reloadDocument>
            <button className="min-h-20 w-full rounded-card bg-aqua px-6 py-3 text-left text-2xl font-bold text-night">
              Run {next.position + 1} is next<span className="block text-base font-normal">{next.title}</span>
            </button>
          </Form>
        )}
        {benchOnly ? (
          <p className="self-center text-lg text-night-quiet">
            It stands in the logbook, at the laptop: look at the strip there once it is dry.
          </p>
        ) : (
          <Link
            to={`/logbook/${runId}`}
            reloadDocument
            className={`flex min-h-20 flex-col justify-center rounded-card px-6 py-3 text-2xl font-bold no-underline ${next ? 'border border-night-quiet' : 'bg-aqua text-night'}`}
          >
            To the logbook<span className="text-base font-normal">Look at the strip and write down what it taught</span>
          </Link>
        )}
      </div>
    </section>
  );
}

/** A bottle of the next run was spoilt: what follows, and where it leads. */
function NextIsRefused({ next, benchOnly }: { readonly next: ComingRun; readonly benchOnly: boolean }) {
  return (
    <div role="alert" className="rounded-card border-2 border-straw px-4 py-3 sm:col-span-2">
      <p className="text-xl font-bold text-straw">Run {next.position + 1} cannot begin as it is</p>
      {next.trouble.map((sentence) => (
        <p key={sentence} className="mt-1 text-lg">
          {sentence}
        </p>
      ))}
      <div className="mt-2 flex flex-wrap gap-3">
        <a
          href={`/runs/${next.id}/begin`}
          className="inline-flex min-h-12 items-center rounded-card border border-straw px-4 font-bold text-straw no-underline"
        >
          What can be done
        </a>
        {benchOnly && <span className="self-center text-night-quiet">The laptop shows it too.</span>}
      </div>
    </div>
  );
}
