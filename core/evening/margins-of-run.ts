import type { Advice } from '../schedule/plan.ts';
import { atFilm, atPush, type OwnMargin } from '../timing/own-margin.ts';

/** By batch, by batch at one push, or by batch and film; then by bath. */
type OwnByBatch = Readonly<Record<string, Readonly<Record<string, OwnMargin>>>>;

interface RollWithMargin {
  readonly film?: string;
  readonly pushStops: number;
}

/** The margins of a run: those of its kit, of its push, and of its film where that is alone in the tank (domain.md 9). */
export function marginsOfRun(own: OwnByBatch = {}, batchId: string, rolls: readonly RollWithMargin[]): Readonly<Record<string, OwnMargin>> {
  const pushStops = rolls[0]?.pushStops ?? 0;
  const film = onlyFilm(rolls);
  return {
    ...own[batchId],
    ...(pushStops === 0 ? {} : own[atPush(batchId, pushStops)]),
    ...(film === null ? {} : own[atFilm(batchId, film)]),
  };
}

/** The film of these rolls, where it is one and has a name. */
export function onlyFilm(rolls: readonly Pick<RollWithMargin, 'film'>[]): string | null {
  const films = new Set(rolls.map(({ film = '' }) => film.trim()));
  const [film] = films;
  return films.size === 1 && film ? film : null;
}

/** A margin that a film has does not reach a tank in which it is not alone: that is said, with what would help. */
export function filmsNotAlone(own: OwnByBatch = {}, batchId: string, rolls: readonly RollWithMargin[]): Advice[] {
  if (onlyFilm(rolls) !== null) return [];
  const films = [...new Set(rolls.map(({ film = '' }) => film.trim()))];
  return films
    .filter((film) => film !== '' && Object.keys(own[atFilm(batchId, film)] ?? {}).length > 0)
    .map((film) => ({
      message: `${film} has a margin of its own, which holds where it is alone in the tank: put it into a run by itself for that.`,
    }));
}
