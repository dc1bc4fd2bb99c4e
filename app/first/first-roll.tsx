import { Check } from 'lucide-react';
import { nanoid } from 'nanoid';
import { data, Form, Link, redirect } from 'react-router';
import {
  BLIND_ENOUGH,
  FIRST_STEPS,
  FIRST_TITLES,
  isFirstStep,
  newFirstRoll,
  nextStep,
  withDone,
  type FirstStep,
} from '../../core/beginner/first-roll.ts';
import { kitFromFigures } from '../../core/beginner/first-kit.ts';
import { readKit } from '../../core/kit/kit-document.ts';
import { kitIdFor } from '../../core/kit/kit-id.ts';
import { nowMs } from '../server/clock.server.ts';
import { findKit, kitIdTaken, listKits, saveKit } from '../server/kits.server.ts';
import { addRoll } from '../server/rolls.server.ts';
import { storedUnits } from '../server/settings.server.ts';
import { findTank, listTanks, saveTank } from '../server/tanks.server.ts';
import { readForm, textOf } from '../ui/form.ts';
import { onceOf } from '../ui/once.ts';
import { Button, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/first-roll.ts';
import { bathForBeginners, doneByFacts, factsSince } from './facts.server.ts';
import { changeFirstRoll, firstRoll } from './first-roll.server.ts';
import { firstFilmSchema, firstKitSchema, firstTankSchema } from './first-schemas.ts';
import { AfterStep } from './steps/after-step.tsx';
import { BathStep } from './steps/bath-step.tsx';
import { BlindStep } from './steps/blind-step.tsx';
import { DryRunStep } from './steps/dry-run-step.tsx';
import { KitStep } from './steps/kit-step.tsx';
import { LoadingStep } from './steps/loading-step.tsx';
import { NeededStep } from './steps/needed-step.tsx';
import { RealStep } from './steps/real-step.tsx';
import { RoomStep } from './steps/room-step.tsx';
import { TankStep } from './steps/tank-step.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Your first roll · Steady Reel' }];

/** The kit that a beginner's most likely begins from. */
const LIKE = 'house-c41-three-bath';

export function loader({ request }: Route.LoaderArgs) {
  const stored = firstRoll();
  const first = stored ?? newFirstRoll(nowMs());
  const facts = factsSince(first);
  const done = doneByFacts(first, facts);
  const search = new URL(request.url).searchParams;
  const asked = search.get('step');
  const step = isFirstStep(asked) ? asked : nextStep({ ...first, done });
  const kits = listKits().filter(({ kit }) => kit.process === 'C-41');
  const chosen = first.kitId === null ? null : findKit(first.kitId);
  const like = kits.find(({ id, shipped }) => shipped && id === (search.get('like') ?? LIKE)) ?? kits.find(({ shipped }) => shipped);
  if (!like) throw new Error('the shipped kits are missing');
  return {
    begun: stored !== null,
    over: first.overAtMs !== null,
    done,
    step,
    blind: first.blind,
    once: nanoid(),
    facts,
    kit: chosen && { id: chosen.id, name: chosen.kit.name, capacityRolls: chosen.kit.capacityRolls ?? null },
    ownKits: kits.filter(({ shipped }) => !shipped).map(({ id, kit }) => ({ id, name: kit.name })),
    likes: kits.filter(({ shipped }) => shipped).map(({ id, kit }) => ({ id, name: kit.name, baths: kit.baths.map(({ name }) => name) })),
    like: { id: like.id, baths: like.kit.baths.map(({ id, kind, name }) => ({ id, kind, name })) },
    tanks: listTanks().map(({ id, name, volumeMl }) => ({ id, name, volumeMl })),
    tank: first.tankId === null ? null : (findTank(first.tankId)?.id ?? null),
    bath: step === 'bath' ? bathForBeginners((chosen ?? like).kit) : null,
  };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const intent = textOf(form, 'intent');
  switch (intent) {
    case 'done':
      return goOn(textOf(form, 'step'));
    case 'choose-kit': {
      const kit = findKit(textOf(form, 'kit'));
      if (!kit) throw data('That kit is not on the shelf any more.', { status: 404 });
      changeFirstRoll((first) => ({ ...first, kitId: kit.id }));
      return goOn('kit');
    }
    case 'kit':
      return keepKit(form);
    case 'choose-tank': {
      const tank = findTank(textOf(form, 'tank'));
      if (!tank) throw data('That tank is not on the shelf any more.', { status: 404 });
      changeFirstRoll((first) => ({ ...first, tankId: tank.id }));
      return goOn('tank');
    }
    case 'tank':
      return keepTank(form);
    case 'loaded':
      changeFirstRoll((first) => ({ ...first, blind: Math.min(99, first.blind + 1) }));
      throw redirect('/first-roll?step=blind');
    case 'film':
      return keepFilm(form);
    case 'over':
      changeFirstRoll((first) => ({ ...withDone(first, 'after'), overAtMs: nowMs() }));
      throw redirect('/');
    case 'again':
      changeFirstRoll(({ kitId, tankId }) => ({ ...newFirstRoll(nowMs()), kitId, tankId }));
      throw redirect('/first-roll');
    default:
      throw data('Nothing was asked for.', { status: 422 });
  }
}

