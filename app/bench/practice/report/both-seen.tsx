import type { ReactNode } from 'react';
import type { HabitSeen } from '../../../../core/practice/two-habits.ts';
import { showDuration } from '../../../../core/units/duration.ts';
import { showTemperature } from '../../../../core/units/temperature.ts';
import { TemperatureScale } from '../../../ui/charts/temperature-scale.tsx';
import { Trace, TRACE_HEIGHT, TRACE_WIDTH, TRACE_MARGIN } from '../../../ui/charts/trace.tsx';
import { useUnits } from '../../../ui/forms/units.ts';

interface BothSeenProps {
  readonly names: readonly [string, string];
  readonly seen: readonly [HabitSeen, HabitSeen];
}

/** Told apart by their dashes first. */
const LOOKS = [
  { stroke: '#2a5db0', dash: '10 6' },
  { stroke: '#b1285c', dash: undefined },
] as const;

/** Two habits over one another: the tank's temperature, what the film got by and by, and both in figures. */
export function BothSeen({ names, seen }: BothSeenProps) {
  const { temperature } = useUnits();
  const show = (c: number) => showTemperature(c, temperature);
  return (
    <>
      <TankThrough names={names} seen={seen} />
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
            <Row
              key={name}
              of={`${name}: what the film got`}
              seen={seen}
              shows={(each) => `${Math.round((each.developers[i]?.share ?? 0) * 100)} %`}
            />
          ))}
          <Row of="Developer in the tank" seen={seen} shows={(each) => `${show(each.lowC)} to ${show(each.highC)}`} />
          <Row of="From the first pour to the last end" seen={seen} shows={(each) => showDuration(Math.round(each.totalS))} />
        </tbody>
      </table>
    </>
  );
}

function Row({ of, seen, shows }: Pick<BothSeenProps, 'seen'> & { readonly of: string; readonly shows: (each: HabitSeen) => ReactNode }) {
  return (
    <tr className="border-t border-line">
      <th scope="row" className="py-1.5 text-left font-normal">
        {of}
      </th>
      {seen.map((each, n) => (
        <td key={n} className="figure pl-4 text-right">
          {shows(each)}
        </td>
      ))}
    </tr>
  );
}

const isDeveloped = ({ developers }: HabitSeen, bath: { readonly name: string }) => developers.some(({ name }) => name === bath.name);

function TankThrough({ names, seen }: BothSeenProps) {
  const { temperature } = useUnits();
  const show = (c: number) => showTemperature(c, temperature);
  const all = seen.flatMap(({ trace }) => trace.flatMap(({ tankC }) => (tankC === null ? [] : [tankC])));
  const [low, high] = [Math.floor(Math.min(...all)), Math.ceil(Math.max(...all))];
  const lastS = Math.max(...seen.map(({ totalS }) => totalS));
  const developers = seen[1].baths.filter((bath) => isDeveloped(seen[1], bath));
  const told = names.map((name, i) => `${name}: developer from ${show(seen[i]?.lowC ?? 0)} to ${show(seen[i]?.highC ?? 0)}`);
  return (
    <figure>
      <TemperatureScale lowC={low} highC={high} margin={TRACE_MARGIN} from="0:00" to={showDuration(Math.round(lastS))}>
        <Trace
          label={`The tank through the run. ${told.join('. ')}.`}
          className="h-60 w-full rounded border border-line bg-white"
          lines={seen.map(({ trace }, i) => ({ points: trace.map(({ atS, tankC }) => ({ x: atS, y: tankC })), ...LOOKS[i === 0 ? 0 : 1] }))}
          fromX={0}
          toX={lastS}
          low={low}
          high={high}
          behind={({ x }) =>
            developers.map(({ id, fromS, toS }) => (
              <rect key={id} x={x(fromS)} width={x(toS) - x(fromS)} y={0} height={TRACE_HEIGHT} fill="#e6f0ed" />
            ))
          }
        />
      </TemperatureScale>
      <figcaption className="mt-1 flex flex-wrap gap-x-6 text-sm text-quiet">
        {names.map((name, i) => {
          const { stroke, dash } = LOOKS[i === 0 ? 0 : 1];
          return (
            <span key={name} className="flex items-center gap-2">
              <svg aria-hidden width={34} height={8}>
                <line x1={0} x2={34} y1={4} y2={4} stroke={stroke} strokeDasharray={dash} strokeWidth={3} />
              </svg>
              {name}
            </span>
          );
        })}
        <span className="ml-auto">shaded: {developers.map(({ name }) => name.toLowerCase()).join(' and ')}</span>
      </figcaption>
    </figure>
  );
}

/** What the film has got by and by, up to where its developers end: the line across is what it should have. */
function Given({ names, seen }: BothSeenProps) {
  const lastS = Math.max(...seen.map((each) => each.baths.findLast((bath) => isDeveloped(each, bath))?.toS ?? 1));
  const most = Math.max(1, ...seen.flatMap(({ trace }) => trace.map(({ given }) => given)));
  const told = names.map((name, i) => `${name}: ${Math.round((seen[i]?.trace.at(-1)?.given ?? 0) * 100)} %`);
  return (
    <figure className="mt-4">
      <Trace
        label={`What the film got by the end of its development. ${told.join('. ')}.`}
        className="h-28 w-full rounded border border-line bg-white"
        lines={seen.map(({ trace }, i) => ({
          points: trace.filter(({ atS }) => atS <= lastS).map(({ atS, given }) => ({ x: atS, y: given })),
          ...LOOKS[i === 0 ? 0 : 1],
        }))}
        fromX={0}
        toX={lastS}
        low={0}
        high={most}
        behind={({ y }) => <line x1={0} x2={TRACE_WIDTH} y1={y(1)} y2={y(1)} stroke="#12776d" vectorEffect="non-scaling-stroke" />}
      />
      <figcaption className="mt-1 text-sm text-quiet">
        What the film has got, to the end of development (<span className="figure">{showDuration(Math.round(lastS))}</span>). The line
        across is what it should have.
      </figcaption>
    </figure>
  );
}
