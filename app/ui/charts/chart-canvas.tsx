import type { Ref } from 'react';

interface ChartCanvasProps {
  readonly ref: Ref<HTMLCanvasElement>;
  /** What it shows, in words: all that a reader without eyes has of it. */
  readonly says: string;
  /** Height and distance of its place, `h-64`. */
  readonly className: string;
  readonly pressable?: boolean;
}

/** A chart's place. The canvas lies over it, outside the flow: one that is in it holds its page as wide as it once was drawn. */
export function ChartCanvas({ ref, says, className, pressable = false }: ChartCanvasProps) {
  return (
    <div className={`relative ${className}`}>
      <canvas ref={ref} role="img" aria-label={says} className={`absolute inset-0 ${pressable ? 'cursor-pointer' : ''}`} />
    </div>
  );
}