function goOn(step: string): never {
  if (!isFirstStep(step)) throw data('There is no such step.', { status: 422 });
  const first = changeFirstRoll((before) => withDone(before, step));
  throw redirect(`/first-roll?step=${nextStep({ ...first, done: doneByFacts(first, factsSince(first)) }, step)}`);
}

function keepKit(form: FormData) {
  const read = readForm(firstKitSchema(storedUnits()), form);
  if (!read.ok) return { step: 'kit' as const, reply: read.reply };
  const { name, makesMl, capacityRolls, wearPercent, baths, otherTemp, otherTime } = read.value;
  const like = findKit(read.value.like);
  if (!like) throw data('There is no such kit to begin from.', { status: 422 });
  if (baths.length !== like.kit.baths.length) throw data('That form belongs to another kit. Begin again.', { status: 422 });
  const kit = kitFromFigures(like.kit, {
    id: kitIdFor(name, kitIdTaken),
    name,
    makesMl,
    capacityRolls: capacityRolls ?? null,
    wearPercent: wearPercent ?? null,
    baths: baths.map(({ temp, time }) => ({ tempC: temp, seconds: time })),
    more: otherTemp !== undefined && otherTime !== undefined ? [{ c: otherTemp, s: otherTime }] : [],
  });
  const checked = readKit(kit);
  if (!checked.ok)
    return {
      step: 'kit' as const,
      reply: read.refuse(
        {},
        checked.errors.map((error) => error.message),
      ),
    };
  saveKit(checked.value, nowMs());
  changeFirstRoll((first) => ({ ...first, kitId: checked.value.id }));
  return goOn('kit');
}

function keepTank(form: FormData) {
  const read = readForm(firstTankSchema(storedUnits()), form);
  if (!read.ok) return { step: 'tank' as const, reply: read.reply };
  const id = onceOf(form);
  const untested = { heatJK: null, coolingPerMin: null, coolingInBathPerMin: null };
  const { name, method, volumeMl } = read.value;
  const material = method === 'rotary' ? ('rotary' as const) : ('plastic' as const);
  saveTank({ id, name, method, volumeMl, fillS: 8, drainS: 12, reelSets: 1, holds: { '135': 1 }, material, ...untested }, nowMs());
  changeFirstRoll((first) => ({ ...first, tankId: id }));
  return goOn('tank');
}

function keepFilm(form: FormData) {
  const read = readForm(firstFilmSchema, form);
  if (!read.ok) return { step: 'real' as const, reply: read.reply };
  const { film, speed } = read.value;
  addRoll(
    onceOf(form),
    {
      name: 'My first roll',
      film,
      process: 'C-41',
      format: '135-36',
      count: 1,
      boxSpeed: speed,
      exposedSpeed: speed,
      treatment: 'normal',
      keeper: false,
      expiredYear: null,
      place: '',
      note: '',
    },
    nowMs(),
  );
  throw redirect('/first-roll?step=real');
}

