import type { Chart, ChartConfiguration, ChartType, DefaultDataPoint } from 'chart.js';
import { useEffect, useRef, useState } from 'react';
import { useOnDemand } from '../screen/use-on-demand.ts';

interface ChartCanvasProps<Type extends ChartType, Data> {
  /** What is drawn. The same object draws nothing anew. */
  readonly of: ChartConfiguration<Type, Data>;
  /** What it shows, in words: all that a reader without eyes has of it. */
  readonly says: string;
  /** Height and distance of its place, `h-64`. */
  readonly className: string;
  readonly pressable?: boolean;
}

/** The library that draws is half as large as all the rest of a page: what is to be read stands there before it comes. */
const library = async () => (await import('./chart-library.ts')).Chart;

/**
 * A chart in its place. The canvas lies over it, outside the flow: one that is in it holds its page as wide as it once was
 * drawn. New figures are put into the chart that is there, which keeps sliders smooth.
 */
export function ChartCanvas<Type extends ChartType, Data = DefaultDataPoint<Type>>({
  of,
  says,
  className,
  pressable = false,
}: ChartCanvasProps<Type, Data>) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<Chart<Type, Data> | null>(null);
  const [Drawing, ask] = useOnDemand(library);
  const [isMissing, setMissing] = useState(false);
  useEffect(() => ask(() => setMissing(true)), [ask]);
  useEffect(() => {
    if (!Drawing || !canvas.current) return;
    if (drawn.current) {
      drawn.current.data = of.data;
      if (of.options) drawn.current.options = of.options;
      drawn.current.update('none');
    } else drawn.current = new Drawing(canvas.current, of);
  }, [Drawing, of]);
  useEffect(
    () => () => {
      drawn.current?.destroy();
      drawn.current = null;
    },
    [],
  );
  if (isMissing) return <p className="my-2">{says}</p>;
  return (
    <div className={`relative ${className}`}>
      <canvas ref={canvas} role="img" aria-label={says} className={`absolute inset-0 ${pressable ? 'cursor-pointer' : ''}`} />
    </div>
  );
}
