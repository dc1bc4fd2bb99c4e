import { useHotkeys } from 'react-hotkeys-hook';
import { data, Form, Link, redirect, useRouteLoaderData } from 'react-router';
import type { MixingState, MixingStep } from '../../../core/chemistry/mixing/mixing-run.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showVolume } from '../../../core/units/volume.ts';
import type { loader as rootLoader } from '../../root.tsx';
import { clockSpeed, nowMs } from '../../server/database/clock.server.ts';
import { actsOfMixing, findMixing, giveUpMixing, shelveMixing, takeUpMixing } from '../../server/shelf/mixings.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { DEFAULT_UNITS, UnitsContext, useText, useUnits } from '../../ui/forms/units.ts';
import { useKeptPage } from '../../ui/screen/use-kept-page.ts';
import { useServerNow } from '../../ui/screen/use-server-now.ts';
import type { Route } from './+types/mixing-bench.ts';
import { useMixing } from './use-mixing.ts';
import { useStirTone } from './use-stir-tone.ts';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `Mixing ${loaded?.plan.batchName ?? ''} · Steady Reel` }];

export function loader({ params, request }: Route.LoaderArgs) {
  const mixing = findMixing(params.mixingId);
  if (!mixing) throw data('There is no such mixing. It may belong to another Steady Reel.', { status: 404 });
  if (mixing.batchId) throw redirect(`/shelf/batches/${mixing.batchId}`);
  return {
    mixingId: mixing.id,
    plan: mixing.plan,
    state: mixing.state,
    acts: actsOfMixing(mixing.id),
    says: new URL(request.url).searchParams.get('says'),
    clock: { nowMs: nowMs(), speed: clockSpeed() },
  };
}

const GONE =
  'What this mixing was to be made of is gone: its box was mixed meanwhile, or a bottle it takes over has another use. Begin a new one.';

export async function action({ request, params }: Route.ActionArgs) {
  const mixing = findMixing(params.mixingId);
  if (!mixing) throw data('There is no such mixing.', { status: 404 });
  switch (textOf(await postedForm(request), 'intent')) {
    case 'give-up':
      giveUpMixing(mixing.id);
      throw redirect('/shelf');
    case 'take-up':
      throw redirect(`/mixing/${mixing.id}${takeUpMixing(mixing.id) ? '' : `?says=${encodeURIComponent(GONE)}`}`);
    default: {
      const batchId = shelveMixing(mixing);
      throw redirect(batchId ? `/shelf/labels?batch=${batchId}` : `/mixing/${mixing.id}`);
    }
  }
}

const QUIET_BUTTON = 'min-h-12 rounded-card border border-night-quiet px-4 font-semibold';

export default function MixingBench({ loaderData }: Route.ComponentProps) {
  const units = useRouteLoaderData<typeof rootLoader>('root')?.units ?? DEFAULT_UNITS;
  return (
    <UnitsContext value={units}>
      <div className="bench min-h-dvh bg-night text-night-ink">
        {loaderData.state === 'mixing' ? <AtTheBench {...loaderData} /> : <GivenUp {...loaderData} />}
      </div>
    </UnitsContext>
  );
}

function GivenUp({ plan, says }: Pick<Route.ComponentProps['loaderData'], 'plan' | 'says'>) {
  return (
    <main className="mx-auto max-w-2xl px-4 py-8">
      <h1 className="text-3xl font-bold">{plan.batchName} was given up</h1>
      {says && (
        <p role="alert" className="mt-3 text-xl font-bold text-straw">
          {says}
        </p>
      )}
      <p className="mt-2 text-night-quiet">Nothing of it stands on the shelf. What was mixed and is of no use goes into its jug.</p>
      <Form method="post" className="mt-6 flex flex-wrap gap-3">
        <button name="intent" value="take-up" className="min-h-16 rounded-card bg-aqua px-6 text-xl font-bold text-night">
          Take it up again
        </button>
        <Link to="/shelf" reloadDocument className={`${QUIET_BUTTON} inline-flex items-center`}>
          To the shelf
        </Link>
      </Form>
    </main>
  );
}

