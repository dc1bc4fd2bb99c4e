import { cooledC } from '../../../core/heat/bath/cooling.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunningStep } from '../../../core/run/state/now.ts';
import type { ActualStep } from '../../../core/run/state/state.ts';
import { predictedC } from '../../../core/run/state/tank-now.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { TemperatureScale } from '../../ui/charts/temperature-scale.tsx';
import { useUnits } from '../../ui/forms/units.ts';

interface TraceProps {
  readonly plan: RunPlan;
  readonly step: PlannedStep;
  readonly actual: ActualStep | null;
  readonly running: RunningStep;
  readonly nowMs: number;
}

const WIDTH = 270;
const HEIGHT = 84;
const COURSE_POINTS = 24;

/** Readings over the step, the range behind them, and the course they would take as the tank cools. */
export function TemperatureTrace({ plan, step, actual, running, nowMs }: TraceProps) {
  const readings = actual?.readings ?? [];
  const last = readings.at(-1);
  const { temperature } = useUnits();
  const place = plan.steps.indexOf(step);
  const endsAtMs = Math.max(running.endsAtMs, running.startMs + 1000);
  // Dotted, what the pour foretells; a reading replaces it (domain.md 8.1).
  const foretold =
    predictedC(plan, place, 0) === null
      ? []
      : Array.from({ length: COURSE_POINTS + 1 }, (_, i) => {
          const atMs = running.startMs + ((endsAtMs - running.startMs) * i) / COURSE_POINTS;
          return { atMs, c: predictedC(plan, place, (atMs - running.startMs) / 1000) ?? step.temperatureC };
        });
  if (!last && foretold.length === 0)
    return (
      <p className="mt-2 text-sm text-night-quiet">
        A reading moves the finish so that the development stays the same. Type the figure, then Enter.
      </p>
    );
  const span = Math.max(endsAtMs, last?.atMs ?? 0) - running.startMs || 1;
  const { surroundings } = plan;
  const course = !last
    ? []
    : surroundings
      ? Array.from({ length: COURSE_POINTS + 1 }, (_, i) => {
          const atMs = last.atMs + ((running.endsAtMs - last.atMs) * i) / COURSE_POINTS;
          return { atMs, c: cooledC(last.c, surroundings.surroundC, surroundings.coolingPerMin, (atMs - last.atMs) / 1000) };
        })
      : [
          { atMs: last.atMs, c: last.c },
          { atMs: Math.max(last.atMs, running.endsAtMs), c: last.c },
        ];
  const all = [
    ...readings.map((reading) => reading.c),
    ...course.map((point) => point.c),
    ...foretold.map((point) => point.c),
    step.temperatureC,
    ...(step.range ? [step.range.lowC, step.range.highC] : []),
  ];
  const low = Math.min(...all) - 0.2;
  const high = Math.max(...all) + 0.2;
  const x = (atMs: number) => ((Math.max(atMs, running.startMs) - running.startMs) / span) * WIDTH;
  const y = (c: number) => HEIGHT - ((c - low) / (high - low)) * HEIGHT;
  const line = (points: readonly { readonly atMs: number; readonly c: number }[]) =>
    points.map((point) => `${x(point.atMs).toFixed(1)},${y(point.c).toFixed(1)}`).join(' ');
  return (
    <div className="mt-3">
      <TemperatureScale night lowC={low} highC={high} from="0:00" to={showDuration(Math.round(span / 1000))}>
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          className="w-full"
          role="img"
          aria-label={
            last
              ? `${readings.length} ${readings.length === 1 ? 'reading' : 'readings'}, the last ${showTemperature(last.c, temperature)}`
              : `No reading yet; the tank is expected to go from ${showTemperature(foretold[0]?.c ?? 0, temperature)} to ${showTemperature(foretold.at(-1)?.c ?? 0, temperature)}`
          }
        >
          {step.range && (
            <rect
              x={0}
              width={WIDTH}
              y={y(step.range.highC)}
              height={Math.max(1, y(step.range.lowC) - y(step.range.highC))}
              fill="#17565280"
            />
          )}
          <polyline points={line(foretold)} fill="none" stroke="#a9c3bf" strokeWidth={2} strokeLinecap="round" strokeDasharray="0.1 5" />
          <polyline points={line(readings)} fill="none" stroke="#e9f3ef" strokeWidth={2} />
          <polyline points={line(course)} fill="none" stroke="#a9c3bf" strokeWidth={1.5} strokeDasharray="4 4" />
          {readings.map((reading) => (
            <circle key={reading.atMs} cx={x(reading.atMs)} cy={y(reading.c)} r={3.5} fill="#58d1c0" />
          ))}
          <line x1={x(nowMs)} x2={x(nowMs)} y1={0} y2={HEIGHT} stroke="#f3e37c" strokeWidth={1.5} />
        </svg>
      </TemperatureScale>
    </div>
  );
}
