import Printer from 'lucide-react/icons/printer';
import { nanoid } from 'nanoid';
import { Form, Link, redirect } from 'react-router';
import { JUG_WORDS, JUGS } from '../../../core/chemistry/safety/spent.ts';
import { dayAndYear, longDay } from '../../../core/units/day.ts';
import { day } from '../../../core/shape.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { addHandOver, handOvers, jugsNow, undoHandOver } from '../../server/shelf/jugs.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/spent.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Spent solution · Steady Reel' }];

export function loader() {
  return { jugs: jugsNow(), handOvers: handOvers(), today: today(), once: nanoid() };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  if (form.get('intent') === 'undo') {
    undoHandOver(textOf(form, 'handOver'), nowMs());
    throw redirect('/shelf/spent');
  }
  const jug = jugsNow().find((each) => each.jug === form.get('jug'));
  const on = textOf(form, 'on');
  if (!jug || jug.ml <= 0) return { jug: jug?.jug ?? null, says: 'That jug is empty: there is nothing to hand over.' };
  if (!day(on) || on > today()) return { jug: jug.jug, says: `Give the day it was taken away, up to today, such as ${today()}.` };
  addHandOver({ id: onceOf(form), jug: jug.jug, on, ml: jug.ml, note: textOf(form, 'note').trim().slice(0, 200) }, nowMs());
  throw redirect('/shelf/spent');
}

export default function Spent({ loaderData, actionData }: Route.ComponentProps) {
  const { jugs, handOvers: gone, today, once } = loaderData;
  const { volume } = useUnits();
  return (
    <>
      <PageHead
        title="Spent solution"
        action={
          <Button className="no-print" onClick={() => print()}>
            <Printer aria-hidden size={18} /> Print the list
          </Button>
        }
      >
        Jugs for the collection point, apart by what they hold. Today, {longDay(today)}.
      </PageHead>
      <Notice>
        Your local authority’s rules for photographic or hazardous waste decide what goes where; the kit’s safety sheet says what it
        contains. Silver-bearing baths are usually not for the drain. Do not pour classes together.{' '}
        <Link className="underline" to="/safety">
          Safety
        </Link>
      </Notice>
      <div className="mt-4 grid gap-4 lg:grid-cols-3">
        {jugs.map(({ jug, ml, lastOn }) => (
          <Card key={jug} aria-labelledby={`jug-${jug}`}>
            <h2 id={`jug-${jug}`} className="text-lg font-bold">
              {JUG_WORDS[jug].name}
            </h2>
            <p className="text-quiet">{JUG_WORDS[jug].holds}</p>
            <p className="figure mt-2 text-3xl font-semibold">{showVolume(ml, volume)}</p>
            {lastOn && <p className="text-sm text-quiet">last handed over {dayAndYear(lastOn)}</p>}
            <Form method="post" className="no-print mt-3 space-y-2">
              <input type="hidden" name="once" value={`${once}-${JUGS.indexOf(jug)}`} />
              <label className="block text-sm font-semibold">
                Taken away on
                <input type="date" name="on" defaultValue={today} className={`${INPUT_SHAPE} mt-1 block w-full`} />
              </label>
              <label className="block text-sm font-semibold">
                Where, or a note
                <input name="note" maxLength={200} className={`${INPUT_SHAPE} mt-1 block w-full`} />
              </label>
              <Button name="jug" value={jug} disabled={ml <= 0}>
                Handed over
              </Button>
              {actionData?.jug === jug && (
                <p role="alert" className="font-semibold text-hot">
                  {actionData.says}
                </p>
              )}
            </Form>
          </Card>
        ))}
      </div>
      <Card className="mt-4">
        <h2 className="font-bold">Handed over before</h2>
        {gone.length === 0 ? (
          <p className="mt-2 text-quiet">
            Nothing yet. A bottle that is emptied, and what a one-shot run leaves, goes into its jug above; a jug that is taken away is
            listed here.
          </p>
        ) : (
          <ul className="mt-1 divide-y divide-line">
            {gone.map((each) => (
              <li key={each.id} className="flex flex-wrap items-center justify-between gap-x-4 py-1.5">
                <span>
                  {dayAndYear(each.on)}, {JUG_WORDS[each.jug].name.toLowerCase()}
                  {each.note && <span className="text-quiet"> {each.note}</span>}
                </span>
                <span className="flex items-center gap-4">
                  <span className="figure">{showVolume(each.ml, volume)}</span>
                  <Form method="post" className="no-print">
                    <input type="hidden" name="intent" value="undo" />
                    <button name="handOver" value={each.id} className="min-h-11 underline">
                      Take it back
                    </button>
                  </Form>
                </span>
              </li>
            ))}
          </ul>
        )}
      </Card>
    </>
  );
}