export default function FirstRollPage({ loaderData, actionData }: Route.ComponentProps) {
  const { step, done, over } = loaderData;
  const reply = actionData?.step === step ? actionData.reply : null;
  const at = FIRST_STEPS.indexOf(step);
  return (
    <>
      <PageHead title="Your first roll">
        One step after another, C-41, at your leaflet’s own temperature. Leave it and come back whenever you like.
      </PageHead>
      <div className="grid gap-6 lg:grid-cols-[16rem_minmax(0,1fr)]">
        <nav aria-label="Steps" className="max-lg:hidden">
          <ol className="space-y-1">
            {FIRST_STEPS.map((each, i) => (
              <li key={each}>
                <StepLink step={each} n={i + 1} here={each === step} done={done.includes(each)} />
              </li>
            ))}
          </ol>
        </nav>
        <article aria-labelledby="step" className="min-w-0">
          <p className="text-sm text-quiet">
            Step {at + 1} of {FIRST_STEPS.length}
            {over && ' · finished before; read it again as you like'}
          </p>
          <h2 id="step" className="mb-3 text-[1.6rem] leading-tight font-bold">
            {FIRST_TITLES[step]}
          </h2>
          <StepBody loaded={loaderData} reply={reply} />
        </article>
        <details className="lg:hidden">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">All steps</summary>
          <ol className="space-y-1">
            {FIRST_STEPS.map((each, i) => (
              <li key={each}>
                <StepLink step={each} n={i + 1} here={each === step} done={done.includes(each)} />
              </li>
            ))}
          </ol>
        </details>
      </div>
    </>
  );
}

function StepLink({
  step,
  n,
  here,
  done,
}: {
  readonly step: FirstStep;
  readonly n: number;
  readonly here: boolean;
  readonly done: boolean;
}) {
  return (
    <Link
      to={`/first-roll?step=${step}`}
      aria-current={here ? 'step' : undefined}
      className={`flex min-h-11 items-center gap-3 rounded-card px-3 no-underline ${here ? 'bg-petrol font-bold text-white' : 'hover:bg-card'}`}
    >
      <span
        className={`figure flex size-7 shrink-0 items-center justify-center rounded-full border text-sm ${done ? 'border-teal bg-teal text-white' : here ? 'border-white' : 'border-[#8aa39e]'}`}
      >
        {done ? <Check aria-label="done" size={16} /> : n}
      </span>
      {FIRST_TITLES[step]}
    </Link>
  );
}

type Loaded = Route.ComponentProps['loaderData'];

function StepBody({
  loaded,
  reply,
}: {
  readonly loaded: Loaded;
  readonly reply: NonNullable<Route.ComponentProps['actionData']>['reply'] | null;
}) {
  const { facts, once } = loaded;
  switch (loaded.step) {
    case 'needed':
      return <NeededStep next={<Done step="needed">I have all that, or know where from</Done>} />;
    case 'kit':
      return <KitStep key={loaded.like.id} {...loaded} reply={reply} />;
    case 'room':
      return <RoomStep next={<Done step="room">The room is ready</Done>} />;
    case 'tank':
      return <TankStep tanks={loaded.tanks} chosen={loaded.tank} once={once} reply={reply} />;
    case 'loading':
      return <LoadingStep next={<Done step="loading">It goes on without thinking</Done>} />;
    case 'blind':
      return (
        <BlindStep
          times={loaded.blind}
          next={
            <Done step="blind" filled={loaded.blind >= BLIND_ENOUGH}>
              {loaded.blind >= BLIND_ENOUGH ? 'My hands know it' : 'Go on all the same'}
            </Done>
          }
        />
      );
    case 'bath':
      return <BathStep bath={loaded.bath} next={<Done step="bath">I know how the bottles get warm</Done>} />;
    case 'dry-run':
      return (
        <DryRunStep
          facts={facts}
          once={once}
          kit={loaded.kit?.id ?? loaded.like.id}
          tank={loaded.tank ?? ''}
          next={
            <Done step="dry-run" filled={facts.dry !== null}>
              {facts.dry === null ? 'Go on without it' : 'It went well: go on'}
            </Done>
          }
        />
      );
    case 'real':
      return (
        <RealStep
          facts={facts}
          kit={loaded.kit}
          once={once}
          reply={reply}
          next={
            <Done step="real" filled={facts.run !== null}>
              {facts.run === null ? 'Show what comes after' : 'It hangs there'}
            </Done>
          }
        />
      );
    case 'after':
      return <AfterStep runId={facts.run?.id ?? null} over={loaded.over} />;
  }
}

/** Leads on, in reach of a thumb. */
function Done({ step, children, filled = true }: { readonly step: FirstStep; readonly children: string; readonly filled?: boolean }) {
  return (
    <Form method="post" className="mt-6">
      <input type="hidden" name="intent" value="done" />
      <input type="hidden" name="step" value={step} />
      <Button filled={filled} className="min-h-14 px-6 text-lg max-sm:w-full">
        {children}
      </Button>
    </Form>
  );
}
