import type { ChartConfiguration } from 'chart.js';
import { useMemo } from 'react';
import { ChartCanvas } from '../../ui/charts/chart-canvas.tsx';

export interface MonthShown {
  readonly label: string;
  readonly rolls: number;
  /** In whole units of money; null in a month without a roll. */
  readonly perRoll: number | null;
}

/** Rolls as bars, what a roll cost as a line, month by month. The table below says the same in words. */
export function CostChart({ months, says }: { readonly months: readonly MonthShown[]; readonly says: string }) {
  const of = useMemo(() => configuration(months), [months]);
  return <ChartCanvas of={of} className="h-64" says={says} />;
}

const INK = '#47656a';
const font = { family: 'Atkinson Hyperlegible Next', size: 13 };

function configuration(months: readonly MonthShown[]): ChartConfiguration<'bar' | 'line', (number | null)[]> {
  return {
    type: 'bar',
    data: {
      labels: months.map((month) => month.label),
      datasets: [
        {
          type: 'line',
          label: 'A roll’s cost',
          yAxisID: 'cost',
          data: months.map((month) => month.perRoll),
          borderColor: '#b1285c',
          backgroundColor: '#b1285c',
          pointRadius: 4,
          pointStyle: 'rectRot',
          spanGaps: true,
        },
        {
          type: 'bar',
          label: 'Rolls',
          yAxisID: 'rolls',
          data: months.map((month) => month.rolls),
          backgroundColor: '#12776d',
          maxBarThickness: 44,
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: { grid: { display: false }, ticks: { color: INK, font } },
        rolls: {
          position: 'left',
          beginAtZero: true,
          ticks: { precision: 0, color: INK, font },
          title: { display: true, text: 'rolls', color: INK, font },
        },
        cost: {
          position: 'right',
          beginAtZero: true,
          grid: { drawOnChartArea: false },
          ticks: { color: INK, font },
          title: { display: true, text: 'a roll’s cost', color: INK, font },
        },
      },
    },
  };
}
