import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useRouteLoaderData } from 'react-router';
import { lessonsAt } from '../../../core/lessons/lesson.ts';
import { momentsOfStep } from '../../../core/lessons/moment.ts';
import { lastUndoable } from '../../../core/run/acts/guard.ts';
import { pressed } from '../../../core/run/acts/one-act.ts';
import { outOfPlace } from '../../../core/run/acts/out-of-place.ts';
import { asToldAtTheBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { bottlesWaiting } from '../../../core/run/bottles/bottles-waiting.ts';
import { runNow, type DueCue, type RunNow } from '../../../core/run/state/now.ts';
import { planAsRun } from '../../../core/run/state/plan-as-run.ts';
import { tipsAtStep, type TipId } from '../../../core/run/tips.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { textIn } from '../../../core/units/sentence.ts';
import type { loader as rootLoader } from '../../root.tsx';
import { DEFAULT_UNITS, UnitsContext } from '../../ui/forms/units.ts';
import { useAwake } from '../../ui/screen/use-awake.ts';
import { useFocusKept } from '../../ui/screen/use-focus-kept.ts';
import { Ended } from '../after/ended.tsx';
import { useNextRun } from '../after/use-next-run.ts';
import { benchPlace, type RunPlace } from '../channel/run-place.ts';
import { useKeptPage } from '../../ui/screen/use-kept-page.ts';
import { Column, Gauge } from '../column/column.tsx';
import { useCues } from '../cues/use-cues.ts';
import { followsInWords } from '../entries/follows-in-words.ts';
import { Acts } from '../now/acts.tsx';
import { LessonLine } from '../now/lesson-line.tsx';
import { NowPanel } from '../now/now-panel.tsx';
import { ProbeSigns } from '../now/probe-signs.tsx';
import { Readiness } from '../now/readiness.tsx';
import { TipLine } from '../now/tip-line.tsx';
import { usePressAgain } from '../now/use-press-again.ts';
import { useSettled } from '../now/use-settled.ts';
import type { BenchRun, OwnEffects, SeenRun } from './bench-run.ts';
import { ConnectionSign } from './connection-sign.tsx';
import { OpenPanel } from './open-panel.tsx';
import { fetchPanels } from './panels.ts';
import { readingPlaces } from './place-choice.tsx';
import { showClock } from './show-clock.ts';
import { SidePanel } from './side-panel.tsx';
import { ThisScreen } from './this-screen.tsx';
import { useBenchKeys, type Panel, type PanelName } from './use-bench-keys.ts';
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
    if (ready) void fetchPanels();
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

  const shared = { plan, state, now, nowMs };
  const seen: SeenRun = { ...shared, act };
  const agitate =
    own && here && now.running?.cues.some((cue) => cue.kind === 'agitate') ? () => act({ kind: 'agitated', step: here.id }) : null;
  useBenchKeys({ ready, panel, setPanel, press, undo, nudge, open, agitate, running: state.phase === 'running' });

  const panels = (
    <OpenPanel
      {...{ panel, setPanel, seen, own, thermometers, sound, settled }}
      places={readingPlaces(plan, state)}
      bottles={run.bottles}
      nowMs={() => clock?.nowMs() ?? nowMs}
      setSound={setSound}
      play={play}
    />
  );
  const waiting = bottlesWaiting(plan, state, now.running?.endsAtMs ?? now.nextPourAtMs, nowMs);
  return (
    <UnitsContext value={units}>
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
            <Column {...shared} />
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
            <ProbeSigns probes={view.probes ?? run.probes} steps={plan.steps} nowMs={nowMs} />
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
            {!over &&
              bottles
                .filter((bottle) => bottle.standing !== 'good' && state.incidents.some((incident) => incident.bath === bottle.bath))
                .map((bottle) => (
                  <p key={bottle.bath} role="status" className="mb-3 rounded-card border border-straw px-4 py-2 text-straw">
                    {followsInWords(bottle)}
                  </p>
                ))}
            {waiting.map((warning) => (
              <p key={warning.step} role="alert" className="mb-3 rounded-card border border-straw px-4 py-2 text-straw">
                {textIn(warning, units)}
              </p>
            ))}
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
                  screen={<ThisScreen {...{ awake, keepAwake }} sound={unlocked} trySound={() => play('prepare')} />}
                />
              </>
            ) : (
              <>
                <div className="grow pb-4">
                  {state.phase !== 'paused' && (
                    <LessonLine lessons={lessonsAt(run.lessons, here ? momentsOfStep(here.kind) : ['hanging-up'])} />
                  )}
                  <NowPanel {...shared} {...{ act, next, bottles }} today={run.today} explains={run.explains} />
                  {/* Over time there is one thing to say. */}
                  {here && state.phase !== 'paused' && !(now.running && nowMs > now.running.endsAtMs) && (
                    <TipLine tips={tipsAtStep(here, state.phase === 'running', plan.tank.method === 'rotary')} {...tips} />
                  )}
                </div>
                <Acts
                  press={press}
                  undo={undo}
                  open={open}
                  openReading={() => setPanel({ kind: 'reading', first: '' })}
                  label={now.act?.label ?? ''}
                  running={state.phase === 'running'}
                  canUndo={lastUndoable(state) !== null}
                  soundOn={sound.on}
                  enabled={ready && settled && readable}
                  due={isDue(now, here?.manner?.manner === 'until-clear', nowMs)}
                  at={place.at}
                  agitate={agitate}
                  actKind={now.act}
                  pressAgain={asked?.says ?? (!ready && run.askedMs !== null ? outOfPlace(plan, state, now, nowMs, bottles) : null)}
                  askedMs={run.askedMs}
                >
                  {panel && panels}
                </Acts>
              </>
            )}
            {!over && (
              <div className="mt-6 lg:hidden">
                <SidePanel {...shared} act={act} />
              </div>
            )}
          </main>
          <aside aria-label="Temperature and times" className="hidden border-l border-night-line px-5 py-5 lg:block">
            <SidePanel {...shared} act={act} />
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

/** A run that was planned anew on another screen is followed to where it went. */
function useMoved(to: string | null): void {
  useEffect(() => {
    if (to !== null) location.replace(to === '' ? '/bench?went=plan' : `/bench/${to}`);
  }, [to]);
}
