import type { ChartConfiguration } from 'chart.js';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { ChartCanvas } from '../../ui/charts/chart-canvas.tsx';

interface ChartedRun {
  readonly runId: string;
  readonly title: string;
  readonly day: string;
  /** Null where it was not measured. */
  readonly value: number | null;
  /** It gives a signal: drawn as a ring. */
  readonly signals?: boolean;
}

interface RunsChartProps {
  readonly runs: readonly ChartedRun[];
  /** What is as it should be; null where nothing says so. */
  readonly band: readonly [low: number, high: number] | null;
  readonly centre?: number | null;
  /** Digits behind the point, and what stands behind them. */
  readonly digits: number;
  readonly unit?: string;
  readonly className: string;
  /** The same for whoever cannot see it. */
  readonly says: string;
}

/** One figure of each run, in their order; a press on a point opens its run. */
export function RunsChart({ runs, band, centre = null, digits, unit = '', className, says }: RunsChartProps) {
  const navigate = useNavigate();
  const [low, high] = band ?? [null, null];
  const of = useMemo(() => {
    const open = (at: number) => void navigate(`/logbook/${runs[at]?.runId ?? ''}`);
    return configuration(runs, { low, high, centre }, digits, unit, open);
  }, [runs, low, high, centre, digits, unit, navigate]);
  return <ChartCanvas of={of} className={`mt-2 ${className}`} says={says} pressable />;
}

const [INK, QUIET, TEAL, HOT, BAND] = ['#0b2b30', '#47656a', '#12776d', '#b1285c', 'rgba(18, 119, 109, 0.09)'];
const font = { family: 'Atkinson Hyperlegible Next', size: 13 };
const figures = { ...font, family: 'Atkinson Hyperlegible Mono' };

interface Levels {
  readonly low: number | null;
  readonly high: number | null;
  readonly centre: number | null;
}

function configuration(
  runs: readonly ChartedRun[],
  { low, high, centre }: Levels,
  digits: number,
  unit: string,
  open: (at: number) => void,
): ChartConfiguration<'line', (number | null)[]> {
  const level = (value: number | null, look: object) =>
    value === null ? [] : [{ data: runs.map(() => value), borderWidth: 1.5, pointRadius: 0, pointHitRadius: 0, ...look }];
  const shown = (value: number | string | null) => `${Number(value ?? 0).toFixed(digits)}${unit && ` ${unit}`}`;
  const each = <T,>(plain: T, signalling: T) => runs.map(({ signals }) => (signals ? signalling : plain));
  return {
    type: 'line',
    data: {
      labels: runs.map(({ day }) => day),
      datasets: [
        ...level(high, { borderColor: TEAL, borderDash: [6, 4], fill: '+1', backgroundColor: BAND }),
        ...level(low, { borderColor: TEAL, borderDash: [6, 4] }),
        ...level(centre, { borderColor: INK, borderWidth: 1 }),
        {
          label: 'run',
          data: runs.map(({ value }) => value),
          borderColor: INK,
          borderWidth: 2,
          spanGaps: true,
          pointRadius: each(4.5, 7),
          pointHoverRadius: 8,
          pointBorderWidth: each(1, 3),
          pointBorderColor: each(INK, HOT),
          pointBackgroundColor: each(INK, '#fff'),
          order: -1,
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      onClick: (_event, hits) => hits[0] && open(hits[0].index),
      interaction: { mode: 'nearest', intersect: false, axis: 'x' },
      scales: {
        x: { ticks: { color: QUIET, font, maxRotation: 0, autoSkip: true }, grid: { display: false } },
        y: { grace: '12%', ticks: { color: QUIET, font: figures, maxTicksLimit: 6, callback: shown } },
      },
      plugins: {
        tooltip: {
          filter: ({ dataset }) => dataset.label === 'run',
          callbacks: { title: (items) => runs[items[0]?.dataIndex ?? 0]?.title ?? '', label: ({ parsed }) => shown(parsed.y) },
        },
      },
    },
  };
}
