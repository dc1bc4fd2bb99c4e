import { Form, useSubmit } from 'react-router';
import { celsiusFromFahrenheit, figureOfTemperature, showTemperature } from '../../core/units/temperature.ts';
import { showDuration } from '../../core/units/duration.ts';
import type { HabitSeen } from '../../core/practice/two-habits.ts';
import { usualHabits } from '../run/usual-habits.server.ts';
import { findKit, listKits } from '../server/kits.server.ts';
import { storedUnits } from '../server/settings.server.ts';
import { findTank, listTanks } from '../server/tanks.server.ts';
import { INPUT_SHAPE } from '../ui/fields.tsx';
import { Button, Card, LinkButton, Notice, PageHead, Why } from '../ui/parts.tsx';
import { useUnits } from '../ui/units.ts';
import type { Route } from './+types/two-habits.ts';
import { isQuestion, QUESTION_WORDS, QUESTIONS, twoHabits } from './practice/two-habits.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Two habits side by side · Steady Reel' }];

const ROOM_C = 18;
const [COLDEST_C, WARMEST_C] = [5, 35];

export function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams;
  const named = asked.get('habit');
  const question = isQuestion(named) ? named : 'tank';
  const kits = listKits();
  const kit = kits.find(({ id }) => id === asked.get('kit')) ?? kits.find((each) => each.kit.process === 'C-41') ?? kits[0];
  const tank = findTank(asked.get('tank') ?? '');
  const { temperature } = storedUnits();
  const room = roomAsked(asked.get('room'), temperature === 'F');
  const seen = kit ? twoHabits(question, findKit(kit.id)?.kit ?? kit.kit, tank, room.c, usualHabits()) : null;
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
            <select name="kit" defaultValue={kit} className={`${INPUT_SHAPE} mt-1 block font-normal`}>
              {kits.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
          <label className="font-semibold">
            Tank
            <select name="tank" defaultValue={tank} className={`${INPUT_SHAPE} mt-1 block font-normal`}>
              <option value="">A practice tank</option>
              {tanks.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
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
          <Both names={words.habits} seen={seen} />
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

const WIDTH = 1000;
const HEIGHT = 240;
const LOOKS = [
  { stroke: '#2a5db0', dash: '10 6' },
  { stroke: '#b1285c', dash: undefined },
] as const;

/** Both over one another: the tank's temperature through all baths, and what came of it. */
function Both({ names, seen }: { readonly names: readonly [string, string]; readonly seen: readonly [HabitSeen, HabitSeen] }) {
  const { temperature } = useUnits();
  const show = (c: number) => showTemperature(c, temperature);
  const all = seen.flatMap(({ trace }) => trace.flatMap(({ tankC }) => (tankC === null ? [] : [tankC])));
  const low = Math.floor(Math.min(...all));
  const high = Math.ceil(Math.max(...all));
  const lastS = Math.max(...seen.map(({ totalS }) => totalS));
  const x = (s: number) => (s / lastS) * WIDTH;
  const y = (c: number) => HEIGHT - 8 - ((c - low) / Math.max(1, high - low)) * (HEIGHT - 16);
  const developer = seen[1].baths.find(({ name }) => seen[1].developers.some((each) => each.name === name));
  return (
    <>
      <figure>
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          className="h-60 w-full rounded border border-line bg-white"
          role="img"
          aria-label={`The tank through the run. ${names.map((name, i) => `${name}: developer from ${show(seen[i]?.lowC ?? 0)} to ${show(seen[i]?.highC ?? 0)}`).join('. ')}.`}
        >
          {developer && <rect x={x(developer.fromS)} width={x(developer.toS) - x(developer.fromS)} y={0} height={HEIGHT} fill="#e6f0ed" />}
          {seen.map(({ trace }, i) =>
            pieces(trace).map((line, n) => (
              <polyline
                key={`${i} ${n}`}
                points={line.map(({ atS, tankC }) => `${x(atS).toFixed(1)},${y(tankC).toFixed(1)}`).join(' ')}
                fill="none"
                stroke={LOOKS[i]?.stroke}
                strokeDasharray={LOOKS[i]?.dash}
                strokeWidth={2.5}
                vectorEffect="non-scaling-stroke"
              />
            )),
          )}
        </svg>
        <figcaption className="mt-1 flex flex-wrap gap-x-6 text-sm text-quiet">
          {names.map((name, i) => (
            <span key={name} className="flex items-center gap-2">
              <svg aria-hidden width={34} height={8}>
                <line x1={0} x2={34} y1={4} y2={4} stroke={LOOKS[i]?.stroke} strokeDasharray={LOOKS[i]?.dash} strokeWidth={3} />
              </svg>
              {name}
            </span>
          ))}
          <span className="ml-auto">
            <span className="figure">{show(low)}</span> to <span className="figure">{show(high)}</span>; shaded:{' '}
            {developer?.name.toLowerCase() ?? 'developer'}
          </span>
        </figcaption>
      </figure>
      <Given names={names} seen={seen} />
      <table className="mt-4 w-full max-w-2xl">
        <thead>
          <tr className="text-left text-sm text-quiet">
            <th className="font-normal"></th>
            {names.map((name) => (
              <th key={name} scope="col" className="pl-4 text-right font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {seen[0].developers.map(({ name }, i) => (
            <tr key={name} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-normal">
                {name}: what the film got
              </th>
              {seen.map((each, n) => (
                <td key={n} className="figure pl-4 text-right">
                  {Math.round((each.developers[i]?.share ?? 0) * 100)} %
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-t border-line">
            <th scope="row" className="py-1.5 text-left font-normal">
              Developer in the tank
            </th>
            {seen.map((each, n) => (
              <td key={n} className="figure pl-4 text-right">
                {show(each.lowC)} to {show(each.highC)}
              </td>
            ))}
          </tr>
          <tr className="border-t border-line">
            <th scope="row" className="py-1.5 text-left font-normal">
              From the first pour to the last end
            </th>
            {seen.map((each, n) => (
              <td key={n} className="figure pl-4 text-right">
                {showDuration(Math.round(each.totalS))}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </>
  );
}

/** Lines, broken where the tank is empty. */
function pieces(trace: HabitSeen['trace']): { readonly atS: number; readonly tankC: number }[][] {
  const lines: { readonly atS: number; readonly tankC: number }[][] = [[]];
  for (const { atS, tankC } of trace) {
    if (tankC === null) lines.push([]);
    else lines.at(-1)?.push({ atS, tankC });
  }
  return lines.filter((line) => line.length > 1);
}

const GIVEN_HEIGHT = 110;

/** What the film has got by and by, up to where its developers end: the line at the top is what it should have. */
function Given({ names, seen }: { readonly names: readonly [string, string]; readonly seen: readonly [HabitSeen, HabitSeen] }) {
  const ends = seen.map(({ baths, developers }) => baths.findLast(({ name }) => developers.some((each) => each.name === name))?.toS ?? 1);
  const lastS = Math.max(...ends);
  const most = Math.max(1, ...seen.flatMap(({ trace }) => trace.map(({ given }) => given)));
  const y = (given: number) => GIVEN_HEIGHT - 4 - (given / most) * (GIVEN_HEIGHT - 12);
  const end = (i: number) => Math.round((seen[i]?.trace.at(-1)?.given ?? 0) * 100);
  return (
    <figure className="mt-4">
      <svg
        viewBox={`0 0 ${WIDTH} ${GIVEN_HEIGHT}`}
        preserveAspectRatio="none"
        className="h-28 w-full rounded border border-line bg-white"
        role="img"
        aria-label={`What the film got by the end of its development. ${names.map((name, i) => `${name}: ${end(i)} %`).join('. ')}.`}
      >
        <line x1={0} x2={WIDTH} y1={y(1)} y2={y(1)} stroke="#12776d" vectorEffect="non-scaling-stroke" />
        {seen.map(({ trace }, i) => (
          <polyline
            key={i}
            points={trace
              .filter(({ atS }) => atS <= lastS)
              .map(({ atS, given }) => `${((atS / lastS) * WIDTH).toFixed(1)},${y(given).toFixed(1)}`)
              .join(' ')}
            fill="none"
            stroke={LOOKS[i]?.stroke}
            strokeDasharray={LOOKS[i]?.dash}
            strokeWidth={2.5}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <figcaption className="mt-1 text-sm text-quiet">
        What the film has got, to the end of development (<span className="figure">{showDuration(Math.round(lastS))}</span>). The line
        across is what it should have.
      </figcaption>
    </figure>
  );
}
