import type { Film } from '../../film/process.ts';
import type { Encoding, PerChannel, StripDensities } from './density.ts';

const STRIP_MEASURE_FORMAT = 'steady-reel/strip-measure@1';

export interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export const STRIP_PARTS = ['light', 'base', 'leader'] as const;
export type StripPart = (typeof STRIP_PARTS)[number];
/** What is marked, as a person sees it: on slide film the leader is the clear end, and its border the black one. */
export const PART_WORDS: Readonly<Record<Film, Readonly<Record<StripPart, string>>>> = {
  negative: { light: 'Bare light', base: 'Clear base', leader: 'Dark leader' },
  slide: { light: 'Bare light', base: 'Clear leader', leader: 'Black border' },
};
export type Rectangles = Readonly<Record<StripPart, Rectangle>>;

/** What was measured on a strip, and how: enough to do it again on the same scan (domain.md 17). */
export interface StripMeasure extends StripDensities {
  readonly encoding: Encoding;
  readonly rectangles: Rectangles;
  readonly width: number;
  readonly height: number;
}

export function stripMeasureDocument(measure: StripMeasure): object {
  return { format: STRIP_MEASURE_FORMAT, ...measure };
}

/** A stored measure; null for one that is damaged or of a version that is not known yet. */
export function readStripMeasure(document: unknown): StripMeasure | null {
  const stored = document as (Partial<StripMeasure> & { format?: unknown }) | null;
  if (stored?.format !== STRIP_MEASURE_FORMAT) return null;
  const figures = [stored.base, stored.leader, stored.range].every(isPerChannel);
  return figures && Number.isFinite(stored.redGreen) && Number.isFinite(stored.blueGreen) ? (stored as StripMeasure) : null;
}

function isPerChannel(value: unknown): value is PerChannel {
  return ['r', 'g', 'b'].every((channel) => Number.isFinite((value as Record<string, unknown> | undefined)?.[channel]));
}

/** What a control chart can be drawn of: one figure a strip. */
export const MEASURES = ['range', 'base', 'red-green', 'blue-green'] as const;
export type MeasureName = (typeof MEASURES)[number];

const mean = ({ r, g, b }: PerChannel) => (r + g + b) / 3;

export function figureOf(measure: StripDensities, name: MeasureName): number {
  switch (name) {
    case 'range':
      return mean(measure.range);
    case 'base':
      return mean(measure.base);
    case 'red-green':
      return measure.redGreen;
    case 'blue-green':
      return measure.blueGreen;
  }
}
