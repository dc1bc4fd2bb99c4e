import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartConfiguration,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { ChartCanvas } from '../../ui/charts/chart-canvas.tsx';

Chart.register(BarController, BarElement, LineController, LineElement, PointElement, CategoryScale, LinearScale, Tooltip);

export interface MonthShown {
  readonly label: string;
  readonly rolls: number;
  /** In whole units of money; null in a month without a roll. */
  readonly perRoll: number | null;
}

/** Rolls as bars, what a roll cost as a line, month by month. The table below says the same in words. */
export function CostChart({ months, says }: { readonly months: readonly MonthShown[]; readonly says: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const chart = new Chart(canvas.current, configuration(months));
    return () => chart.destroy();
  }, [months]);
  return <ChartCanvas ref={canvas} className="h-64" says={says} />;
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