function AtTheBench({ mixingId, plan, acts, says: saidBefore, clock }: Route.ComponentProps['loaderData']) {
  const { state, away, says, press, delivered, alive } = useMixing(mixingId, plan, acts);
  const shownMs = useServerNow(clock);
  useKeptPage();
  const { volume } = useUnits();
  const step = plan.steps[state.done];
  const begins = step?.kind === 'stir' && state.begunAtMs === null;
  const endsAtMs = step?.kind === 'stir' && state.begunAtMs !== null ? state.begunAtMs + (step.seconds ?? 0) * 1000 : null;
  const unlock = useStirTone(endsAtMs, clock);
  const next = () => {
    unlock();
    if (step) press({ kind: begins ? 'begun' : 'done', step: step.id }, shownMs);
  };
  const undo = () => (state.done > 0 || state.begunAtMs !== null) && press({ kind: 'undone' }, shownMs);
  useHotkeys(
    'space',
    (event) => {
      if ((event.target as HTMLElement).closest('button, a, input, select, summary')) return;
      event.preventDefault();
      if (!event.repeat) next();
    },
    { enabled: alive },
  );
  useHotkeys('z', undo, { enabled: alive });
  return (
    <main
      className="mx-auto grid min-h-dvh max-w-6xl gap-x-10 px-4 py-3 sm:px-7 lg:grid-cols-[18rem_1fr]"
      data-mixing={alive ? state.done : undefined}
    >
      <aside aria-label="Bottles" className="max-lg:hidden lg:py-3">
        <h1 className="text-lg font-bold">{plan.batchName}</h1>
        <p className="text-night-quiet">
          {plan.kitName}, <span className="figure">{showVolume(plan.volumeMl, volume)}</span> a bottle
        </p>
        <BottleList plan={plan} state={state} />
        <Cautions />
      </aside>
      <div className="flex min-h-dvh flex-col lg:min-h-0">
        <header className="flex items-baseline justify-between gap-4 text-night-quiet">
          <Link to="/shelf" reloadDocument className="inline-flex min-h-11 items-center underline">
            Leave
          </Link>
          <span className="lg:hidden">{plan.batchName}</span>
          <span className="figure">{step ? `${state.done + 1} of ${plan.steps.length}` : 'all done'}</span>
        </header>
        {[says ?? saidBefore, away ? 'The server does not answer. What you press is kept on this screen and delivered later.' : null]
          .filter((line) => line !== null)
          .map((line) => (
            <p key={line} role="alert" className="mb-3 rounded-card border border-straw px-4 py-2 text-straw">
              {line}
            </p>
          ))}
        {step ? <Present step={step} state={state} plan={plan} nowMs={shownMs} /> : <AllMixed delivered={delivered} plan={plan} />}
        <div className="sticky bottom-0 mt-auto bg-night pt-4 pb-3">
          {step && (
            <form
              method="post"
              action={`/mixing/${mixingId}/acts`}
              onSubmit={(event) => {
                event.preventDefault();
                next();
              }}
            >
              <input type="hidden" name="step" value={step.id} />
              <button
                name="kind"
                value={begins ? 'begun' : 'done'}
                data-act
                className="min-h-20 w-full rounded-card bg-aqua px-6 py-4 text-left text-2xl font-bold text-night max-sm:min-h-[18dvh]"
              >
                {actLabel(step, state)}
                <span className="block text-base font-normal max-sm:hidden">Space: {begins ? 'the clock starts' : 'it is done'}</span>
              </button>
            </form>
          )}
          <div className="mt-3 flex flex-wrap justify-between gap-3">
            <form
              method="post"
              action={`/mixing/${mixingId}/acts`}
              onSubmit={(event) => {
                event.preventDefault();
                undo();
              }}
            >
              <button name="kind" value="undone" className={QUIET_BUTTON} disabled={state.done === 0 && state.begunAtMs === null}>
                Undo <kbd className="text-night-quiet">Z</kbd>
              </button>
            </form>
            <Link to="/safety" className={`${QUIET_BUTTON} inline-flex items-center`} reloadDocument>
              Safety
            </Link>
            <Form method="post">
              <button name="intent" value="give-up" className={QUIET_BUTTON}>
                Give it up
              </button>
            </Form>
          </div>
        </div>
      </div>
    </main>
  );
}

function actLabel(step: MixingStep, state: MixingState): string {
  switch (step.kind) {
    case 'stir':
      return state.begunAtMs === null ? 'Start stirring' : 'Stirred';
    case 'part':
      return 'It is in';
    case 'clear':
      return 'It is clear';
    case 'cool':
      return 'Go on';
    case 'label':
      return 'Labelled and capped';
    default:
      return 'Done';
  }
}

