import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import { useEffect, useState } from 'react';
import type { StepKind } from '../../../../core/kit/kind.ts';
import type { Tape } from '../../../../core/practice/tape.ts';
import { showDuration } from '../../../../core/units/duration.ts';
import { showTemperature } from '../../../../core/units/temperature.ts';
import { TemperatureScale } from '../../../ui/charts/temperature-scale.tsx';
import { Trace, TRACE_HEIGHT, TRACE_MARGIN } from '../../../ui/charts/trace.tsx';
import { useUnits } from '../../../ui/forms/units.ts';
import { Strip } from '../../../ui/strip/strip.tsx';

interface ReplayProps {
  readonly tape: Tape;
  readonly steps: readonly { readonly id: string; readonly kind: StepKind; readonly name: string }[];
}

/** However long it was, it is seen again in this time. */
const PLAYS_IN_MS = 24_000;
const FRAME_MS = 80;

/** A practice as a strip that is run through again: where the tank was, what was read, which turns were made. */
export function Replay({ tape, steps }: ReplayProps) {
  const [at, setAt] = useState(0);
  const [plays, setPlays] = useState(false);
  const { temperature } = useUnits();
  const lastMs = tape.toMs - tape.fromMs;
  useEffect(() => {
    if (!plays) return;
    const timer = setInterval(() => setAt((before) => Math.min(lastMs, before + (lastMs * FRAME_MS) / PLAYS_IN_MS)), FRAME_MS);
    return () => clearInterval(timer);
  }, [plays, lastMs]);
  const over = at >= lastMs;
  const atMs = tape.fromMs + at;
  const index = Math.max(
    0,
    tape.baths.findLastIndex((bath) => bath.startMs <= atMs),
  );
  const bath = tape.baths[index];
  const here = tape.trace.findLast((point) => point.atMs <= atMs) ?? null;
  return (
    <section aria-labelledby="replay">
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h2 id="replay" className="text-lg font-bold">
          Seen again
        </h2>
        <button
          type="button"
          className="inline-flex min-h-11 items-center gap-2 rounded-card border border-[#8aa39e] px-4 font-semibold"
          onClick={() => {
            if (over) setAt(0);
            setPlays(over || !plays);
          }}
        >
          {plays && !over ? <Pause aria-hidden size={18} /> : <Play aria-hidden size={18} />} {plays && !over ? 'Stop' : 'Play'}
        </button>
        <input
          type="range"
          aria-label="Moment of the practice"
          aria-valuetext={`${showDuration(Math.round(at / 1000))}, ${steps.find(({ id }) => id === bath?.id)?.name ?? ''}`}
          min={0}
          max={Math.round(lastMs / 1000)}
          value={Math.round(at / 1000)}
          onChange={(event) => {
            setPlays(false);
            setAt(Number(event.target.value) * 1000);
          }}
          className="h-11 min-w-40 grow accent-petrol"
        />
        <p className="figure w-44 text-right">
          {showDuration(Math.round(at / 1000))}
          {here !== null && here.tankC !== null && <> · {showTemperature(here.tankC, temperature)}</>}
        </p>
      </div>
      <Strip
        steps={tape.baths.map(({ id, startMs, endMs }) => {
          const step = steps.find((each) => each.id === id);
          return { id, kind: step?.kind ?? 'wash', name: step?.name ?? id, seconds: Math.max(1, Math.round((endMs - startMs) / 1000)) };
        })}
        level={bath ? { index, share: (atMs - bath.startMs) / Math.max(1, bath.endMs - bath.startMs) } : null}
      />
      {tape.trace.length > 0 && <Course tape={tape} atMs={atMs} />}
    </section>
  );
}

/** How much of all baths is behind at an instant: the picture stands under the strip, which leaves out what lies between. */
function shareOfBaths({ baths }: Tape, ms: number): number {
  const behind = baths.reduce((sum, { startMs, endMs }) => sum + Math.min(Math.max(0, ms - startMs), endMs - startMs), 0);
  return (
    behind /
    Math.max(
      1,
      baths.reduce((sum, { startMs, endMs }) => sum + endMs - startMs, 0),
    )
  );
}

/** Where the tank truly was, the readings that were taken of it, and the turns: filled where pressed, open where not. */
function Course({ tape, atMs }: { readonly tape: Tape; readonly atMs: number }) {
  const { temperature } = useUnits();
  const show = (c: number) => showTemperature(c, temperature);
  const inTank = tape.readings.filter((reading) => reading.of === 'tank' && reading.atMs >= tape.fromMs);
  const all = [...tape.trace.flatMap(({ tankC }) => (tankC === null ? [] : [tankC])), ...inTank.map(({ c }) => c)];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const [low, high] = [Math.floor(least - 0.3), Math.ceil(most + 0.3)];
  const at = (ms: number) => shareOfBaths(tape, ms);
  return (
    <figure className="mt-3">
      <TemperatureScale lowC={low} highC={high} margin={TRACE_MARGIN}>
        <Trace
          label={`The tank went from ${show(all[0] ?? 0)} between ${show(least)} and ${show(most)}.`}
          className="h-32 w-full border-y border-line"
          lines={[{ points: tape.trace.map(({ atMs: ms, tankC }) => ({ x: at(ms), y: tankC })), stroke: '#12776d' }]}
          fromX={0}
          toX={1}
          low={low}
          high={high}
          before={({ x, y }) => (
            <>
              {inTank.map((reading) => (
                // A line without length: a circle would be drawn out with the picture.
                <path
                  key={reading.atMs}
                  d={`M${x(at(reading.atMs))} ${y(reading.c)}h0`}
                  stroke="#0b2b30"
                  strokeWidth={9}
                  strokeLinecap="round"
                  vectorEffect="non-scaling-stroke"
                />
              ))}
              {tape.beats.map((beat) => (
                <rect
                  key={beat.atMs}
                  x={x(at(beat.atMs)) - 1.5}
                  y={TRACE_HEIGHT - 14}
                  width={3}
                  height={14}
                  fill={beat.kept ? '#0b2b30' : '#fbfcfa'}
                  stroke="#0b2b30"
                  vectorEffect="non-scaling-stroke"
                />
              ))}
              <line
                x1={x(at(atMs))}
                x2={x(at(atMs))}
                y1={0}
                y2={TRACE_HEIGHT}
                stroke="#b1285c"
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
              />
            </>
          )}
        />
      </TemperatureScale>
      <figcaption className="flex flex-wrap justify-between gap-x-4 text-sm text-quiet">
        <span>
          The tank as it truly was, <span className="figure">{show(low)}</span> to <span className="figure">{show(high)}</span>; dots are
          what you read.
        </span>
        <span>Marks below: turns, filled where you pressed.</span>
      </figcaption>
    </figure>
  );
}
