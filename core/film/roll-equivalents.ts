import { formatById, type FormatId } from './format.ts';

export interface FilmCount {
  readonly format: FormatId;
  readonly count: number;
}

/** How much solution a load of film uses, in rolls of 516 cm² (domain.md 6). */
export function rollEquivalents(films: readonly FilmCount[]): number {
  return films.reduce((sum, film) => sum + formatById(film.format).rollEquivalents * film.count, 0);
}
