import { Select } from '@headlessui/react';
import { Form, useSubmit } from 'react-router';
import { celsiusFromFahrenheit, figureOfTemperature, showTemperature } from '../../../core/units/temperature.ts';
import { usualHabits } from '../../run/evening/usual-habits.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { findFilmKit, listFilmKits } from '../../server/shelf/kits.server.ts';
import { findTank, listTanks } from '../../server/shelf/tanks.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Why } from '../../ui/working.tsx';
import type { Route } from './+types/two-habits.ts';
import { BothSeen } from './report/both-seen.tsx';
import { isQuestion, QUESTION_WORDS, QUESTIONS, twoHabits } from './report/two-habits.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Two habits side by side · Steady Reel' }];

const ROOM_C = 18;
const [COLDEST_C, WARMEST_C] = [5, 35];

export function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams;
  const named = asked.get('habit');
  const question = isQuestion(named) ? named : 'tank';
  const kits = listFilmKits();
  const kit = kits.find(({ id }) => id === asked.get('kit')) ?? kits.find((each) => each.kit.process === 'C-41') ?? kits[0];
  const tank = findTank(asked.get('tank') ?? '');
  const { temperature } = storedUnits();
  const room = roomAsked(asked.get('room'), temperature === 'F');
  const seen = kit ? twoHabits(question, findFilmKit(kit.id)?.kit ?? kit.kit, tank, room.c, usualHabits()) : null;
  return {
    question,
    questions: QUESTIONS.map((id) => ({ id, title: QUESTION_WORDS[id].title })),
    words: QUESTION_WORDS[question],
    kit: kit?.id ?? '',
    kits: kits.map(({ id, kit: each }) => ({ id, name: `${each.name} (${each.process})` })),
    tank: tank?.id ?? '',
    tanks: listTanks().map(({ id, name }) => ({ id, name })),
    roomC: room.c,
    roomSays: room.says,
    seen,
  };
}

/** The room as it was typed, in the person's own unit; what no kitchen is at is said, and stands at the usual. */
function roomAsked(text: string | null, fahrenheit: boolean): { readonly c: number; readonly says: string | null } {
  if (text === null || text.trim() === '') return { c: ROOM_C, says: null };
  const typed = Number(text.trim().replace(',', '.'));
  const c = fahrenheit ? celsiusFromFahrenheit(typed) : typed;
  if (Number.isFinite(c) && c >= COLDEST_C && c <= WARMEST_C) return { c, says: null };
  const unit = fahrenheit ? 'F' : 'C';
  return {
    c: ROOM_C,
    says: `A room from ${showTemperature(COLDEST_C, unit)} to ${showTemperature(WARMEST_C, unit)}; shown is ${showTemperature(ROOM_C, unit)}.`,
  };
}

export default function TwoHabits({ loaderData }: Route.ComponentProps) {
  const { question, questions, words, kit, kits, tank, tanks, roomC, roomSays, seen } = loaderData;
  const { temperature } = useUnits();
  const submit = useSubmit();
  return (
    <>
      <PageHead title="Two habits side by side">
        One kitchen, one kit, everything else alike, gone through by the clock with nothing read.
      </PageHead>
      <Form onChange={(event) => void submit(event.currentTarget, { preventScrollReset: true })} className="mb-4">
        <fieldset className="flex flex-wrap gap-2">
          <legend className="sr-only">Which habit</legend>
          {questions.map((each) => (
            <label
              key={each.id}
              className="flex min-h-11 cursor-pointer items-center gap-2 rounded-card border border-[#8aa39e] bg-card px-3 has-[:checked]:border-petrol has-[:checked]:bg-petrol has-[:checked]:font-bold has-[:checked]:text-white"
            >
              <input type="radio" name="habit" value={each.id} defaultChecked={each.id === question} className="accent-straw" />
              {each.title}
            </label>
          ))}
        </fieldset>
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <label className="font-semibold">
            Kit
            <Select name="kit" defaultValue={kit} className={`${INPUT_SHAPE} mt-1 block font-normal`}>
              {kits.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </Select>
          </label>
          <label className="font-semibold">
            Tank
            <Select name="tank" defaultValue={tank} className={`${INPUT_SHAPE} mt-1 block font-normal`}>
              <option value="">A practice tank</option>
              {tanks.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </Select>
          </label>
          <label className="font-semibold">
            Room, °{temperature}
            <input
              name="room"
              inputMode="decimal"
              defaultValue={figureOfTemperature(roomC, temperature)}
              className={`${INPUT_SHAPE} mt-1 block w-28 font-normal`}
              autoComplete="off"
            />
          </label>
          <Button>Compare</Button>
        </div>
        {roomSays && (
          <p role="alert" className="mt-1 text-sm font-semibold text-hot">
            {roomSays}
          </p>
        )}
      </Form>
      {seen ? (
        <Card>
          <p className="mb-3 max-w-prose">
            {words.says} <Why rule={question === 'rinse' ? 'order' : 'tank'} />
          </p>
          <BothSeen names={words.habits} seen={seen} />
        </Card>
      ) : (
        <Notice>This kit has no plan for one roll in this tank.</Notice>
      )}
      <div className="mt-4">
        <LinkButton to="/practice">Practise it yourself</LinkButton>
      </div>
    </>
  );
}
