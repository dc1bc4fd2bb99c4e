import { formatById, ROLL_CM2, type FormatId } from './format.ts';

/** A format that has a name here, or any other by the area its owner measured. */
type FilmFormat = FormatId | { readonly areaCm2: number };

export interface FilmCount {
  readonly format: FilmFormat;
  readonly count: number;
}

/** How much solution a load of film uses, in rolls of 516 cm² (domain.md 6). */
export function rollEquivalents(films: readonly FilmCount[]): number {
  return films.reduce(
    (sum, { format, count }) => sum + (typeof format === 'string' ? formatById(format).rollEquivalents : format.areaCm2 / ROLL_CM2) * count,
    0,
  );
}
