import type { WarningCode } from '../../../core/answer.ts';
import { whatItDoes } from '../../../core/beginner/what-a-bath-does.ts';
import { jugInWords } from '../../../core/chemistry/safety/spent.ts';
import { isDeveloper, isWater, type StepKind } from '../../../core/kit/kind.ts';
import { developerOwes, waitsIn } from '../../../core/run/acts/guard.ts';
import { bottleInWords, bottleTrouble, type BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { ShortFixing } from '../../../core/run/state/light.ts';
import { overrunMeaning, type DueCue, type RunNow } from '../../../core/run/state/now.ts';
import { withoutOwnS } from '../../../core/run/state/plan-as-run.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { pourNowC } from '../../../core/run/state/tank-now.ts';
import { whatStepGot } from '../../../core/run/state/what-a-step-got.ts';
import { waterInWords } from '../../../core/schedule/cues.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import { hangUpInWords } from '../../../core/schedule/drying.ts';
import { heatTo } from '../../../core/schedule/pour-words.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { sayIn, showRange } from '../../../core/units/sentence.ts';
import type { Spoken } from '../../../core/units/sentence.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { useText, useUnits } from '../../ui/forms/units.ts';
import type { ComingRun } from '../after/next-run.server.ts';
import type { Act } from '../channel/run-channel.ts';
import { showClock } from '../screen/show-clock.ts';
import { Correction } from '../screen/side-panel.tsx';
import { betweenS } from '../../../core/schedule/timeline.ts';

interface NowProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly nowMs: number;
  readonly act: (act: Act) => unknown;
  readonly next: Pick<ComingRun, 'position' | 'warm' | 'otherBatch'> | null;
  readonly bottles: readonly BottleAtBench[];
  readonly today: string;
  /** Whether each bath says what it does and why. */
  readonly explains: boolean;
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

/** The bottle that a step is poured from; undefined for water, and where the shelf does not know it. */
function ofBath(
  bottles: readonly BottleAtBench[],
  step: { readonly bath: string; readonly bottle: string | null },
): BottleAtBench | undefined {
  return step.bottle === null ? undefined : bottles.find((bottle) => bottle.bath === step.bath);
}

function Digits({ seconds, over, label }: { readonly seconds: number; readonly over: boolean; readonly label: string }) {
  const text = showDuration(Math.abs(seconds));
  return (
    <p
      className={`figure leading-none font-semibold ${text.length > 4 ? 'text-[clamp(5rem,21vw,11rem)] lg:text-[clamp(5rem,13.2vw,11.5rem)]' : 'text-[clamp(6rem,27vw,13rem)] lg:text-[clamp(6rem,16.5vw,14.5rem)]'} ${over ? 'text-straw' : 'text-night-ink'}`}
      aria-label={`${label} ${text}`}
    >
      {over && <span className="text-[0.6em]">+</span>}
      {text}
    </p>
  );
}

/** One sentence for somebody who has never done it (domain.md 19). */
function WhatItDoes({
  kind,
  before,
  className = '',
}: {
  readonly kind: StepKind;
  readonly before: StepKind | undefined;
  readonly className?: string;
}) {
  return <p className={`mt-1 max-w-2xl text-[1.05rem] text-aqua sm:text-lg ${className}`}>{whatItDoes(kind, before)}</p>;
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
  const bottle = ofBath(bottles, step);
  const over = leftS < 0 || (leftS === 0 && nowMs > running.endsAtMs);
  const pourLeftS = Math.ceil((running.pourOutAtMs - nowMs) / 1000);
  const inside = plan.pourOut === 'inside' && plan.tank.drainS > 0;
  // It ends by what is seen, not by a clock: it counts up and waits.
  const untilClear = step.manner?.manner === 'until-clear';
  return (
    <>
      <h2 className="text-[1.7rem] font-bold sm:text-3xl">{step.name}</h2>
      {explains && <WhatItDoes kind={step.kind} before={before?.kind} className="max-sm:hidden" />}
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
      <div className="mt-3 lg:hidden">
        <Correction {...{ plan, state, now, nowMs, act }} />
      </div>
      {lateS > LATE_S && before && isDeveloper(before.kind) && (
        <p className="mt-3 text-lg font-semibold text-straw">
          In {showDuration(lateS)} late: what the film held of the {before.name.toLowerCase()} went on working. It is written down with the
          run.
        </p>
      )}
      {now.act?.kind === 'poured' && <ComingPour {...{ plan, state, nowMs, bottles, today }} />}
      {now.act?.kind === 'finished' && leftS <= HANG_UP_S ? <HangUp plan={plan} next={next} /> : <Cues cues={running.cues} nowMs={nowMs} />}
      {/* On a phone the cue comes first: what to do now is never pushed under the act. */}
      {explains && <WhatItDoes kind={step.kind} before={before?.kind} className="mt-4 sm:hidden" />}
      {now.light.safe && <p className="mt-3 text-night-quiet">Light does no harm now: the tank may be open.</p>}
      {now.light.short && <KeepItDark plan={plan} short={now.light.short} act={null} />}
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

interface PourProps extends Pick<NowProps, 'plan' | 'state' | 'nowMs' | 'bottles' | 'today'> {
  readonly place: number;
}

/** What has to be known before a bath goes in: how warm it is poured, what is the matter with its bottle, what was warned of. */
function PourWords({ plan, state, nowMs, bottles, today, place }: PourProps) {
  const units = useUnits();
  const text = useText();
  const step = plan.steps[place];
  if (!step) return null;
  const bottle = ofBath(bottles, step);
  const pourC = pourNowC(plan, state, place, nowMs) ?? pouredAtC(step);
  return (
    <>
      {step.critical && (
        <p className="mt-3 max-w-3xl text-[1.6rem] leading-tight font-bold text-aqua sm:text-3xl">{sayIn(heatTo(step, pourC), units)}</p>
      )}
      {bottle &&
        bottleTrouble(bottle, plan.tank.volumeMl ?? 0, today).map((trouble) => (
          <p
            key={trouble.message}
            role="alert"
            className="mt-4 max-w-2xl rounded-card border-2 border-straw px-4 py-3 text-lg font-bold text-straw"
          >
            {bottle.name}: {text(trouble)}
          </p>
        ))}
      {warned(plan, step).map((said) => (
        <p key={said.message} className="mt-4 max-w-2xl rounded-card border border-straw px-4 py-2 text-lg text-straw">
          {text(said)}
        </p>
      ))}
    </>
  );
}

/** The bath that goes in as this one goes out: what one has to know of it is said while there is time. */
function ComingPour(props: Omit<PourProps, 'place'>) {
  const { plan, state, bottles } = props;
  const place = state.step + 1;
  const step = plan.steps[place];
  const bottle = step && ofBath(bottles, step);
  return (
    <>
      <PourWords {...props} place={place} />
      {bottle && (
        <p className="mt-2 text-[1.05rem] text-night-quiet sm:text-lg">
          Next from <strong className="text-night-ink">{bottle.name}</strong>, {bottleInWords(bottle)}
        </p>
      )}
    </>
  );
}

function Between({ plan, state, now, nowMs, act, bottles, today, explains }: NowProps) {
  const units = useUnits();
  const { temperature } = units;
  const step = plan.steps[state.step];
  if (!step) return null;
  const leftS = now.nextPourAtMs === null ? null : Math.ceil((now.nextPourAtMs - nowMs) / 1000);
  const over = leftS !== null && leftS < 0;
  const first = state.phase === 'ready';
  const bottle = ofBath(bottles, step);
  const before = plan.steps[state.step - 1];
  const pourC = pourNowC(plan, state, state.step, nowMs) ?? pouredAtC(step);
  return (
    <>
      <h2 className="text-[1.7rem] font-bold sm:text-3xl">{first ? 'Ready for the first pour' : `Next: ${step.name.toLowerCase()}`}</h2>
      {explains && <WhatItDoes kind={step.kind} before={plan.steps[state.step - 1]?.kind} />}
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
      <PourWords {...{ plan, state, nowMs, bottles, today }} place={state.step} />
      {before && isDeveloper(before.kind) && <Developed {...{ plan, state, act }} />}
      {now.light.short && <KeepItDark {...{ plan, act }} short={now.light.short} />}
      <dl className="mt-5 grid max-w-xl grid-cols-[8rem_1fr] gap-y-2 text-lg">
        <dt className="text-night-quiet">{step.bottle ? 'From' : 'With'}</dt>
        <dd className="font-semibold">
          {bottle
            ? `${bottle.name}: ${bottleInWords(bottle)}`
            : step.bottle
              ? `the ${step.bottle} bottle`
              : isWater(step.kind)
                ? waterInWords(step).toLowerCase()
                : step.name}
        </dd>
        <dt className="text-night-quiet">At</dt>
        <dd className="figure">
          {showTemperature(pourC, temperature)}
          {step.inTankC ? (
            <span className="text-night-quiet"> in the tank {showRange(step.inTankC.startsC, step.inTankC.endsC, units)}</span>
          ) : (
            step.range && <span className="text-night-quiet"> ({showRange(step.range.lowC, step.range.highC, units)})</span>
          )}
        </dd>
        <dt className="text-night-quiet">For</dt>
        <dd className="figure">{showDuration(step.seconds)}</dd>
      </dl>
      {now.light.safe && before?.opensTank && (
        <p className="mt-4 rounded-card border border-aqua px-4 py-2 text-lg">Light does no harm from here: the tank may be opened.</p>
      )}
      {!step.inTank && (
        <p className="mt-4 text-lg text-night-quiet">Off the reel, in an open tray or jug: this keeps residue off the reels.</p>
      )}
    </>
  );
}

function Paused({ plan, state, nowMs }: NowProps) {
  const since = state.inForce.findLast((event) => event.kind === 'paused')?.atMs ?? nowMs;
  return (
    <>
      <h2 className="text-3xl font-bold">Paused</h2>
      <Digits seconds={Math.floor((nowMs - since) / 1000)} over={false} label="paused for" />
      <p className="mt-3 text-lg text-night-quiet">
        {waitsIn(plan, state)} Next is{' '}
        {plan.steps[state.pausedIn === 'running' ? state.step + 1 : state.step]?.name.toLowerCase() ?? 'hanging up'}.
      </p>
    </>
  );
}

/** The tank stays shut: what bleaches or fixes got too little, and goes back in (domain.md 10.1). */
function KeepItDark({
  plan,
  short,
  act,
}: {
  readonly plan: RunPlan;
  readonly short: ShortFixing;
  /** Null while something else is in the tank: that comes out first. */
  readonly act: ((act: Act) => unknown) | null;
}) {
  const step = plan.steps[short.step];
  if (!step) return null;
  return (
    <div role="alert" className="mt-4 max-w-2xl rounded-card border-2 border-straw px-4 py-3">
      <p className="text-lg font-bold text-straw">
        Keep the tank shut: {step.name.toLowerCase()} got {showDuration(short.gotS)} of {showDuration(short.wantedS)}.
      </p>
      <p className="mt-1">
        Film that is not bleached and fixed through is not safe in the light yet. Pour it back in for the rest of its time.
      </p>
      {act && (
        <button
          type="button"
          className="mt-2 min-h-12 rounded-card border border-straw px-4 font-bold text-straw"
          onClick={() => act({ kind: 'repeated', step: step.id })}
        >
          {step.name} goes in again
        </button>
      )}
    </div>
  );
}

/** What was said of a step when it was planned, and still holds: it stands at its step. */
function warned(plan: RunPlan, step: RunPlan['steps'][number]): readonly (Spoken & { readonly message: string })[] {
  const ofStep = plan.warnings.filter((warning) => warning.bath === step.bath && AT_THE_STEP.includes(warning.code));
  return [...ofStep, ...plan.advice.filter((advice) => advice.step === step.id)];
}

/** Warnings that can still be met when the bath goes in; what a bottle is like is said from the shelf as it stands. */
const AT_THE_STEP: readonly WarningCode[] = ['extrapolated', 'outside-range', 'short-developer', 'off-nominal'];

/** What the developer got, said as soon as it is out, while something can still be done. */
function Developed({ plan, state, act }: Pick<NowProps, 'plan' | 'state' | 'act'>) {
  const place = state.step - 1;
  const step = plan.steps[place];
  const got = whatStepGot(plan, place, state.actual[place] ?? null);
  if (!step || !got || got.verdict === 'on-time') return null;
  const restS = Math.max(0, Math.round((1 - got.share) * withoutOwnS(step)));
  const owes = developerOwes(step, state.actual[place] ?? null);
  return (
    <div role="alert" className="mt-4 max-w-2xl rounded-card border-2 border-straw px-4 py-3">
      <p className="text-lg font-bold text-straw">
        {step.name} got {Math.round(got.share * 100)} % of its development<span className={owes ? 'max-sm:hidden' : ''}>, {got.words}</span>
        .
      </p>
      {owes && (
        <>
          <p className="mt-1 max-sm:hidden">
            Undo takes the press back. If it is out of the tank already, pour it back in for the rest, at once.
          </p>
          <button
            type="button"
            className="mt-2 min-h-12 rounded-card border border-straw px-4 font-bold text-straw max-sm:w-full"
            onClick={() => act({ kind: 'repeated', step: step.id })}
          >
            It goes in again, for {showDuration(restS)}
          </button>
        </>
      )}
    </div>
  );
}

function HangUp({ plan, next }: { readonly plan: RunPlan; readonly next: NowProps['next'] }) {
  const back = plan.steps.filter((step) => step.bottle !== null && step.after === 'return');
  // Only what the next run wants warm goes back into the tub.
  const where = (bath: string) => (next?.warm.includes(bath) ? `back into the bath for run ${next.position + 1}` : 'back on the shelf');
  return (
    <>
      <h2 className="text-3xl font-bold">Hang it up</h2>
      <p className="mt-2 text-lg text-night-quiet">
        {hangUpInWords(plan.drying ?? undefined)}. A clip at the top and a weight below, where no dust moves. It is dry in{' '}
        {howLongToDry(plan.dryingS)}.
      </p>
      <ul className="mt-4 grid gap-2 text-lg md:grid-cols-2">
        {back.map((step) => (
          <li key={step.id} className="rounded-card border border-night-line px-3 py-2.5">
            {step.bottle}: air squeezed out, capped, {where(step.bath)}
          </li>
        ))}
        {next?.otherBatch && (
          <li className="rounded-card border border-night-line px-3 py-2.5">
            Run {next.position + 1} pours from {next.otherBatch}: its bottles into the bath
          </li>
        )}
        <li className="rounded-card border border-night-line px-3 py-2.5">Reels and tank rinsed; reels standing to dry</li>
      </ul>
    </>
  );
}

/** `about two hours` by the house's own habit, never for everybody alike. */
function howLongToDry(dryingS: number): string {
  const hours = dryingS / 3600;
  if (hours < 1) return `about ${Math.round(hours * 60)} minutes`;
  return hours === 1 ? 'about an hour' : `about ${Math.round(hours * 10) / 10} hours`;
}
