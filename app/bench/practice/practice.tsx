import { getFormProps } from '@conform-to/react';
import { randomInt } from 'node:crypto';
import { nanoid } from 'nanoid';
import { Form, Link, redirect } from 'react-router';
import { SPEEDS } from '../../../core/practice/practice-clock.ts';
import { PRACTICE_SCENES, sceneOf } from '../../../core/practice/scene.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { bestByScene, deletePractice, recentPractices } from '../../server/runs/practices.server.ts';
import { findFilmKit, listFilmKits } from '../../server/shelf/kits.server.ts';
import { findTank, listTanks } from '../../server/shelf/tanks.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, SelectField, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { readForm, textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/practice.ts';
import { LARGEST_SEED, practiceSchema } from './channel/practice-schema.ts';
import { beginPractice } from './new-practice.server.ts';

const practiceChecked = schemaOnDemand(async () => (await import('./channel/practice-schema.ts')).practiceSchema);

export const meta: Route.MetaFunction = () => [{ title: 'Practice · Steady Reel' }];

const SHOWN = 12;

export function loader({ context, request }: Route.LoaderArgs) {
  const best = bestByScene();
  const asked = new URL(request.url).searchParams;
  return {
    once: nanoid(),
    asked: { scene: asked.get('scene') ?? 'calm', seed: asked.get('seed') ?? '', kit: asked.get('kit') ?? '' },
    scenes: PRACTICE_SCENES.map((scene) => ({ ...scene, best: best.get(scene.id) ?? null })),
    kits: listFilmKits().map(({ id, kit }) => ({ value: id, label: `${kit.name} (${kit.process})` })),
    tanks: listTanks().map(({ id, name }) => ({ value: id, label: name })),
    past: recentPractices(SHOWN).map((line) => ({
      ...line,
      name: sceneOf(line.scene).name,
      on: shownInstant(line.startedAtMs, 'd MMM, HH:mm'),
    })),
    benchOnly: context.who?.screen?.role === 'bench',
  };
}

export async function action({ request }: Route.ActionArgs) {
  const formData = await postedForm(request);
  if (formData.get('intent') === 'forget') {
    deletePractice(textOf(formData, 'practice'));
    throw redirect('/practice');
  }
  const read = readForm(practiceSchema, formData);
  if (!read.ok) return read.reply;
  const { scene, kit: kitId, tank: tankId, speed, seed } = read.value;
  const kit = findFilmKit(kitId);
  if (!kit) return read.refuse({ kit: ['That kit is not on the shelf any more.'] });
  const id = onceOf(formData);
  const { fault } = beginPractice({
    id,
    scene,
    seed: seed ?? randomInt(LARGEST_SEED + 1),
    speed,
    kit: kit.kit,
    tank: tankId ? findTank(tankId) : null,
  });
  if (fault !== null) return read.refuse({ kit: [fault] });
  throw redirect(`/practice/${id}`);
}

export default function PracticePage({ loaderData, actionData }: Route.ComponentProps) {
  const { scenes, kits, tanks, past, once, asked } = loaderData;
  const [form, fields] = useCheckedForm([practiceChecked], actionData, {
    scene: asked.scene,
    kit: kits.some(({ value }) => value === asked.kit)
      ? asked.kit
      : (kits.find(({ label }) => label.includes('C-41'))?.value ?? kits[0]?.value),
    tank: tanks[0]?.value ?? '',
    speed: '5',
    seed: asked.seed,
  });
  const chosen = fields.scene.value ?? 'calm';
  return (
    <>
      <PageHead title="Practice">
        A whole run in a kitchen that is made up. No film, no chemistry, nothing in the logbook: only you, the clock and the order. Or see{' '}
        <Link to="/practice/habits">two habits side by side</Link>.
      </PageHead>
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <Form method="post" {...getFormProps(form)}>
          <input type="hidden" name="once" value={once} />
          <fieldset>
            <legend className="mb-2 text-lg font-bold">Which kitchen?</legend>
            <div className="grid gap-3 sm:grid-cols-2">
              {scenes.map((scene) => (
                <label
                  key={scene.id}
                  className={`flex cursor-pointer gap-3 rounded-card border bg-card p-3 has-[:checked]:border-petrol has-[:checked]:outline-2 has-[:checked]:outline-petrol ${chosen === scene.id ? '' : 'border-line'}`}
                >
                  <input
                    type="radio"
                    name={fields.scene.name}
                    value={scene.id}
                    defaultChecked={asked.scene === scene.id}
                    className="mt-1 size-5 shrink-0 accent-petrol"
                  />
                  <span>
                    <span className="flex flex-wrap items-baseline justify-between gap-x-3">
                      <strong>{scene.name}</strong>
                      {scene.best && (
                        <span className="text-sm text-quiet">
                          best <span className="figure">{scene.best.marks}</span> of 100
                        </span>
                      )}
                    </span>
                    <span className="block text-[0.95rem]">{scene.says}</span>
                    <span className="mt-1 block text-sm text-quiet">{scene.teaches}</span>
                  </span>
                </label>
              ))}
            </div>
            {fields.scene.errors && (
              <p role="alert" className="mt-1 text-sm font-semibold text-hot">
                {fields.scene.errors.join(' ')}
              </p>
            )}
          </fieldset>
          <Card className="mt-4 grid gap-4 sm:grid-cols-2">
            <SelectField field={fields.kit} label="Kit" options={kits} />
            <SelectField field={fields.tank} label="Tank" options={[...tanks, { value: '', label: 'A practice tank, by inversion' }]} />
            <SelectField
              field={fields.speed}
              label="Clock"
              options={SPEEDS.map((speed) => ({
                value: String(speed),
                label: speed === 1 ? 'As it is' : `${speed} times faster`,
              }))}
              hint="It can be changed at the Bench"
            />
            <TextField field={fields.seed} label="Dice" figures hint="The same number makes the same kitchen. Empty: throw" />
            <FormErrors errors={form.errors} />
            <div className="sm:col-span-2">
              <Button filled>To the practice Bench</Button>
            </div>
          </Card>
        </Form>
        <section aria-labelledby="past">
          <h2 id="past" className="mb-2 text-lg font-bold">
            What you practised
          </h2>
          {past.length === 0 ? (
            <Empty title="Nothing yet">A calm evening five times faster takes about four minutes.</Empty>
          ) : (
            <ul className="divide-y divide-line rounded-card border border-line bg-card">
              {past.map((line) => (
                <li key={line.id} className="flex flex-wrap items-center gap-x-3 px-3 py-1.5">
                  <Link to={line.endedAtMs === null ? `/practice/${line.id}` : `/practice/${line.id}/report`} className="min-w-0 grow py-2">
                    {line.name}
                    <span className="block text-sm text-quiet">
                      {line.on} · dice <span className="figure">{line.seed}</span>
                    </span>
                  </Link>
                  <span className="text-sm">
                    {line.marks !== null ? (
                      <span className="figure text-lg font-semibold">{line.marks}</span>
                    ) : line.endedAtMs === null ? (
                      'goes on'
                    ) : (
                      'left'
                    )}
                  </span>
                  <Form method="post">
                    <input type="hidden" name="practice" value={line.id} />
                    <Button
                      name="intent"
                      value="forget"
                      aria-label={`Forget ${line.name}, ${line.on}`}
                      className="px-2 text-sm font-normal"
                    >
                      Forget
                    </Button>
                  </Form>
                </li>
              ))}
            </ul>
          )}
        </section>
      </div>
    </>
  );
}
