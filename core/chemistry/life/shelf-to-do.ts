import type { BottleNow } from '../ledger/bottle.ts';
import type { Supply } from './pace.ts';
import type { TwoEnds } from './two-ends.ts';

export interface BatchStanding {
  readonly id: string;
  readonly name: string;
  readonly process: string;
  readonly bottles: readonly (Pick<BottleNow, 'id' | 'name' | 'standing' | 'goodUntil' | 'emptied'> & { readonly code: string })[];
  readonly ends: TwoEnds;
}

export interface NamedBottle {
  readonly id: string;
  readonly code: string;
  readonly name: string;
  readonly batch: string;
}

/** What somebody who opens the Shelf after six weeks wants to know at once. */
export interface ShelfToDo {
  /** Which batch to pour from, process by process; a single bath, of any, is taken where a way wants it. */
  readonly use: readonly { readonly process: string; readonly id: string; readonly name: string }[];
  readonly test: readonly NamedBottle[];
  readonly pour: readonly NamedBottle[];
  /** What is used up when, the soonest first; null: nothing of it stands there although it is used. */
  readonly buy: readonly { readonly process: string; readonly by: string | null }[];
}

/** Of the batches that may be poured, the one that ends first is used first: what is left in it is lost the soonest. */
export function shelfToDo(batches: readonly BatchStanding[], supplies: ReadonlyMap<string, Supply>, on: string): ShelfToDo {
  const named = (batch: BatchStanding, bottles: BatchStanding['bottles']) =>
    bottles.map(({ id, code, name }) => ({ id, code, name, batch: batch.name }));
  const past = (bottle: BatchStanding['bottles'][number]) => bottle.goodUntil !== null && bottle.goodUntil < on;
  const filled = (batch: BatchStanding) => batch.bottles.filter((bottle) => !bottle.emptied);
  const wornOut = ({ ends }: BatchStanding) => ends.rollsLeft !== null && ends.rollsLeft <= 1e-9;
  const usable = batches.filter(
    (batch) =>
      !wornOut(batch) &&
      filled(batch).length === batch.bottles.length &&
      batch.bottles.length > 0 &&
      batch.bottles.every((bottle) => bottle.standing === 'good' && !past(bottle)),
  );
  return {
    use: [...new Set(usable.map((batch) => batch.process))]
      .filter((process) => process !== 'any')
      .flatMap((process) => {
        const first = usable
          .filter((batch) => batch.process === process)
          .sort((a, b) => (a.ends.endsOn ?? '9').localeCompare(b.ends.endsOn ?? '9'))[0];
        return first ? [{ process, id: first.id, name: first.name }] : [];
      }),
    test: batches.flatMap((batch) =>
      wornOut(batch)
        ? []
        : named(
            batch,
            filled(batch).filter((bottle) => bottle.standing === 'doubtful' || (bottle.standing === 'good' && past(bottle))),
          ),
    ),
    pour: batches.flatMap((batch) =>
      named(
        batch,
        filled(batch).filter((bottle) => wornOut(batch) || bottle.standing === 'spent'),
      ),
    ),
    buy: [...supplies]
      .filter(([, supply]) => supply.lastsUntil !== null)
      .map(([process, supply]) => ({ process, by: supply.lastsUntil === on ? null : supply.lastsUntil }))
      .sort((a, b) => (a.by ?? '').localeCompare(b.by ?? '')),
  };
}
