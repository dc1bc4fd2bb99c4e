import { jugInWords } from '../../../core/chemistry/safety/spent.ts';
import { isDeveloper, isWater } from '../../../core/kit/kind.ts';
import { bottleInWords, bottleOf, type BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { movedS } from '../../../core/run/acts/finish.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { overrunMeaning, type DueCue, type RunNow } from '../../../core/run/state/now.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { useText } from '../../ui/forms/units.ts';
import type { ComingRun } from '../after/next-run.server.ts';
import type { Act } from '../channel/run-channel.ts';
import type { BenchRun } from '../screen/bench-run.ts';
import { showClock } from '../screen/show-clock.ts';
import { Later } from '../../ui/later.tsx';
import { ComingPour, Correction, Developed, HangUp, KeepItDark, Paused, PourFacts, PourWords } from './parts.ts';
import { Digits } from './digits.tsx';
import { betweenS } from '../../../core/schedule/timeline.ts';

export interface NowProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly nowMs: number;
  readonly act: (act: Act) => unknown;
  readonly next: Pick<ComingRun, 'position' | 'warm' | 'otherBatch'> | null;
  readonly bottles: readonly BottleAtBench[];
  readonly today: string;
  readonly explains: BenchRun['explains'];
}

/** A cue stays filled this long after its second, so that a glance a moment later still sees it. */
const DUE_MS = 4500;

/** What is in the tank, how long still, what to do next and when. Read from a metre away. */
export function NowPanel(shown: NowProps) {
  const { plan, state, now, next } = shown;
  const step = plan.steps[state.step];
  if (state.phase === 'running' && now.running && step) return <Running {...shown} />;
  if (state.phase === 'paused') return <Paused {...shown} />;
  if (!step) return <HangUp plan={plan} next={next} />;
  return <Between {...shown} />;
}

/** One sentence for somebody who has never done it (domain.md 19). */
function WhatItDoes({ says, className = '' }: { readonly says: string | undefined; readonly className?: string }) {
  return says === undefined ? null : <p className={`mt-1 max-w-2xl text-[1.05rem] text-aqua sm:text-lg ${className}`}>{says}</p>;
}

/** So long before the last bath is out its place is taken by what is done then. */
const HANG_UP_S = 15;

function Running({ plan, state, now, nowMs, act, next, bottles, today, explains }: NowProps) {
  const step = plan.steps[state.step];
  const running = now.running;
  if (!step || !running) return null;
  const before = plan.steps[state.step - 1];
  const outMs = state.actual[state.step - 1]?.endMs ?? running.startMs;
  const lateS = Math.round((running.startMs - outMs) / 1000) - betweenS(plan.changeoverS, before);
  const leftS = Math.ceil((running.endsAtMs - nowMs) / 1000);
  const bottle = bottleOf(bottles, step);
  const over = leftS < 0 || (leftS === 0 && nowMs > running.endsAtMs);
  const pourLeftS = Math.ceil((running.pourOutAtMs - nowMs) / 1000);
  const inside = plan.pourOut === 'inside' && plan.tank.drainS > 0;
  // It ends by what is seen, not by a clock: it counts up and waits.
  const untilClear = step.manner?.manner === 'until-clear';
  return (
    <>
      <h2 className="text-[1.7rem] font-bold sm:text-3xl">{step.name}</h2>
      <WhatItDoes says={explains?.[state.step]} className="max-sm:hidden" />
      {untilClear ? (
        <Digits seconds={Math.max(0, Math.floor((nowMs - running.startMs) / 1000))} over={false} label="since the pour" />
      ) : (
        <Digits seconds={over ? Math.floor((nowMs - running.endsAtMs) / 1000) : leftS} over={over} label={over ? 'over by' : 'left'} />
      )}
      {untilClear ? (
        <p className="mt-2 text-xl font-semibold text-aqua">
          Fresh water, shake, pour out, until it runs clear: about <span className="figure">{showDuration(step.seconds)}</span>. Then press.
        </p>
      ) : over ? (
        <p className="mt-2 text-xl font-semibold text-straw" role="alert">
          {overrunMeaning(step.kind)}
        </p>
      ) : (
        <p className="mt-2 text-[1.05rem] text-night-quiet sm:text-lg">
          {step.inTank ? 'Tank empty at ' : 'Out at '}
          <strong suppressHydrationWarning className="figure text-night-ink">
            {showClock(running.endsAtMs)}
          </strong>
          .{' '}
          {inside && step.inTank && pourLeftS > 0 && (
            <>
              Start pouring out at{' '}
              <strong className="figure text-night-ink">{showDuration(Math.round((running.endsAtMs - running.pourOutAtMs) / 1000))}</strong>
              .{' '}
            </>
          )}
          {!isWater(step.kind) &&
            step.bottle &&
            (step.after === 'return' ? (
              <>
                Back into <strong className="text-night-ink">{step.bottle}</strong>
                {bottle && `, ${bottleInWords(bottle)}`}.
              </>
            ) : (
              <>Into {jugInWords(step.kind)}, not back.</>
            ))}
        </p>
      )}
      {Boolean(movedS(step, running.finish)) && (
        <div className="mt-3 lg:hidden">
          <Later of={running.finish.seconds}>
            <Correction {...{ plan, state, now, act }} />
          </Later>
        </div>
      )}
      {lateS > LATE_S && before && isDeveloper(before.kind) && (
        <p className="mt-3 text-lg font-semibold text-straw">
          In {showDuration(lateS)} late: what the film held of the {before.name.toLowerCase()} went on working. It is written down with the
          run.
        </p>
      )}
      {now.act?.kind === 'poured' && (
        <Later of={state.step}>
          <ComingPour {...{ plan, state, nowMs, bottles, today }} />
        </Later>
      )}
      {now.act?.kind === 'finished' && leftS <= HANG_UP_S ? <HangUp plan={plan} next={next} /> : <Cues cues={running.cues} nowMs={nowMs} />}
      {/* On a phone the cue comes first: what to do now is never pushed under the act. */}
      <WhatItDoes says={explains?.[state.step]} className="mt-4 sm:hidden" />
      {now.light.safe && <p className="mt-3 text-night-quiet">Light does no harm now: the tank may be open.</p>}
      {now.light.short && (
        <Later of={state.step}>
          <KeepItDark plan={plan} short={now.light.short} act={null} />
        </Later>
      )}
    </>
  );
}

