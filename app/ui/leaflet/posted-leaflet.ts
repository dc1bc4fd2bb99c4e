import type { Fault } from '../../../core/answer.ts';
import { mixFaults } from '../../../core/chemistry/mixing/mixing.ts';
import type { ShelfKit } from '../../../core/kit/kit.ts';
import { correctedKit } from '../../../core/timing/leaflet-of-kit.ts';
import { readShelfKit } from '../../../core/kit/shelf-kit.ts';
import { bottleIds, kitOfLeaflet, type LeafletSaid } from '../../../core/kit/typed-leaflet.ts';
import { textIn } from '../../../core/units/sentence.ts';
import type { Units } from '../../../core/units/units.ts';
import { leafletAsTyped } from './leaflet-as-typed.ts';
import { readLeaflet } from './read-leaflet.ts';
import type { Faults, Typed } from './typed-fields.ts';
import { typedOf, picked, withoutBottle } from './typed-fields.ts';

/** What a form without scripts was opened with: a bottle picked there carries what was typed in its address. */
export function typedInAddress(address: string): Typed | null {
  const typed = typedOf(new URL(address).searchParams);
  const pick = typed['pick'] ?? '';
  if (pick === '') return typed['bottles'] === undefined ? null : typed;
  return { ...withoutBottle(typed, pick), bottles: picked(typed['bottles'] ?? '', pick) };
}

/** The kit that the form makes as it stands: of one that is corrected, what was not touched stays to the last digit. */
export function madeBy(said: LeafletSaid, before: ShelfKit | null, units: Units): ShelfKit {
  const made = kitOfLeaflet(said);
  if (!before) return made;
  const { said: unchanged } = readLeaflet(leafletAsTyped(before, units), units, before.id);
  return unchanged ? correctedKit(before, kitOfLeaflet(unchanged), made) : made;
}

export interface RefusedLeaflet {
  readonly typed: Typed;
  readonly faults: Faults;
}

export type PostedLeaflet = { readonly ok: true; readonly kit: ShelfKit } | { readonly ok: false; readonly refused: RefusedLeaflet };

/** A posted leaflet read whole: its kit, or every fault at its field with what was typed. */
export function readPostedLeaflet(form: FormData, units: Units, id: (name: string) => string, before: ShelfKit | null): PostedLeaflet {
  const typed = typedOf(form);
  const { said, faults } = readLeaflet(typed, units, id(typed['name'] ?? ''));
  const refused = (all: Faults): PostedLeaflet => ({ ok: false, refused: { typed, faults: all } });
  if (!said || Object.keys(faults).length > 0) return refused(faults);
  const made = madeBy(said, before, units);
  const checked = readShelfKit(made);
  const at = (wrong: readonly Fault[]) => refused(faultsAtFields(wrong, made, said, units));
  if (!checked.ok) return at(checked.errors);
  const unmixable = mixFaults(checked.value);
  return unmixable.length > 0 ? at(unmixable) : { ok: true, kit: checked.value };
}

const FIELD_OF: Readonly<Record<string, string>> = {
  time: 'more',
  exhaustion: 'table',
  push: 'push1',
  mix: 'mix',
  agitation: 'beat',
  keepsDays: 'keeps',
};

/** Faults of the document at the fields that they came from: a kit may keep its baths in another order, and water among them. */
function faultsAtFields(errors: readonly Fault[], { baths }: ShelfKit, said: LeafletSaid, units: Units): Faults {
  const ids = bottleIds(said.bottles);
  return Object.fromEntries(
    errors.map((error) => {
      const [, n, member = ''] = /^\$\.baths\[(\d+)\]\.?(\w+)?/.exec(error.path) ?? [];
      const place = ids.indexOf(baths[Number(n)]?.id ?? '');
      return [place === -1 ? 'bottles' : `${place}.${FIELD_OF[member] ?? 'temp'}`, textIn(error, units)];
    }),
  );
}
