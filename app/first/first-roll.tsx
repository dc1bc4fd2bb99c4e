import type { SubmissionResult } from '@conform-to/react';
import { nanoid } from 'nanoid';
import { Form } from 'react-router';
import {
  BLIND_ENOUGH,
  FIRST_STEPS,
  FIRST_TITLES,
  isFirstStep,
  newFirstRoll,
  nextStep,
  type FirstStep,
} from '../../core/beginner/first-roll.ts';
import { nowMs } from '../server/database/clock.server.ts';
import { findFilmKit, listFilmKits } from '../server/shelf/kits.server.ts';
import { findTank, listTanks } from '../server/shelf/tanks.server.ts';
import { Button } from '../ui/button.tsx';
import { postedForm } from '../ui/forms/posted-form.ts';
import { typedInAddress, type RefusedLeaflet } from '../ui/leaflet/posted-leaflet.ts';
import { linksTo } from '../ui/links-to.ts';
import { PageHead } from '../ui/page-head.tsx';
import type { Route } from './+types/first-roll.ts';
import { bathForBeginners, doneByFacts, factsSince } from './facts.server.ts';
import { actOfFirstRoll } from './first-acts.server.ts';
import { firstRoll } from './first-roll.server.ts';
import { filesOfStep } from './files-of-step.server.ts';
import { StepList } from './step-list.tsx';
import { AfterStep, BathStep, BlindStep, DryRunStep, KitStep, LoadingStep, NeededStep, RealStep, RoomStep, TankStep } from './steps.ts';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [
  { title: 'Your first roll · Steady Reel' },
  ...linksTo(loaded?.files ?? []),
];

/** What a beginner’s kit is most likely like: shown with until there is their own. */
const LIKE = 'house-c41-three-bath';

export function loader({ request }: Route.LoaderArgs) {
  const stored = firstRoll();
  const first = stored ?? newFirstRoll(nowMs());
  const facts = factsSince(first);
  const done = doneByFacts(first, facts);
  const search = new URL(request.url).searchParams;
  const asked = search.get('step');
  const step = isFirstStep(asked) ? asked : nextStep({ ...first, done });
  const kits = listFilmKits().filter(({ kit }) => kit.process === 'C-41');
  const chosen = first.kitId === null ? null : findFilmKit(first.kitId);
  const like = kits.find(({ id }) => id === LIKE) ?? kits.find(({ shipped }) => shipped);
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
    like: like.id,
    typed: typedInAddress(request.url) ?? {},
    tanks: listTanks().map(({ id, name, volumeMl }) => ({ id, name, volumeMl })),
    tank: first.tankId === null ? null : (findTank(first.tankId)?.id ?? null),
    files: filesOfStep(step),
    bath: step === 'bath' ? bathForBeginners((chosen ?? like).kit) : null,
  };
}

export async function action({ request }: Route.ActionArgs) {
  return actOfFirstRoll(await postedForm(request));
}

export default function FirstRollPage({ loaderData, actionData }: Route.ComponentProps) {
  const { step, done, over } = loaderData;
  const reply = actionData && 'reply' in actionData && actionData.step === step ? actionData.reply : null;
  const leaflet = actionData && 'leaflet' in actionData ? actionData.leaflet : null;
  const at = FIRST_STEPS.indexOf(step);
  return (
    <>
      <PageHead title="Your first roll">
        One step after another, C-41, at your leaflet’s own temperature. Leave it and come back whenever you like.
      </PageHead>
      <div className="grid gap-6 lg:grid-cols-[16rem_minmax(0,1fr)]">
        <nav aria-label="Steps" className="max-lg:hidden">
          <StepList here={step} done={done} />
        </nav>
        <article aria-labelledby="step" className="min-w-0">
          <p className="text-sm text-quiet">
            Step {at + 1} of {FIRST_STEPS.length}
            {over && ' · finished before; read it again as you like'}
          </p>
          <h2 id="step" className="mb-3 text-[1.6rem] leading-tight font-bold">
            {FIRST_TITLES[step]}
          </h2>
          <StepBody loaded={loaderData} reply={reply} leaflet={leaflet} />
        </article>
        <details className="lg:hidden">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">All steps</summary>
          <StepList here={step} done={done} />
        </details>
      </div>
    </>
  );
}

type Loaded = Route.ComponentProps['loaderData'];

interface StepBodyProps {
  readonly loaded: Loaded;
  readonly reply: SubmissionResult | null;
  readonly leaflet: RefusedLeaflet | null;
}

function StepBody({ loaded, reply, leaflet }: StepBodyProps) {
  const { facts, once } = loaded;
  switch (loaded.step) {
    case 'needed':
      return <NeededStep next={<Done step="needed">I have all that, or know where from</Done>} />;
    case 'kit':
      return <KitStep {...loaded} leaflet={leaflet} />;
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
          kit={loaded.kit?.id ?? loaded.like}
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