/** A pour after the developer that comes later than this leaves its mark. */
const LATE_S = 15;

/** The next cue with its own countdown, then the two or three after it. A due cue fills; nothing blinks. */
function Cues({ cues, nowMs }: { readonly cues: readonly DueCue[]; readonly nowMs: number }) {
  const text = useText();
  const current = cues.findLast((cue) => cue.atMs <= nowMs && nowMs - cue.atMs < DUE_MS && cue.kind !== 'end' && cue.kind !== 'light-safe');
  const coming = cues.filter((cue) => cue.atMs > nowMs);
  const shown = current ?? coming[0];
  const rest = coming.filter((cue) => cue !== shown).slice(0, 3);
  if (!shown) return null;
  const due = shown === current;
  return (
    <div className="mt-4 sm:mt-5">
      <div
        className={`flex min-h-16 items-center justify-between gap-4 rounded-r-card border-l-[6px] border-straw px-4 py-3 text-[1.35rem] leading-snug font-bold sm:text-[1.7rem] ${due ? 'bg-straw text-night' : 'bg-night-card'}`}
      >
        <span>{text(shown)}</span>
        <span className={`figure shrink-0 ${due ? '' : 'text-straw'}`}>
          {due ? 'now' : showDuration(Math.ceil((shown.atMs - nowMs) / 1000))}
        </span>
      </div>
      <ol className="mt-3 space-y-1.5 text-[1.05rem] max-sm:[&>li:nth-child(n+3)]:hidden sm:text-lg">
        {rest.map((cue) => (
          <li key={cue.kind + String(cue.atMs)} className="grid grid-cols-[4.2rem_1fr] gap-2">
            <span className="figure">{showDuration(Math.ceil((cue.atMs - nowMs) / 1000))}</span>
            <span className="text-night-quiet">{text(cue)}</span>
          </li>
        ))}
      </ol>
    </div>
  );
}

function Between({ plan, state, now, nowMs, act, bottles, today, explains }: NowProps) {
  const step = plan.steps[state.step];
  if (!step) return null;
  const leftS = now.nextPourAtMs === null ? null : Math.ceil((now.nextPourAtMs - nowMs) / 1000);
  const over = leftS !== null && leftS < 0;
  const first = state.phase === 'ready';
  const before = plan.steps[state.step - 1];
  const pour = { plan, state, nowMs, bottles, today, place: state.step };
  return (
    <>
      <h2 className="text-[1.7rem] font-bold sm:text-3xl">{first ? 'Ready for the first pour' : `Next: ${step.name.toLowerCase()}`}</h2>
      <WhatItDoes says={explains?.[state.step]} />
      {leftS === null ? (
        <p className="mt-3 text-xl text-night-quiet">
          The clock starts when you press: {plan.clock === 'tank-full' ? 'when the tank is full' : 'at the first drop'}.
        </p>
      ) : (
        <Digits
          seconds={over ? Math.floor((nowMs - (now.nextPourAtMs ?? nowMs)) / 1000) : leftS}
          over={over}
          label={over ? 'late by' : 'until the pour'}
        />
      )}
      {over && (
        <p className="mt-2 text-lg font-semibold text-straw">
          {before && isDeveloper(before.kind)
            ? 'Developer left in the film goes on working: pour now.'
            : now.light.safe
              ? 'No hurry: the film is fixed.'
              : 'Pour when you are ready; do not let the film dry.'}
        </p>
      )}
      <Later of={state.step}>
        <PourWords {...pour} />
      </Later>
      {before && isDeveloper(before.kind) && (
        <Later of={state.step}>
          <Developed {...{ plan, state, act }} />
        </Later>
      )}
      {now.light.short && (
        <Later of={state.step}>
          <KeepItDark {...{ plan, act }} short={now.light.short} />
        </Later>
      )}
      <Later of={state.step}>
        <PourFacts {...pour} />
      </Later>
      {now.light.safe && before?.opensTank && (
        <p className="mt-4 rounded-card border border-aqua px-4 py-2 text-lg">Light does no harm from here: the tank may be opened.</p>
      )}
      {!step.inTank && (
        <p className="mt-4 text-lg text-night-quiet">Off the reel, in an open tray or jug: this keeps residue off the reels.</p>
      )}
    </>
  );
}
