import { Suspense, useEffect, useState, type ReactNode, type RefObject } from 'react';
import { Form, useFetcher } from 'react-router';
import { jugInWords } from '../../../core/chemistry/safety/spent.ts';
import { isDeveloper, isWater } from '../../../core/kit/kind.ts';
import { bottleTrouble, type BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { isRepair } from '../../../core/run/plan/repair.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { heatTo } from '../../../core/schedule/pour-words.ts';
import { sayIn, showRange, textIn } from '../../../core/units/sentence.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { showVolume } from '../../../core/units/volume.ts';
import type { ReturningLesson } from '../../run/judging/lessons-of-run.server.ts';
import { useUnits, type Units } from '../../ui/forms/units.ts';
import type { Act } from '../channel/run-channel.ts';
import type { Thermometer } from '../entries/reading-entry.tsx';
import { Later } from '../../ui/later.tsx';
import { AboveChecklist, BelowChecklist, ReadingEntry } from './parts.ts';
import type { ThisScreenProps } from '../screen/this-screen.tsx';
import type { TipLineProps } from './tip-line.tsx';

interface Check {
  readonly id: string;
  readonly asks: string;
  readonly figure?: string;
  /** What is the matter with it: seen before the film is in the tank. */
  readonly trouble?: readonly string[];
}

interface ReadinessProps {
  readonly runId: string;
  /** Null where nothing is planned anew. */
  readonly sessionId: string | null;
  /** The run's page; its acts go below it. */
  readonly at: string;
  readonly plan: RunPlan;
  readonly thermometers: readonly Thermometer[];
  readonly bottles: readonly BottleAtBench[];
  readonly today: string;
  readonly tips: Omit<TipLineProps, 'tips'>;
  /** What was written down before the run began: that it was timed anew, for one. */
  readonly notes: readonly string[];
  readonly lessons: readonly ReturningLesson[];
  /** What this very screen can do. */
  readonly screen: ThisScreenProps;
  readonly act: (act: Act) => void;
  /** The digit a measurement was begun with; null while none is being typed. */
  readonly measuring: string | null;
  readonly measure: (first: string | null) => void;
  /** What Space does here: the same as the wide button. */
  readonly mainRef: RefObject<() => void>;
}

/** Before the first pour: everything that cannot be fetched once the developer is in. */
export function Readiness({
  runId,
  sessionId,
  at,
  plan,
  thermometers,
  bottles,
  today,
  tips,
  notes,
  lessons,
  screen,
  act,
  measuring,
  measure,
  mainRef,
}: ReadinessProps) {
  const units = useUnits();
  const poured = plan.steps.find((step) => step.critical);
  const measured = sessionId === null ? null : { runId, sessionId, plan, thermometers, measuring, measure };
  const checks = readinessChecks(plan, units, bottles, today);
  const [ticked, setTicked] = useTicks(sessionId ?? runId);
  const left = checks.filter((check) => !ticked.has(check.id));
  const readied = (skipped: readonly Check[]) => ({ kind: 'readied' as const, skipped: skipped.map((check) => check.asks) });
  // Whoever has it all there says so in one press; whoever ticks says it one by one.
  const untouched = left.length === checks.length;
  const mainAct = readied(untouched ? [] : left);
  useEffect(() => {
    mainRef.current = () => act(mainAct);
  });
  return (
    <section aria-labelledby="ready" className="flex min-h-0 grow flex-col">
      <h2 id="ready" className="text-3xl font-bold">
        Before the first pour
      </h2>
      {notes.map((note) => (
        <p key={note} role="status" className="mt-2 rounded-card border border-straw px-4 py-2 text-straw">
          {note}
        </p>
      ))}
      {poured && <p className="mt-2 text-2xl leading-tight font-bold text-aqua sm:text-3xl">{sayIn(heatTo(poured), units)}</p>}
      <p className="mt-1 text-night-quiet">
        What must be there. Tick it one by one, or say it at once; what you leave open is written down.
      </p>
      <Later>
        <AboveChecklist {...{ screen, lessons }} />
      </Later>
      {/* While it is typed it stands on top, where the act button of a phone does not cover it. */}
      {measured && measuring !== null && <Measured {...measured} />}
      <ul className="mt-4 grid gap-2 md:grid-cols-2">
        {checks.map((check) => (
          <li key={check.id}>
            <label
              className={`flex min-h-13 items-center gap-3 rounded-card border px-3 py-2 ${ticked.has(check.id) ? 'border-aqua bg-night-card' : 'border-night-line'}`}
            >
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-aqua"
                checked={ticked.has(check.id)}
                onChange={(event) =>
                  setTicked((before) => {
                    const next = new Set(before);
                    if (event.target.checked) next.add(check.id);
                    else next.delete(check.id);
                    return next;
                  })
                }
              />
              <span className="grow">
                {check.asks} {check.figure && <span className="figure block whitespace-nowrap text-aqua">{check.figure}</span>}
                {check.trouble?.map((trouble) => (
                  <span key={trouble} className="block font-semibold text-straw">
                    {trouble}
                  </span>
                ))}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {measured && measuring === null && <Measured {...measured} />}
      <Later>
        <BelowChecklist {...{ plan, tips }} />
      </Later>
      <div className="sticky bottom-0 mt-auto bg-night pt-4 pb-2">
        <ReadyForm at={at} act={act} readied={mainAct}>
          <button className="min-h-20 w-full rounded-card bg-aqua px-6 py-4 text-left text-2xl font-bold text-night max-sm:min-h-[16dvh]">
            {untouched ? 'All of it is there' : left.length === 0 ? 'Everything is ready' : `Go on, ${left.length} left open`}
            <span className="block text-base font-normal max-sm:hidden pointer-coarse:hidden">Space: to the first pour</span>
          </button>
        </ReadyForm>
        {untouched && (
          <ReadyForm at={at} act={act} readied={readied(left)}>
            <button className="mt-2 min-h-11 px-2 text-night-quiet underline">Go on without the checklist</button>
          </ReadyForm>
        )}
      </div>
    </section>
  );
}

interface ReadyFormProps extends Pick<ReadinessProps, 'at' | 'act'> {
  readonly readied: Act;
  readonly children: ReactNode;
}

/** A press that leads to the first pour; a form, as long as there are no scripts. */
function ReadyForm({ at, act, readied, children }: ReadyFormProps) {
  return (
    <form
      method="post"
      action={`${at}/events`}
      onSubmit={(event) => {
        event.preventDefault();
        act(readied);
      }}
    >
      <input type="hidden" name="act" value={JSON.stringify(readied)} />
      {children}
    </form>
  );
}

/**
 * What was ticked stays ticked while the evening is the same one: a developer that is measured anew makes another run of it,
 * and the tank is as closed as it was.
 */
function useTicks(evening: string): [ReadonlySet<string>, (change: (before: ReadonlySet<string>) => ReadonlySet<string>) => void] {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const kept = `steady-reel-ticked-${evening}`;
  useEffect(() => {
    // Only the browser knows what was ticked before the page was made anew.
    // oxlint-disable-next-line react-hooks/set-state-in-effect
    setTicked(readTicks(kept));
  }, [kept]);
  const change = (to: (before: ReadonlySet<string>) => ReadonlySet<string>) =>
    setTicked((before) => {
      const after = to(before);
      try {
        sessionStorage.setItem(kept, JSON.stringify([...after]));
      } catch {
        // Ticked for this page only.
      }
      return after;
    });
  return [ticked, change];
}

function readTicks(kept: string): ReadonlySet<string> {
  try {
    const ticks = JSON.parse(sessionStorage.getItem(kept) ?? '[]') as unknown;
    return new Set(Array.isArray(ticks) ? ticks.filter((each) => typeof each === 'string') : []);
  } catch {
    return new Set();
  }
}

/** The developer as it is now: measured, the times follow, for this run and those after it. */
function Measured({
  runId,
  sessionId,
  plan,
  thermometers,
  measuring,
  measure,
}: Pick<ReadinessProps, 'runId' | 'plan' | 'thermometers' | 'measuring' | 'measure'> & { readonly sessionId: string }) {
  const replan = useFetcher<{ readonly message: string }>();
  const developer = plan.steps.find((step) => isDeveloper(step.kind));
  if (!developer) return null;
  if (measuring !== null)
    return (
      <div className="mt-4">
        <Suspense>
          <ReadingEntry
            label={`${developer.name}, in its bottle`}
            first={measuring}
            thermometers={thermometers}
            places={[{ of: `bottle:${developer.id}`, name: developer.name }]}
            refusal={replan.data?.message ?? null}
            keep={(reading) =>
              void replan.submit({ step: developer.bath, tempC: String(reading.c) }, { method: 'post', action: `/runs/${runId}/replan` })
            }
            close={() => measure(null)}
          />
        </Suspense>
      </div>
    );
  return (
    <div className="mt-4 flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
      <p>Is the developer colder or warmer?</p>
      <div className="flex gap-2">
        <button type="button" className="min-h-12 rounded-card border border-night-quiet px-4 font-semibold" onClick={() => measure('')}>
          Plan it as measured <kbd className="text-night-quiet">R</kbd>
        </button>
        <Form method="post" action={`/sessions/${sessionId}/leave`} reloadDocument>
          <button className="min-h-12 rounded-card border border-night-quiet px-4">Back to the plan</button>
        </Form>
      </div>
    </div>
  );
}

/** One bottle: which it is, and what is the matter with it. */
function bottleCheck(
  step: PlannedStep,
  place: number,
  bottle: BottleAtBench | undefined,
  tankMl: number,
  today: string,
  units: Units,
): Pick<Check, 'asks' | 'trouble'> {
  if (!bottle) return { asks: `${place}. ${step.name} bottle` };
  const named = `${bottle.code}${bottle.cap ? `, ${bottle.cap}` : ''}, ${showVolume(bottle.mlLeft, units.volume)}`;
  return {
    asks: `${bottle.place}. ${step.name} bottle, ${named}`,
    trouble: bottleTrouble(bottle, tankMl, today).map((trouble) => textIn(trouble, units)),
  };
}

/** What must be at hand, the bottles in the order of pouring, each at the one temperature it is poured at. */
function readinessChecks(plan: RunPlan, units: Units, known: readonly BottleAtBench[] = [], today = ''): Check[] {
  const bottles = plan.steps.filter((step) => step.bottle !== null);
  const at = (step: PlannedStep) => showTemperature(pouredAtC(step), units.temperature);
  const thrown = plan.steps.filter((step) => !isWater(step.kind) && step.after === 'discard');
  const jugs = [...new Set(thrown.map((step) => jugInWords(step.kind)))];
  const portion = plan.tank.warms === 'portion' && plan.tank.volumeMl ? showVolume(plan.tank.volumeMl, units.volume) : null;
  return [
    {
      id: 'loaded',
      asks: isRepair(plan) ? `${plan.tankName} loaded; light does no harm now` : `${plan.tankName} loaded in complete darkness and closed`,
    },
    ...bottles.map((step, i) => ({
      id: `bottle-${step.id}`,
      ...bottleCheck(
        step,
        i + 1,
        known.find((bottle) => bottle.bath === step.bath),
        plan.tank.volumeMl ?? 0,
        today,
        units,
      ),
      figure: step.critical || !step.range ? at(step) : showRange(step.range.lowC, step.range.highC, units),
    })),
    ...plan.steps
      .filter((step) => step.bottle === null && !isWater(step.kind))
      .map((step) => ({ id: `other-${step.id}`, asks: `${step.name}, mixed and at hand`, figure: at(step) })),
    ...waters(plan, at),
    ...(portion
      ? [{ id: 'portions', asks: `${portion} of each measured into a jug of its own, the jugs in the bath in the order of pouring` }]
      : []),
    { id: 'funnels', asks: jugs.length === 0 ? 'A funnel for each bottle' : `A funnel for each bottle, and ${inAList(jugs)}` },
    { id: 'gloves', asks: 'Gloves, eye protection, long sleeves; the air moves' },
  ];
}

/** Water by what it is for, each kind at the temperature it is wanted at. */
function waters(plan: RunPlan, at: (step: PlannedStep) => string): Check[] {
  const kinds = new Map<string, string[]>();
  for (const step of plan.steps.filter((each) => isWater(each.kind))) {
    const names = kinds.get(at(step)) ?? [];
    const name = step.name.toLowerCase();
    if (!names.includes(name)) names.push(name);
    kinds.set(at(step), names);
  }
  return [...kinds].map(([figure, names]) => ({ id: `water-${names.join('-')}`, asks: `Water for the ${inAList(names)}`, figure }));
}

function inAList(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}
