import { Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useRouteLoaderData } from 'react-router';
import { lessonsAt } from '../../../core/lessons/lesson.ts';
import { lastUndoable } from '../../../core/run/acts/guard.ts';
import { pressed } from '../../../core/run/acts/one-act.ts';
import { outOfPlace } from '../../../core/run/acts/out-of-place.ts';
import { asToldAtTheBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { runNow, type DueCue, type RunNow } from '../../../core/run/state/now.ts';
import { planAsRun } from '../../../core/run/state/plan-as-run.ts';
import type { TipId } from '../../../core/run/tips.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { textIn } from '../../../core/units/sentence.ts';
import type { loader as rootLoader } from '../../root.tsx';
import { DEFAULT_UNITS, UnitsContext } from '../../ui/forms/units.ts';
import { useAwake } from '../../ui/screen/use-awake.ts';
import { useFocusKept } from '../../ui/screen/use-focus-kept.ts';
import { useNextRun } from '../after/use-next-run.ts';
import { benchPlace, type RunPlace } from '../channel/run-place.ts';
import { useKeptPage } from '../../ui/screen/use-kept-page.ts';
import { Gauge } from '../column/gauge.tsx';
import { useCues } from '../cues/use-cues.ts';
import { usePressAgain } from '../now/use-press-again.ts';
import { useSettled } from '../now/use-settled.ts';
import type { BenchRun, OwnEffects, SeenRun } from './bench-run.ts';
import { ConnectionSign } from './connection-sign.tsx';
import { Later } from '../../ui/later.tsx';
import {
  BenchKeys,
  BottlesSpoilt,
  BottlesWaiting,
  Ended,
  fetchParts,
  OpenPanel,
  ProbeSigns,
  Readiness,
  SidePanel,
  TheRun,
  UnderWay,
} from './parts.ts';
import { showClock } from './show-clock.ts';
import type { Panel, PanelName } from './use-bench-keys.ts';
import { useBench } from './use-bench.ts';
import { useNow } from './use-now.ts';

interface BenchScreenProps {
  readonly run: BenchRun;
  readonly place?: RunPlace;
  readonly own?: OwnEffects | null;
}

/** The Bench: one run, its clock and the next thing to do. Everything that depends on whose run it is comes in. */
export function BenchScreen({ run, place = benchPlace(run.runId), own = null }: BenchScreenProps) {
  const { runId, sessionId, thermometers } = run;
  const units = useRouteLoaderData<typeof rootLoader>('root')?.units ?? DEFAULT_UNITS;
  const main = useFocusKept<HTMLElement>();
  const { view, clock, act, forgetRefusal, ready, settled } = useBench({
    runId,
    place,
    plan: run.plan,
    events: run.events,
    clock: run.clock,
  });
  const { state, connection, undelivered, refusal } = view;
  const plan = useMemo(() => planAsRun(run.plan, state), [run.plan, state]);
  const now = useMemo(() => runNow(plan, state), [plan, state]);
  const bottles = useMemo(() => run.bottles.map((bottle) => asToldAtTheBench(bottle, state)), [run.bottles, state]);
  const nowMs = useNow(clock, run.clock.nowMs, now.running?.endsAtMs ?? now.nextPourAtMs ?? 0);
  const cues = useMemo<readonly DueCue[]>(
    () =>
      now.running?.cues ?? (now.nextPourAtMs === null ? [] : [{ kind: 'pour-in', atMs: now.nextPourAtMs, label: now.act?.label ?? '' }]),
    [now],
  );
  const { sound, setSound, fired, unlock, unlocked, play } = useCues(clock, cues, (cue) => textIn(cue, units));
  const [panel, setPanel] = useState<Panel>(null);
  const [away, setAway] = useState(run.tipsAway);
  const tips = { away, putAway: (tip: TipId) => setAway([...away, tip]), back: place.at };
  const over = state.phase === 'finished' || state.phase === 'given-up';
  const { next, until } = useNextRun(runId, run.after, over && !own);
  const { awake, keepAwake } = useAwake(!over);
  useKeptPage();
  useEffect(() => {
    if (ready) void fetchParts();
  }, [ready]);

  const [asked, askAgain] = usePressAgain(state);
  const readable = useSettled(String(asked?.atMs), String(undefined));
  useMoved(view.movedTo);
  const fromChecklist = useRef(() => {});
  const press = () => {
    void unlock();
    // A press is the one moment in which a browser lets a silent film begin.
    keepAwake();
    forgetRefusal();
    const early = outOfPlace(plan, state, now, clock?.nowMs() ?? nowMs, bottles);
    if (early && !askAgain(early)) return;
    if (state.phase === 'ready' && !state.readied) fromChecklist.current();
    else if (now.act) act(pressed(plan, state, now.act, { confirmed: early !== null, nowMs: clock?.nowMs() ?? nowMs }));
  };
  const undo = () => {
    const last = lastUndoable(state);
    if (last) act({ kind: 'undone', event: last.id });
  };
  const here = plan.steps[state.step];
  const nudge = (seconds: number) => state.phase === 'running' && here && act({ kind: 'nudged', step: here.id, seconds });
  const open = (kind: PanelName) => setPanel((before) => (before?.kind === kind ? null : { kind }));

  const probes = view.probes ?? run.probes;
  const placeNow = `${state.phase} ${state.step}`;
  const shared = { plan, state, now, nowMs };
  const seen: SeenRun = { ...shared, act };
  const agitate =
    own && here && now.running?.cues.some((cue) => cue.kind === 'agitate') ? () => act({ kind: 'agitated', step: here.id }) : null;

  const panels = panel && (
    <Suspense>
      <OpenPanel
        {...{ panel, setPanel, seen, own, thermometers, sound, settled }}
        bottles={run.bottles}
        nowMs={() => clock?.nowMs() ?? nowMs}
        setSound={setSound}
        play={play}
      />
    </Suspense>
  );
  return (
    <UnitsContext value={units}>
      {ready && (
        <Suspense>
          <BenchKeys {...{ panel, setPanel, press, undo, nudge, open, agitate }} running={state.phase === 'running'} here={keysAreHere} />
        </Suspense>
      )}
      <div
        className="bench min-h-dvh bg-night text-night-ink"
        onClick={(event) => {
          // A button pressed with a finger must not keep the Space key for itself.
          if (event.detail > 0) (event.target as HTMLElement).closest('button')?.blur();
        }}
      >
        <div className="mx-auto grid min-h-dvh max-w-[1500px] lg:grid-cols-[19.5rem_minmax(0,1fr)_19.5rem]">
          <aside aria-label="The run" className="sticky top-0 hidden h-dvh flex-col border-r border-night-line px-5 py-5 lg:flex">
            <p className="text-sm text-night-quiet">
              {run.above} · {plan.process}
            </p>
            <h1 className="mb-4 text-lg leading-tight font-bold">{plan.title}</h1>
            <Later of={placeNow}>
              <TheRun {...shared} />
            </Later>
          </aside>
          <main ref={main} tabIndex={-1} className="outline-none flex min-h-dvh min-w-0 flex-col px-4 py-3 sm:px-7 sm:py-5">
            <header className="mb-2 flex items-start justify-between gap-x-4 text-night-quiet">
              <div className="min-w-0">
                {!run.benchOnly && (
                  <Link to={own?.leaveTo ?? '/'} reloadDocument className="mr-3 underline">
                    Leave
                  </Link>
                )}
                <h1 className="inline lg:hidden">{plan.title}</h1>
                <span className="max-lg:hidden">{run.beside}</span>
              </div>
              <p className="figure flex items-center gap-3">
                <ConnectionSign connection={connection} undelivered={undelivered} />
                <span suppressHydrationWarning>{showClock(nowMs)}</span>
              </p>
            </header>
            {own?.sign(clock)}
            {probes.length > 0 && (
              <Later of={probes}>
                <ProbeSigns {...{ probes, nowMs }} steps={plan.steps} />
              </Later>
            )}
            <div className="mb-3 lg:hidden">
              <Gauge {...shared} />
            </div>
            <div aria-live="assertive" className="sr-only">
              {fired && textIn(fired.cue, units)}
            </div>
            {[refusal ?? run.refused, view.held].filter(Boolean).map((sentence) => (
              <p key={sentence} role="alert" className="mb-3 rounded-card border border-straw px-4 py-2 text-lg text-straw">
                {sentence}
              </p>
            ))}
            {Math.abs(clock?.serverSetByMs ?? 0) > 0 && (
              <p role="status" className="mb-3 rounded-card border border-night-line px-4 py-2">
                The server’s clock was set by {showDuration(Math.abs(clock?.serverSetByMs ?? 0) / 1000)} meanwhile. This run goes on by its
                own.
              </p>
            )}
            {!over && state.incidents.length > 0 && (
              <Later of={state.incidents}>
                <BottlesSpoilt {...{ bottles, state }} />
              </Later>
            )}
            {state.looseReadings.length > 0 && (
              <Later of={state.looseReadings}>
                <BottlesWaiting {...shared} />
              </Later>
            )}
            {own && !over && <own.Happens {...seen} openStart={() => setPanel({ kind: 'start' })} />}
            {over && own ? (
              <own.Ended {...seen} undo={undo} />
            ) : over ? (
              <Ended
                benchOnly={run.benchOnly}
                runId={runId}
                plan={plan}
                state={state}
                nowMs={nowMs}
                undo={undo}
                next={next}
                until={until}
                {...{ undelivered, connection }}
              />
            ) : state.phase === 'ready' && !state.readied ? (
              <>
                {panel?.kind !== 'reading' && panels}
                <Readiness
                  {...{ runId, sessionId, plan, thermometers, bottles }}
                  at={place.at}
                  today={run.today}
                  notes={state.notes.map((note) => note.text)}
                  tips={tips}
                  lessons={lessonsAt(run.lessons, ['warming', 'first-pour'])}
                  act={(what) => (void unlock(), keepAwake(), act(what))}
                  mainRef={fromChecklist}
                  measuring={panel?.kind === 'reading' ? panel.first : null}
                  measure={(first) => setPanel(first === null ? null : { kind: 'reading', first })}
                  screen={{ awake, keepAwake, sound: unlocked, trySound: () => play('prepare') }}
                />
              </>
            ) : (
              <UnderWay
                {...seen}
                {...{ run, next, bottles, tips }}
                acts={{
                  press,
                  undo,
                  open,
                  openReading: () => setPanel({ kind: 'reading', first: '' }),
                  label: now.act?.label ?? '',
                  running: state.phase === 'running',
                  canUndo: lastUndoable(state) !== null,
                  soundOn: sound.on,
                  enabled: ready && settled && readable,
                  due: isDue(now, here?.manner?.manner === 'until-clear', nowMs),
                  at: place.at,
                  agitate,
                  actKind: now.act,
                  pressAgain: asked?.says ?? (!ready && run.askedMs !== null ? outOfPlace(plan, state, now, nowMs, bottles) : null),
                  askedMs: run.askedMs,
                  children: panels,
                }}
              />
            )}
            {!over && (
              <div className="mt-6 lg:hidden">
                <Later of={placeNow}>
                  <SidePanel {...seen} />
                </Later>
              </div>
            )}
          </main>
          <aside aria-label="Temperature and times" className="hidden border-l border-night-line px-5 py-5 lg:block">
            <Later of={placeNow}>
              <SidePanel {...seen} />
            </Later>
          </aside>
        </div>
      </div>
    </UnitsContext>
  );
}

/** An act is due from a moment before its instant on; what ends by what is seen is due at any time. */
function isDue({ running }: RunNow, bySight: boolean, nowMs: number): boolean {
  return !running || bySight || nowMs >= running.pourOutAtMs - DUE_BEFORE_MS;
}

const DUE_BEFORE_MS = 3000;

/** Tests that press keys wait for this; people never see it. */
const keysAreHere = () => document.documentElement.setAttribute('data-keys', '');

/** A run that was planned anew on another screen is followed to where it went. */
function useMoved(to: string | null): void {
  useEffect(() => {
    if (to !== null) location.replace(to === '' ? '/bench?went=plan' : `/bench/${to}`);
  }, [to]);
}
