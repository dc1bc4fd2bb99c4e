import { atFilm, atPush } from '../../../core/timing/own-margin.ts';
import type { EveningPage as TonightData } from '../evening/evening-page.server.ts';
import type { Draft, OwnMargins } from './draft.ts';
import type { TypedRefusal } from './tonight-form.tsx';

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

/** Whether margins are set or offered again: then they stand with their batch, else behind what is seldom set. */
export function hasMargins(batch: TonightData['inUse'][number], tonight: TonightData, refusal: TypedRefusal | null): boolean {
  const set = Object.keys(marginsOn(tonight.draft, batch) ?? {}).length > 0;
  return set || Object.keys(tonight.lastOwn[batch.kitId] ?? {}).length > 0 || refusal?.field?.startsWith(`${batch.id} `) === true;
}
