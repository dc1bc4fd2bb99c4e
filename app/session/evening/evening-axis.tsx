import type { EveningRun } from '../../../core/schedule/evening.ts';
import type { RunClock } from '../../../core/schedule/session-clock.ts';
import { bathTexture } from '../../ui/bath-texture.ts';
import { Card } from '../../ui/parts.tsx';

interface AxisProps {
  readonly runs: readonly EveningRun[];
  readonly clock: readonly RunClock[];
  /** `19:30` for every quarter hour that is marked, with its instant; worked out on the server, in its time zone. */
  readonly ticks: readonly { readonly atMs: number; readonly label: string }[];
  /** By run; null for one that cannot be done and has no place on the clock. */
  readonly times: readonly ({ readonly warm: string; readonly load: string; readonly pour: string; readonly hung: string } | null)[];
}

/** All runs on one time axis: warming, loading, baths, hanging, overlapping as they really do. */
export function EveningAxis({ runs, clock, ticks, times }: AxisProps) {
  const fromMs = Math.min(...clock.map((run) => Math.min(run.warmFromMs, run.loadFromMs)));
  const toMs = Math.max(...clock.map((run) => run.hungMs));
  if (!Number.isFinite(fromMs) || toMs <= fromMs) return null;
  const places = runs.flatMap((run, i) => (run.plan.ok ? [i] : []));
  const at = (ms: number) => `${((ms - fromMs) / (toMs - fromMs)) * 100}%`;
  const width = (from: number, to: number) => `${(Math.max(0, to - from) / (toMs - fromMs)) * 100}%`;
  return (
    <Card aria-labelledby="evening-axis">
      <h2 id="evening-axis" className="mb-2 font-bold">
        The clock of the evening
      </h2>
      <div className="relative pb-6">
        {ticks.map((tick) => (
          <div key={tick.atMs} aria-hidden className="absolute top-0 bottom-0 border-l border-line" style={{ left: at(tick.atMs) }}>
            <span className="figure absolute bottom-0 -translate-x-1/2 bg-card px-1 text-sm text-quiet">{tick.label}</span>
          </div>
        ))}
        {clock.map((run, k) => {
          const i = places[k] ?? k;
          const plan = runs[i]?.plan;
          const when = times[i];
          return (
            <div
              key={run.firstPourMs}
              className="relative mb-2 h-11"
              role="img"
              aria-label={
                when
                  ? `Run ${i + 1}: warm from ${when.warm}, load at ${when.load}, first pour ${when.pour}, hung up by ${when.hung}`
                  : `Run ${i + 1}`
              }
            >
              {run.firstPourMs > run.warmFromMs && (
                <div
                  className="absolute bottom-0 h-3 rounded-sm border border-hot bg-hot-wash"
                  style={{ left: at(run.warmFromMs), width: width(run.warmFromMs, run.firstPourMs) }}
                />
              )}
              <div
                className="absolute top-1 h-6 rounded-sm border border-ink bg-ink"
                style={{ left: at(run.loadFromMs), width: width(run.loadFromMs, run.firstPourMs) }}
              />
              {plan?.ok &&
                plan.value.steps.map((step, s) => (
                  <div
                    key={step.bath + String(s)}
                    className={`${bathTexture(step.kind)} absolute top-0 h-8 border-r border-card`}
                    style={{ left: at(run.firstPourMs + step.startS * 1000), width: width(0, step.seconds * 1000) }}
                  />
                ))}
              <div
                className="absolute top-1 h-6 rounded-sm border border-[#8aa39e]"
                style={{ left: at(run.endMs), width: width(run.endMs, run.hungMs) }}
              />
            </div>
          );
        })}
      </div>
      <ul className="mt-2 grid gap-x-4 gap-y-1 text-[0.95rem] sm:grid-cols-2">
        {times.map(
          (when, i) =>
            when && (
              <li key={when.pour + String(i)}>
                <span className="font-semibold">Run {i + 1}</span>: load <span className="figure">{when.load}</span>, pour{' '}
                <span className="figure font-semibold text-teal">{when.pour}</span>, hung <span className="figure">{when.hung}</span>
              </li>
            ),
        )}
      </ul>
      <p className="mt-2 text-sm text-quiet">Red: bottles warming. Dark: loading, in darkness. Then the baths, and hanging.</p>
    </Card>
  );
}
