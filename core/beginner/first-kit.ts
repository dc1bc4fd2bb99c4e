import { isMainDeveloper } from '../kit/kind.ts';
import type { Bath, Kit, LeafletPoint } from '../kit/kit.ts';

/** What somebody reads off the leaflet in their hand, field by field (domain.md 19). */
export interface LeafletFigures {
  readonly id: string;
  readonly name: string;
  readonly makesMl: number;
  readonly capacityRolls: number | null;
  /** By bath, in the order of the kit it began from. */
  readonly baths: readonly { readonly tempC: number; readonly seconds: number }[];
  /** Other temperatures that the leaflet prints a developer's time for. */
  readonly more: readonly LeafletPoint[];
  /** Percent that the developer's time grows with each roll; null where the leaflet says nothing of it. */
  readonly wearPercent: number | null;
}

/**
 * A kit of somebody's own from the one most like it: order, bottles and agitation stay, every figure of time and
 * temperature is the leaflet's in hand. What it does not say is left out, never taken over: a curve of another kit is
 * no curve of this one.
 */
export function kitFromFigures(like: Kit, figures: LeafletFigures): Kit {
  const { id, name, makesMl, capacityRolls } = figures;
  const { capacityRolls: _, keepsOpenedDays: __, ...rest } = like;
  return {
    ...rest,
    id,
    name,
    note: 'From my own leaflet.',
    makesMl,
    ...(capacityRolls === null ? {} : { capacityRolls }),
    baths: like.baths.map((bath, i) => {
      const said = figures.baths[i];
      return said ? bathFrom(bath, said.tempC, said.seconds, figures) : bath;
    }),
  };
}

function bathFrom(bath: Bath, tempC: number, seconds: number, figures: LeafletFigures): Bath {
  // A range that the leaflet does not print is nobody's: it is left out with the rest that is not said.
  const { push: _, exhaustion: __, mix: ___, range: ____, ...rest } = bath;
  const main = isMainDeveloper(bath.kind);
  const points = [{ c: tempC, s: seconds }, ...(main ? figures.more.filter(({ c }) => c !== tempC) : [])].sort((a, b) => a.c - b.c);
  return {
    ...rest,
    nominalC: tempC,
    time: { points },
    ...(main && figures.wearPercent !== null && figures.wearPercent > 0
      ? { exhaustion: { rule: 'percent' as const, perRoll: figures.wearPercent } }
      : {}),
  };
}
