import { Select } from '@headlessui/react';
import { Form, useSubmit } from 'react-router';
import type { Heard } from '../../core/probe/heard.ts';
import type { ReadingOf } from '../../core/run/acts/event.ts';
import { showMinutes } from '../../core/units/duration.ts';
import { showTemperature } from '../../core/units/temperature.ts';
import { Button } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';
import { TemperatureScale } from '../ui/charts/temperature-scale.tsx';
import { Trace, type TracePoint, TRACE_MARGIN } from '../ui/charts/trace.tsx';
import { INPUT_SHAPE } from '../ui/forms/input-shape.ts';
import { useUnits } from '../ui/forms/units.ts';

interface ProbeShown {
  readonly name: string;
  readonly reads: ReadingOf | null;
  readonly heard: Heard;
  /** How far its clock is behind, in seconds; null where it is right. */
  readonly behindS: number | null;
  /** Seconds before now, and what came. */
  readonly points: readonly { readonly atS: number; readonly c: number }[];
  readonly setAside: readonly { readonly at: string; readonly c: number; readonly why: string }[];
}

/** One probe: what it says, where it is, its last minutes, and what was not believed. */
export function ProbeCard({
  probe,
  places,
  says,
}: {
  readonly probe: ProbeShown;
  readonly places: readonly { readonly value: ReadingOf; readonly label: string }[];
  readonly says: string | null;
}) {
  const { temperature } = useUnits();
  const submit = useSubmit();
  const { name, reads, heard } = probe;
  // What is not mixed any more stays chosen, and can be seen.
  const options = reads === null || places.some(({ value }) => value === reads) ? places : [...places, { value: reads, label: reads }];
  return (
    <Card aria-labelledby={`probe-${name}`}>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 id={`probe-${name}`} className="text-lg font-bold">
            {name}
          </h2>
          <p className="text-quiet">{inWords(heard)}</p>
          {probe.behindS !== null && (
            <p role="alert" className="font-semibold text-hot">
              It sends now, under times {showMinutes(probe.behindS)} back: set its clock. Until then nothing follows what it says.
            </p>
          )}
        </div>
        {heard.kind !== 'never' && (
          <p className={`figure text-4xl font-semibold ${heard.kind === 'lost' ? 'text-quiet line-through decoration-2' : ''}`}>
            {showTemperature(heard.c, temperature)}
          </p>
        )}
      </div>
      {probe.points.length > 1 && <LastMinutes points={probe.points} />}
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Form method="post" className="flex flex-wrap items-end gap-2" onChange={(event) => void submit(event.currentTarget)}>
          <input type="hidden" name="intent" value="reads" />
          <input type="hidden" name="name" value={name} />
          <label className="font-semibold">
            It is
            <Select name="reads" defaultValue={reads ?? ''} key={reads} className={`${INPUT_SHAPE} mt-1 block font-normal`}>
              <option value="">in nothing yet</option>
              {options.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </Select>
          </label>
          <noscript>
            <Button>Put it there</Button>
          </noscript>
        </Form>
        <Form method="post" className="ml-auto">
          <input type="hidden" name="name" value={name} />
          <Button name="intent" value="away-probe">
            Put away
          </Button>
        </Form>
      </div>
      {says && (
        <p role="alert" className="mt-2 font-semibold text-hot">
          {says}
        </p>
      )}
      {probe.setAside.length > 0 && (
        <details className="mt-3">
          <summary className="min-h-11 cursor-pointer py-2">
            Set aside: {probe.setAside.length === 1 ? 'one reading' : `the last ${probe.setAside.length} readings`}
          </summary>
          <ul className="divide-y divide-line">
            {probe.setAside.map((each, i) => (
              <li key={i} className="grid grid-cols-[5.5rem_1fr] gap-2 py-1.5 text-[0.95rem]">
                <span className="figure">{each.at}</span>
                <span>{each.why}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Card>
  );
}

function inWords(heard: Heard): string {
  switch (heard.kind) {
    case 'never':
      return 'Not heard yet.';
    case 'heard':
      return 'Heard just now.';
    case 'lost':
      return heard.forS < 120 ? `Lost: silent for ${heard.forS} s.` : `Lost: silent for ${Math.round(heard.forS / 60)} min.`;
  }
}

const LASTS_S = 600;
/** A second of silence is drawn; ten are a gap. */
const GAP_S = 10;
const AROUND_C = 0.15;

function LastMinutes({ points }: { readonly points: ProbeShown['points'] }) {
  const { temperature } = useUnits();
  const show = (c: number) => showTemperature(c, temperature);
  const all = points.map(({ c }) => c);
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const line = points.flatMap(({ atS, c }, i): TracePoint[] => {
    const silentS = atS - (points[i - 1]?.atS ?? atS);
    return [...(silentS > GAP_S ? [{ x: atS, y: null }] : []), { x: atS, y: c }];
  });
  return (
    <figure className="mt-2">
      <TemperatureScale lowC={least - AROUND_C} highC={most + AROUND_C} margin={TRACE_MARGIN} from="ten minutes ago" to="now">
        <Trace
          label={`The last ten minutes, from ${show(least)} to ${show(most)}`}
          className="h-24 w-full rounded border border-line bg-white"
          lines={[{ points: line, stroke: '#12776d' }]}
          fromX={-LASTS_S}
          toX={0}
          low={least - AROUND_C}
          high={most + AROUND_C}
        />
      </TemperatureScale>
    </figure>
  );
}
