import type { ChartConfiguration } from 'chart.js';
import { useMemo } from 'react';
import type { EveningBath } from '../../../core/evening/evening-bath.ts';
import { fahrenheitFromCelsius } from '../../../core/units/temperature.ts';
import { ChartCanvas } from '../../ui/charts/chart-canvas.tsx';
import { useUnits, type Units } from '../../ui/forms/units.ts';

const LINES = ['#0f3d42', '#b1285c', '#2a5db0', '#8a6d00', '#5a3d8a', '#3f6b2a'];

/** The curve of the bath and of every bottle in it. */
export function BathChart({ bath }: { readonly bath: EveningBath }) {
  const { temperature } = useUnits();
  const of = useMemo(() => chartOf(bath, temperature), [bath, temperature]);
  return (
    <figure className="mt-3">
      <ChartCanvas of={of} className="h-48" says={`Bath and ${bath.bottles.length} bottles over four hours`} />
      <figcaption className="mt-1 flex flex-wrap gap-x-4 text-sm text-quiet">
        {['Bath', ...bath.bottles.map((bottle) => bottle.name)].map((name, i) => (
          <span key={name} className="flex items-center gap-1.5">
            <span aria-hidden className="inline-block h-0.5 w-4" style={{ background: LINES[i % LINES.length] }} />
            {name}
          </span>
        ))}
        <span>Dotted: the developer’s range</span>
      </figcaption>
    </figure>
  );
}

function chartOf(bath: EveningBath, unit: Units['temperature']): ChartConfiguration<'line', { x: number; y: number }[]> {
  const shownC = (c: number) => (unit === 'C' ? c : fahrenheitFromCelsius(c));
  const { atS, tubC, bottlesC } = bath.warmUp.trace;
  const shown = atS.filter((s) => s <= Math.max(5400, (bath.readyS.ok ? bath.readyS.value : 0) * 2)).length;
  const line = (values: readonly number[], i: number) => ({
    data: values.slice(0, shown).map((c, k) => ({ x: (atS[k] ?? 0) / 60, y: shownC(c) })),
    borderColor: LINES[i % LINES.length],
    borderWidth: i === 0 ? 1.5 : 2.5,
    pointRadius: 0,
    ...(i === 0 ? { borderDash: [6, 3] } : {}),
  });
  const developer = bath.bottles.find((bottle) => bottle.critical);
  const lastMin = (atS[shown - 1] ?? 0) / 60;
  const level = (c: number) => ({
    data: [
      { x: 0, y: shownC(c) },
      { x: lastMin, y: shownC(c) },
    ],
    borderColor: '#47656a',
    borderWidth: 1,
    borderDash: [1, 4],
    pointRadius: 0,
  });
  const figures = { family: "'Atkinson Hyperlegible Mono'", size: 12 };
  return {
    type: 'line',
    data: {
      datasets: [
        line(tubC, 0),
        ...bottlesC.map((values, i) => line(values, i + 1)),
        ...(developer ? [level(developer.lowC), level(developer.highC)] : []),
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: {
          type: 'linear',
          title: { display: true, text: 'minutes', font: figures, color: '#47656a' },
          ticks: { font: figures, color: '#47656a', maxTicksLimit: 7 },
          grid: { display: false },
        },
        y: {
          title: { display: true, text: `°${unit}`, font: figures, color: '#47656a' },
          ticks: { font: figures, color: '#47656a', maxTicksLimit: 6 },
          grid: { color: '#dde6e1' },
        },
      },
      plugins: { legend: { display: false }, tooltip: { enabled: false } },
    },
  };
}
