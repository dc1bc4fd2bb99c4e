import { atFilm, atPush } from '../../../core/timing/own-margin.ts';
import type { Draft, OwnMargins } from './draft.ts';

/** The margins that hold for a batch: those of its kit, and what was once set for it alone. */
export function marginsOn(
  { own }: Pick<Draft, 'own'>,
  batch: { readonly id: string; readonly kit: { readonly id: string } },
  pushStops = 0,
  film: string | null = null,
): OwnMargins[string] {
  return {
    ...own[batch.id],
    ...own[batch.kit.id],
    ...(pushStops === 0 ? {} : own[atPush(batch.kit.id, pushStops)]),
    ...(film === null ? {} : own[atFilm(batch.kit.id, film)]),
  };
}
