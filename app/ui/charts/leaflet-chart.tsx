import type { ChartConfiguration } from 'chart.js';
import { useMemo } from 'react';
import type { LeafletPoint } from '../../../core/kit/kit.ts';
import { leafletRange, leafletSeconds } from '../../../core/timing/leaflet-curve.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { fahrenheitFromCelsius, showTemperature } from '../../../core/units/temperature.ts';
import { useUnits } from '../forms/units.ts';
import { ChartCanvas } from './chart-canvas.tsx';

const CURVE_STEPS = 48;

interface LeafletChartProps {
  readonly points: readonly LeafletPoint[];
  readonly tempC: number;
  /** The step's time over the leaflet's at the same temperature: wear and push lift the whole curve. */
  readonly lift: number;
  readonly name: string;
}

/** A bath's leaflet curve with its printed points, and where this step stands on it. */
export function LeafletChart({ points, tempC, lift, name }: LeafletChartProps) {
  const { temperature } = useUnits();
  const of = useMemo(() => configuration(points, tempC, lift, temperature), [points, tempC, lift, temperature]);
  const { lowC, highC } = leafletRange(points);
  const here = showDuration(leafletSeconds(points, tempC) * lift);
  return (
    <figure>
      <ChartCanvas
        of={of}
        className="h-52"
        says={`${name}: the leaflet runs from ${showDuration(leafletSeconds(points, lowC))} at ${showTemperature(lowC, temperature)} to ${showDuration(leafletSeconds(points, highC))} at ${showTemperature(highC, temperature)}; this step is ${here} at ${showTemperature(tempC, temperature)}.`}
      />
      <figcaption className="mt-1 text-sm text-quiet">
        Line and dots: the leaflet, fresh. <span className="font-semibold text-hot">Ring</span>: this step, {here}.
      </figcaption>
    </figure>
  );
}

function configuration(
  points: readonly LeafletPoint[],
  tempC: number,
  lift: number,
  unit: 'C' | 'F',
): ChartConfiguration<'line', { x: number; y: number }[]> {
  const { lowC, highC } = leafletRange(points);
  const shown = (c: number) => (unit === 'C' ? c : fahrenheitFromCelsius(c));
  const from = Math.min(lowC, tempC);
  const to = Math.max(highC, tempC);
  const curve = Array.from({ length: CURVE_STEPS + 1 }, (_, i) => {
    const c = from + ((to - from) * i) / CURVE_STEPS;
    return { x: shown(c), y: leafletSeconds(points, c) };
  });
  const figures = { family: "'Atkinson Hyperlegible Mono'", size: 12 };
  const quiet = '#47656a';
  return {
    type: 'line',
    data: {
      datasets: [
        {
          data: [{ x: shown(tempC), y: leafletSeconds(points, tempC) * lift }],
          borderColor: '#b1285c',
          backgroundColor: '#fbfcfa',
          pointRadius: 8,
          pointBorderWidth: 4,
          pointHoverRadius: 8,
        },
        {
          data: points.map((point) => ({ x: shown(point.c), y: point.s })),
          showLine: false,
          backgroundColor: '#12776d',
          pointRadius: 5,
          pointHoverRadius: 6,
        },
        { data: curve, borderColor: '#12776d', borderWidth: 2.5, pointRadius: 0, pointHitRadius: 0 },
        {
          data: [
            { x: shown(tempC), y: 0 },
            { x: shown(tempC), y: leafletSeconds(points, tempC) * lift },
          ],
          borderColor: '#b1285c',
          borderWidth: 1.5,
          borderDash: [4, 4],
          pointRadius: 0,
          pointHitRadius: 0,
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: {
          type: 'linear',
          min: Math.floor(shown(from) - 1),
          max: Math.ceil(shown(to) + 1),
          title: { display: true, text: `°${unit}`, color: quiet, font: figures },
          ticks: { font: figures, color: quiet, stepSize: unit === 'C' ? 2 : 4, maxTicksLimit: 9 },
          grid: { display: false },
        },
        y: {
          beginAtZero: true,
          ticks: { font: figures, color: quiet, maxTicksLimit: 5, stepSize: 120, callback: (value) => showDuration(Number(value)) },
          grid: { color: '#dde6e1' },
        },
      },
      plugins: {
        legend: { display: false },
        tooltip: {
          displayColors: false,
          callbacks: {
            title: () => '',
            label: (item) => `${showDuration(item.parsed.y ?? 0)} at ${(item.parsed.x ?? 0).toFixed(1)} °${unit}`,
          },
        },
      },
    },
  };
}
