import { ticks } from 'd3-array';
import type { ReactNode } from 'react';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from '../../../core/units/temperature.ts';
import { useUnits } from '../forms/units.ts';

interface TemperatureScaleProps {
  /** What lies at the bottom and the top of the picture. */
  readonly lowC: number;
  readonly highC: number;
  /** What the picture leaves free above and below, as a share of its height. */
  readonly margin?: number;
  /** What stands at its left and right edge, such as times. */
  readonly from?: ReactNode;
  readonly to?: ReactNode;
  readonly night?: boolean;
  /** The picture, as wide as it is let and of a height of its own. */
  readonly children: ReactNode;
}

/** So many figures can be told apart beside a picture of this kind. */
const FIGURES = 3;

/** Round figures of a scale in the person's own unit, each with its place from the top, 0 to 1. */
export function scaleFigures(lowC: number, highC: number, unit: 'C' | 'F'): { readonly shown: string; readonly fromTop: number }[] {
  const [low, high] = unit === 'C' ? [lowC, highC] : [fahrenheitFromCelsius(lowC), fahrenheitFromCelsius(highC)];
  const figures = ticks(low, high, FIGURES);
  const isWhole = figures.every((figure) => Number.isInteger(figure));
  return figures.map((figure) => ({
    shown: figure.toFixed(isWhole ? 0 : 1),
    fromTop: (highC - (unit === 'C' ? figure : celsiusFromFahrenheit(figure))) / Math.max(1e-9, highC - lowC),
  }));
}

/** A picture of temperature with its scale beside it and its time beneath: drawn on the server, and without scripts as well. */
export function TemperatureScale({ lowC, highC, margin = 0, from, to, night = false, children }: TemperatureScaleProps) {
  const { temperature } = useUnits();
  const quiet = night ? 'text-night-quiet' : 'text-quiet';
  return (
    <div className={`grid grid-cols-[auto_minmax(0,1fr)] gap-x-1.5 text-sm ${quiet}`}>
      <span aria-hidden className="figure relative min-w-10">
        {/* As wide as its widest figure. */}
        <span className="invisible">{scaleFigures(lowC, highC, temperature).at(-1)?.shown}°</span>
        {scaleFigures(lowC, highC, temperature).map(({ shown, fromTop }) => (
          <span
            key={shown}
            className="absolute right-0 -translate-y-1/2 leading-none"
            style={{ top: `${100 * (margin + fromTop * (1 - 2 * margin))}%` }}
          >
            {shown}°
          </span>
        ))}
      </span>
      <div className="relative">
        {scaleFigures(lowC, highC, temperature).map(({ shown, fromTop }) => (
          <span
            key={shown}
            aria-hidden
            className={`pointer-events-none absolute inset-x-0 border-t ${night ? 'border-night-line' : 'border-line'}`}
            style={{ top: `${100 * (margin + fromTop * (1 - 2 * margin))}%` }}
          />
        ))}
        <div className="relative flex flex-col">{children}</div>
      </div>
      {(from !== undefined || to !== undefined) && (
        <p className="col-start-2 flex justify-between">
          <span>{from}</span>
          <span>{to}</span>
        </p>
      )}
    </div>
  );
}
