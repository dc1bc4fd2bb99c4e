import type { EveningRun } from '../../../core/evening/evening.ts';
import type { RunClock } from '../../../core/evening/session-clock.ts';
import type { StepKind } from '../../../core/kit/kind.ts';
import { Card } from '../../ui/card.tsx';
import { bathTexture } from '../../ui/strip/bath-texture.ts';

/** One run on the axis: when it is warmed and loaded for, and each of its baths. */
export interface AxisRow {
  readonly n: number;
  /** What a screen reader says of it. */
  readonly label: string;
  /** Null for a run that has begun: what was before its first pour is behind. */
  readonly before: Pick<RunClock, 'warmFromMs' | 'loadFromMs'> | null;
  readonly baths: readonly { readonly kind: StepKind; readonly startMs: number; readonly endMs: number }[];
  readonly firstPourMs: number;
  readonly endMs: number;
  readonly hungMs: number;
  /** In a line under the axis. */
  readonly times: readonly (readonly [what: string, at: string])[];
}

interface AxisProps {
  readonly rows: readonly AxisRow[];
  /** `19:30` for every quarter hour that is marked, with its instant; worked out on the server, in its time zone. */
  readonly ticks: readonly { readonly atMs: number; readonly label: string }[];
  /** Where the evening is; null for one that has not begun. */
  readonly nowMs: number | null;
}

/** The rows of an evening on paper. A run that cannot be done has no place on the clock. */
export function plannedRows(
  runs: readonly EveningRun[],
  clock: readonly RunClock[],
  times: readonly ({ readonly warm: string; readonly load: string; readonly pour: string; readonly hung: string } | null)[],
  number: (index: number) => number,
): AxisRow[] {
  const places = runs.flatMap((run, i) => (run.plan.ok ? [i] : []));
  return clock.flatMap((run, k): AxisRow[] => {
    const i = places[k] ?? k;
    const plan = runs[i]?.plan;
    const when = times[i];
    if (!plan?.ok || !when) return [];
    return [
      {
        n: number(i),
        label: `Run ${number(i)}: warm from ${when.warm}, load at ${when.load}, first pour ${when.pour}, hung up by ${when.hung}`,
        before: run,
        baths: plan.value.steps.map((step) => ({
          kind: step.kind,
          startMs: run.firstPourMs + step.startS * 1000,
          endMs: run.firstPourMs + (step.startS + step.seconds) * 1000,
        })),
        firstPourMs: run.firstPourMs,
        endMs: run.endMs,
        hungMs: run.hungMs,
        times: [
          ['load', when.load],
          ['pour', when.pour],
          ['hung', when.hung],
        ],
      },
    ];
  });
}

/** All runs on one time axis: warming, loading, baths, hanging, overlapping as they really do. */
export function EveningAxis({ rows, ticks, nowMs }: AxisProps) {
  const fromMs = Math.min(
    ...rows.map((row) => Math.min(row.before?.warmFromMs ?? Infinity, row.before?.loadFromMs ?? Infinity, row.firstPourMs)),
  );
  const toMs = Math.max(...rows.map((row) => row.hungMs));
  if (!Number.isFinite(fromMs) || toMs <= fromMs) return null;
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
        {rows.map((row) => (
          <div key={row.n} className="relative mb-2 h-11" role="img" aria-label={row.label}>
            {row.before && row.firstPourMs > row.before.warmFromMs && (
              <div
                className="absolute bottom-0 h-3 rounded-sm border border-hot bg-hot-wash"
                style={{ left: at(row.before.warmFromMs), width: width(row.before.warmFromMs, row.firstPourMs) }}
              />
            )}
            {row.before && (
              <div
                className="absolute top-1 h-6 rounded-sm border border-ink bg-ink"
                style={{ left: at(row.before.loadFromMs), width: width(row.before.loadFromMs, row.firstPourMs) }}
              />
            )}
            {row.baths.map((bath) => (
              <div
                key={bath.startMs}
                className={`${bathTexture(bath.kind)} absolute top-0 h-8 border-r border-card`}
                style={{ left: at(bath.startMs), width: width(bath.startMs, bath.endMs) }}
              />
            ))}
            <div
              className="absolute top-1 h-6 rounded-sm border border-[#8aa39e]"
              style={{ left: at(row.endMs), width: width(row.endMs, row.hungMs) }}
            />
          </div>
        ))}
        {nowMs !== null && nowMs >= fromMs && nowMs <= toMs && (
          <div
            className="absolute top-0 bottom-5 z-10 w-[3px] -translate-x-1/2 bg-straw-deep outline-1 outline-ink"
            style={{ left: at(nowMs) }}
          >
            <span className="absolute -bottom-5 -translate-x-1/2 rounded bg-ink px-1.5 text-sm font-semibold text-straw">now</span>
          </div>
        )}
      </div>
      <ul className="mt-2 grid gap-x-4 gap-y-1 text-[0.95rem] sm:grid-cols-2">
        {rows.map((row) => (
          <li key={row.n}>
            <span className="font-semibold">Run {row.n}</span>:{' '}
            {row.times.map(([what, when], i) => (
              <span key={what}>
                {i > 0 && ', '}
                {what} <span className={`figure ${what === 'pour' || what === 'poured' ? 'font-semibold text-teal' : ''}`}>{when}</span>
              </span>
            ))}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">Red: bottles warming. Dark: loading, in darkness. Then the baths, and hanging.</p>
    </Card>
  );
}