/** The one thing to do now, large enough to be read at a metre. */
function Present({
  step,
  state,
  plan,
  nowMs,
}: {
  readonly step: MixingStep;
  readonly state: MixingState;
  readonly plan: { readonly steps: readonly MixingStep[] };
  readonly nowMs: number;
}) {
  const text = useText();
  const here = plan.steps.filter((each) => each.bath === step.bath);
  const index = here.indexOf(step);
  const leftS = state.begunAtMs === null || step.seconds === null ? null : step.seconds - (nowMs - state.begunAtMs) / 1000;
  const coming = here[index + 1];
  return (
    <section aria-live="polite" aria-labelledby="now" className="py-2">
      <p className="text-lg font-semibold text-aqua">{step.bottle}</p>
      <h2 id="now" className="mt-1 text-4xl leading-tight font-bold sm:text-5xl">
        {text(step)}
      </h2>
      {step.kind === 'stir' && step.seconds !== null && (
        <p className="figure mt-4 text-7xl font-semibold" suppressHydrationWarning>
          {leftS === null
            ? showDuration(step.seconds)
            : leftS > 0
              ? showDuration(Math.ceil(leftS))
              : `+${showDuration(Math.floor(-leftS))}`}
        </p>
      )}
      {step.kind === 'cool' && step.seconds !== null && (
        <p className="mt-3 text-2xl">
          In about <span className="figure">{Math.max(1, Math.round(step.seconds / 60))} min</span>.
        </p>
      )}
      {step.hints.map((hint) => (
        <p key={hint.message} className="mt-3 text-xl text-straw">
          {text(hint)}
        </p>
      ))}
      <ol className="mt-5 space-y-1 text-night-quiet lg:hidden">
        {here.slice(Math.max(0, index - 1), index).map((each) => (
          <li key={each.id}>✓ {text(each)}</li>
        ))}
        {coming && <li>Then: {text(coming)}</li>}
      </ol>
      <ol className="mt-6 hidden divide-y divide-night-line lg:block">
        {here.map((each, i) => (
          <li
            key={each.id}
            className={`flex gap-3 py-1.5 ${i < index ? 'text-night-quiet line-through' : i === index ? 'font-semibold text-aqua' : ''}`}
          >
            <span aria-hidden className="w-5">
              {i < index ? '✓' : i === index ? '▸' : ''}
            </span>
            {text(each)}
          </li>
        ))}
      </ol>
      <div className="lg:hidden">
        <Cautions />
      </div>
    </section>
  );
}

function Cautions() {
  return (
    <p className="mt-5 text-night-quiet">
      Gloves, eye protection, long sleeves; the air moves. Concentrate into water, slowly. The kit’s safety sheet overrules this page.
    </p>
  );
}

function BottleList({ plan, state }: { readonly plan: { readonly steps: readonly MixingStep[] }; readonly state: MixingState }) {
  const bottles = [...new Map(plan.steps.map((step) => [step.bath, step.bottle]))];
  const present = plan.steps[state.done]?.bath;
  const isDone = (bath: string) => plan.steps.findLastIndex((step) => step.bath === bath) < state.done;
  return (
    <ol className="mt-5 space-y-2">
      {bottles.map(([bath, name], i) => (
        <li
          key={bath}
          aria-current={bath === present ? 'step' : undefined}
          className={`flex items-center gap-3 rounded-card border px-3 py-2.5 ${bath === present ? 'border-aqua font-bold' : 'border-night-line text-night-quiet'}`}
        >
          <span className="figure">{isDone(bath) ? '✓' : i + 1}</span>
          {name}
        </li>
      ))}
    </ol>
  );
}

function AllMixed({ delivered, plan }: { readonly delivered: boolean; readonly plan: { readonly steps: readonly MixingStep[] } }) {
  const bottles = [...new Set(plan.steps.map((step) => step.bottle))];
  return (
    <section className="py-4">
      <h2 className="text-4xl font-bold">Every bottle is mixed</h2>
      <p className="mt-2 text-xl text-night-quiet">{bottles.join(', ')}: with today’s date, in the order of pouring.</p>
      <Form method="post" reloadDocument className="mt-6">
        <button
          name="intent"
          value="shelve"
          disabled={!delivered}
          className="min-h-20 w-full rounded-card bg-aqua px-6 py-4 text-left text-2xl font-bold text-night disabled:opacity-60"
        >
          Put them on the shelf
          <span className="block text-base font-normal">and print their labels</span>
        </button>
      </Form>
    </section>
  );
}
