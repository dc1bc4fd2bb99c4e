import { nanoid } from 'nanoid';
import { data, Form, Link, redirect } from 'react-router';
import { costPerRollCents } from '../../../core/chemistry/cost/cost.ts';
import { runsLeft } from '../../../core/chemistry/life/two-ends.ts';
import { mixRecipes } from '../../../core/chemistry/mixing/mixing.ts';
import { rollsLeft } from '../../../core/kit/capacity.ts';
import { isOneShot } from '../../../core/schedule/habits.ts';
import { readHabits } from '../../../core/schedule/read-habits.ts';
import { counted } from '../../../core/units/counted.ts';
import { dayAndYear } from '../../../core/units/day.ts';
import { upperFirst } from '../../../core/units/first-letter.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { fieldOfVolume } from '../../../core/units/typed-volume.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { personsMoney } from '../../server/money.server.ts';
import { storedSetting, storedUnits } from '../../server/settings.server.ts';
import {
  findBatch,
  pinKitAnew,
  setBatchRetired,
  setBatchSolution,
  updateBatch,
  type BatchWithKit,
} from '../../server/shelf/batches.server.ts';
import { entriesOfBatch } from '../../server/shelf/bottle-entries.server.ts';
import { findKit } from '../../server/shelf/kits.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { readForm, textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../ui/forms/typed-in.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { BottleParts } from '../board/bottle-drawing.tsx';
import { Bottles } from '../board/bottle-on-board.tsx';
import { BatchForm } from '../mixing/batch-form.tsx';
import { batchSchema } from '../mixing/batch-schema.ts';
import { Recipes } from '../mixing/recipes.tsx';
import type { Route } from './+types/batch.ts';
import { CountAnew } from './count-anew.tsx';
import { countSchema, runByHandSchema } from './entry-schemas.ts';
import { historyOf } from './history.server.ts';
import { History } from './history.tsx';
import { emptyBatch, keepCount, keepRunByHand, takeBack, takeBatchBack } from './keep-entry.server.ts';
import { RunByHand } from './run-by-hand.tsx';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.batch.name ?? 'Batch'} · Steady Reel` }];

export function loader({ params }: Route.LoaderArgs) {
  const batch = findBatch(params.batchId);
  if (!batch) throw data('There is no such batch. It may have been typed from memory.', { status: 404 });
  const recipes = mixRecipes(batch.kit, Math.min(batch.volumeMl, batch.kit.makesMl));
  const cost = costPerRollCents(batch.kit, batch);
  return {
    batch,
    left: rollsLeft(batch.kit, batch),
    cost: cost === null ? null : personsMoney()(cost),
    volume: fieldOfVolume(batch.volumeMl, storedUnits().volume),
    kitChanged: JSON.stringify(findKit(batch.kitId)?.kit ?? batch.kit) !== JSON.stringify(batch.kit),
    today: today(),
    once: nanoid(),
    history: historyOf(entriesOfBatch(batch.id)),
    runsLeft: runsLeftByTank(batch),
    habit: isOneShot(readHabits(storedSetting('habits'))) ? ('one-shot' as const) : ('returned' as const),
    recipes: recipes.ok ? recipes.value : [],
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const formData = await postedForm(request);
  const batch = findBatch(params.batchId);
  if (!batch) throw data('There is no such batch.', { status: 404 });
  const here = `/shelf/batches/${batch.id}`;
  switch (textOf(formData, 'intent')) {
    case 'retire':
      if (batch.retiredAtMs === null) setBatchRetired(batch.id, nowMs());
      throw redirect(`/shelf?away=batch:${batch.id}`);
    case 'empty-all':
      emptyBatch(batch);
      throw redirect(`/shelf?away=batch:${batch.id}`);
    case 'take-back':
      takeBatchBack(batch);
      throw redirect('/shelf');
    case 'solution': {
      const chosen = textOf(formData, 'solution');
      setBatchSolution(batch.id, chosen === 'returned' || chosen === 'one-shot' ? chosen : null);
      throw redirect(here);
    }
    case 'take-kit':
      pinKitAnew(batch.id);
      throw redirect(here);
    case 'undo': {
      const entry = textOf(formData, 'entry');
      const taken = takeBack(entry, textOf(formData, 'reason'));
      if (taken.ok) throw redirect(here);
      return { about: 'undo' as const, entry, says: taken.says };
    }
    case 'run':
      return runByHand(batch, formData);
    case 'count': {
      const read = readForm(countSchema, formData);
      if (!read.ok) return { about: 'count' as const, reply: read.reply };
      const kept = keepCount(batch, read.value.counted, read.value.reason, onceOf(formData));
      if (!kept.ok) return { about: 'count' as const, reply: read.refuse(kept.errors) };
      throw redirect(here);
    }
  }
  formData.set('kitId', batch.kitId);
  const read = readForm(batchSchema(unitsTypedIn(formData, storedUnits()).volume), formData);
  if (!read.ok) return { about: 'batch' as const, reply: read.reply };
  const { price, name, volumeMl, mixedOn, note } = read.value;
  const written = {
    id: batch.id,
    name,
    volumeMl,
    mixedOn,
    note: note ?? '',
    priceCents: price === undefined ? null : Math.round(price * 100),
  };
  updateBatch(written);
  throw redirect('/shelf');
}

/** How many more runs of one roll it gives in each tank, returned and one-shot. */
function runsLeftByTank(batch: BatchWithKit) {
  const filled = { bottles: batch.bottles };
  const left = rollsLeft(batch.kit, batch);
  return listTanks().map((tank) => ({
    name: tank.name,
    returned: runsLeft(filled, left, tank.volumeMl, false),
    oneShot: batch.wornRolls > 0 ? null : runsLeft(filled, left, tank.volumeMl, true),
  }));
}

/** A run that nobody timed; what does not add up is said at its field. */
function runByHand(batch: BatchWithKit, formData: FormData) {
  const read = readForm(runByHandSchema(unitsTypedIn(formData, storedUnits()).volume), formData);
  if (!read.ok) return { about: 'run' as const, reply: read.reply };
  if (batch.retiredAtMs !== null)
    return { about: 'run' as const, reply: read.refuse({ rolls: ['This batch was put away. Take it back to the shelf first.'] }) };
  const { rolls, drawnMl, solution, returnedMl, on } = read.value;
  const returned = solution === 'returned';
  const back = returned && returnedMl !== undefined ? { returnedMl } : {};
  const kept = keepRunByHand(batch, { on, rolls, drawnMl, returned, ...back }, onceOf(formData));
  if (!kept.ok) return { about: 'run' as const, reply: read.refuse(kept.errors) };
  throw redirect(`/shelf/batches/${batch.id}`);
}

export default function BatchPage({ loaderData, actionData }: Route.ComponentProps) {
  const { batch, habit, left, runsLeft, recipes, cost, volume: volumeShown, kitChanged, history, today, once } = loaderData;
  const { volume } = useUnits();
  const { priceCents, ...plain } = batch;
  return (
    <>
      <BottleParts />
      <PageHead
        title={batch.name}
        action={batch.retiredAtMs === null && <LinkButton to={`/shelf/labels?batch=${batch.id}`}>Print its labels</LinkButton>}
      >
        {batch.kit.name}.{' '}
        {(batch.solution ?? habit) === 'one-shot' && batch.wornRolls === 0
          ? 'Each filling is used once.'
          : left === null
            ? 'Its leaflet gives no capacity.'
            : left > 0
              ? `${counted(left, 'roll')} left.`
              : 'Its rolls are used up.'}
        {cost !== null && ` About ${cost} a roll.`}
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-2">
        <div className="space-y-4">
          <Card>
            <h2 className="mb-2 font-bold">Bottles</h2>
            <Bottles bottles={batch.bottles} today={today} label="In the order of pouring" />
            {batch.retiredAtMs === null && runsLeft.length > 0 && (
              <ul className="mt-3 divide-y divide-line border-t border-line text-[0.95rem]">
                {runsLeft.map((tank) => (
                  <li key={tank.name} className="flex justify-between gap-3 py-1.5">
                    <span>{tank.name}</span>
                    <span className="text-right text-quiet">
                      <span className="figure">{tank.returned}</span> more runs of one roll
                      {tank.oneShot !== null && (
                        <>
                          , <span className="figure">{tank.oneShot}</span> one-shot
                        </>
                      )}
                    </span>
                  </li>
                ))}
              </ul>
            )}
            {batch.retiredAtMs === null && (batch.wornRolls === 0 || batch.solution !== null || habit === 'one-shot') && (
              <SolutionUse is={batch.solution} habit={habit} />
            )}
            {batch.bottles.some((bottle) => bottle.why.length > 0) && (
              <ul className="mt-3 space-y-1 text-sm font-semibold text-hot">
                {batch.bottles.flatMap((bottle) =>
                  bottle.why.map((sentence) => (
                    <li key={bottle.id + sentence}>
                      {bottle.name}: {sentence}
                    </li>
                  )),
                )}
              </ul>
            )}
          </Card>
          <Card>
            <details open={actionData?.about === 'batch'}>
              <summary className="font-bold">Correct what is written down</summary>
              <div className="mt-3">
                <BatchForm
                  lastResult={actionData?.about === 'batch' ? actionData.reply : null}
                  kits={[{ id: batch.kitId, name: batch.kit.name }]}
                  defaults={{ ...plain, volumeMl: volumeShown, price: priceCents === null ? undefined : (priceCents / 100).toFixed(2) }}
                >
                  <Button filled>Keep changes</Button>
                  <LinkButton to="/shelf">Back</LinkButton>
                </BatchForm>
              </div>
            </details>
          </Card>
        </div>
        <div className="space-y-4">
          <History
            lines={history}
            born={`Mixed, ${showVolume(batch.volumeMl, volume)} of each bottle, ${dayAndYear(batch.mixedOn)}.`}
            refusal={actionData?.about === 'undo' ? actionData : null}
          />
          {batch.retiredAtMs === null && (
            <>
              <RunByHand reply={actionData?.about === 'run' ? actionData.reply : null} today={today} once={once} />
              <CountAnew
                reply={actionData?.about === 'count' ? actionData.reply : null}
                rollsDone={Math.round(batch.rollsDone * 100) / 100}
                once={`${once}-count`}
              />
            </>
          )}
          <Card>
            <h2 className="mb-2 font-bold">How it was mixed</h2>
            <Recipes recipes={recipes} />
          </Card>
          {kitChanged && (
            <Form method="post">
              <Notice tone="plain">
                The kit has been changed since. This batch keeps the times it was mixed by.{' '}
                <button name="intent" value="take-kit" className="font-semibold underline">
                  Take up the changed kit
                </button>
              </Notice>
            </Form>
          )}
          <Form method="post" className="space-y-3" id="empty">
            {batch.retiredAtMs === null ? (
              <>
                <Notice tone="plain">
                  Worn or dead? Every bottle goes into the jug of its class and to a collection point; a bleach-fix or fixer holds silver
                  and is usually not for the drain. A bottle that is still good can be taken into another batch first.{' '}
                  <Link className="underline" to="/safety">
                    Safety
                  </Link>
                </Notice>
                <div className="flex flex-wrap gap-3">
                  <Button name="intent" value="empty-all">
                    Empty it into the jugs
                  </Button>
                  <Button name="intent" value="retire">
                    Put this batch away
                  </Button>
                </div>
              </>
            ) : (
              <Button name="intent" value="take-back">
                Take it back to the shelf
              </Button>
            )}
          </Form>
        </div>
      </div>
    </>
  );
}

const USES = { returned: 'used again', 'one-shot': 'each filling once' } as const;
type Use = keyof typeof USES;

/**
 * How this batch is used, whatever is done with the others of the evening. One that film has worn is used again: a filling of it is
 * not fresh any more.
 */
function SolutionUse({ is, habit }: { readonly is: Use | null; readonly habit: Use }) {
  const choices: readonly (readonly [string, string, boolean])[] = [
    ['', `As your habit: ${USES[habit]}`, is === null],
    ...(['returned', 'one-shot'] as const).map((use) => [use, upperFirst(USES[use]), is === use] as const),
  ];
  return (
    <Form method="post" className="mt-3 flex flex-wrap gap-2" aria-label="How it is used">
      <input type="hidden" name="intent" value="solution" />
      {choices.map(([value, label, chosen]) => (
        <button
          key={value}
          name="solution"
          value={value}
          aria-pressed={chosen}
          className={`min-h-11 rounded-card border px-3 ${chosen ? 'border-petrol bg-petrol font-semibold text-white' : 'border-line bg-card'}`}
        >
          {label}
        </button>
      ))}
    </Form>
  );
}
