import { roundHalfUp } from '../units/duration.ts';
import { hasCurve, leafletSeconds } from './leaflet-curve.ts';
import { isDeveloper, isWater, type StepKind } from '../kit/kind.ts';
import type { Bath, Kit, LeafletPoint, ShelfKit } from '../kit/kit.ts';
import { sequenceSteps, type SequenceStep } from '../kit/sequence-steps.ts';
import { REMJET_RINSE_S, usualWater, type BottleSaid, type LeafletSaid, type WaterSaid } from '../kit/typed-leaflet.ts';
import type { BottleKind } from '../kit/bottle-kinds.ts';

/** A kit as the leaflet that would make it: what a correction of it begins from (domain.md 4). */
export function leafletOfKit(kit: ShelfKit): LeafletSaid {
  const { steps, waters } = poured(kit);
  const bottles = steps.map(({ bath }, i): BottleSaid => ({ ...bottleOf(bath), water: waters[i + 1] ?? [] }));
  const usual = kit.process === 'any' ? [] : usualWater(bottles, kit.process);
  const said = (printed: readonly WaterSaid[], i: number) => (sameWords(printed, usual[i] ?? []) ? null : printed);
  return {
    id: kit.id,
    name: kit.name,
    process: kit.process,
    makesMl: kit.makesMl,
    capacityRolls: kit.capacityRolls ?? null,
    note: kit.note ?? '',
    keepsOpenedDays: kit.keepsOpenedDays ?? null,
    firstWater: said(waters[0] ?? [], 0),
    bottles: bottles.map((bottle, i) => ({ ...bottle, water: said(bottle.water ?? [], i + 1) })),
  };
}

/** A bath that stands in a bottle, as water does not. */
type BottledBath = Bath & { readonly kind: BottleKind };

interface Bottle extends SequenceStep {
  readonly bath: BottledBath;
}

/** The bottles in the order of pouring, and the water before the first and after each. */
function poured(kit: ShelfKit): { readonly steps: readonly Bottle[]; readonly waters: readonly (readonly WaterSaid[])[] } {
  if (kit.process === 'any')
    return {
      steps: kit.baths.filter(isBottled).map((bath) => ({ id: bath.id, kind: bath.kind, name: bath.name, bath, said: null })),
      waters: [],
    };
  const steps: Bottle[] = [];
  const waters: WaterSaid[][] = [[]];
  const developerC = kit.baths.find(({ kind }) => isDeveloper(kind))?.nominalC;
  for (const step of sequenceSteps(kit)) {
    if (isBottle(step)) {
      steps.push(step);
      waters.push([]);
    } else waters.at(-1)?.push(waterOf(step, developerC));
  }
  return { steps, waters };
}

function isBottle(step: SequenceStep): step is Bottle {
  return step.bath !== undefined && isBottled(step.bath);
}

function isBottled(bath: Bath): bath is BottledBath {
  return !isWater(bath.kind);
}

/** Water that the kit keeps as a bath of its own is printed with its time and temperature; the rinse that takes a backing off, where it has its own. */
function waterOf({ kind, bath, said }: SequenceStep, developerC: number | undefined): WaterSaid {
  const water = kind as Extract<StepKind, WaterSaid['water']>;
  if (bath) {
    const [main] = mainFirst(bath);
    const rinses = kind === 'remjet-rinse';
    return {
      water,
      ...(rinses && main.s === REMJET_RINSE_S ? {} : { s: main.s }),
      ...(rinses && main.c === developerC ? {} : { c: main.c }),
    };
  }
  return { ...said, water };
}

function sameWords(a: readonly WaterSaid[], b: readonly WaterSaid[]): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

function bottleOf(bath: BottledBath): BottleSaid {
  const [main, ...more] = mainFirst(bath);
  const { lowC, highC } = bath.range ?? {};
  const at =
    lowC === undefined || highC === undefined
      ? main.c
      : !isDeveloper(bath.kind) && Math.abs((lowC + highC) / 2 - main.c) < 1e-6
        ? { lowC, highC }
        : { c: main.c, lowC, highC };
  return {
    kind: bath.kind,
    id: bath.id,
    name: bath.name,
    s: main.s,
    at,
    more,
    wear: bath.exhaustion?.rule === 'none' ? null : (bath.exhaustion ?? null),
    push: bath.push ?? null,
    agitation: bath.agitation ?? null,
    mix: bath.mix ?? null,
    keepsDays: bath.keepsDays ?? null,
    thrownAway: bath.after === 'discard',
  };
}

/**
 * The point that the main time is printed for, then the others as they stand. A leaflet whose rows pass its main temperature
 * by prints no time for it: the curve’s is shown there.
 */
function mainFirst({ nominalC, time: { points } }: Pick<Bath, 'nominalC' | 'time'>): readonly [LeafletPoint, ...LeafletPoint[]] {
  const main = points.find(({ c }) => c === nominalC) ?? {
    c: nominalC,
    s: hasCurve(points) ? roundHalfUp(leafletSeconds(points, nominalC)) : (points[0]?.s ?? 60),
  };
  return [main, ...(hasCurve(points) ? points.filter((point) => point !== main) : [])];
}

/**
 * A kit corrected by its form: what was changed there, `changed`, is taken over figure by figure; what still says what it
 * said, `unchanged`, stays to the last digit as the document has it, with all that the form does not show. Both are the
 * kit of the form (`kitOfLeaflet`), as it was opened and as it is now.
 */
export function correctedKit(kit: ShelfKit, unchanged: ShelfKit, changed: ShelfKit): ShelfKit {
  const { baths: _, sequence: __, ...head } = kit;
  const { baths: ___, sequence: ____, ...was } = unchanged;
  const { baths, sequence: now, ...is } = changed;
  const before = new Map(kit.baths.map((bath) => [bath.id, bath]));
  const bottles = baths.map((bath) => {
    const mine = before.get(bath.id);
    const base = unchanged.baths.find(({ id }) => id === bath.id);
    return mine && base ? correctedBath(mine, base, bath) : bath;
  });
  const sequence = equal(unchanged.sequence, now) ? kit.sequence : now;
  const words = new Set(sequence.map((place) => (typeof place === 'string' ? place : place.water)));
  const own = kit.baths.filter(({ id, kind }) => isWater(kind) && words.has(id) && !bottles.some((bottle) => bottle.id === id));
  const all = [...bottles, ...own];
  // Bottles that only changed their figures stand where they stood.
  const asBefore = kit.baths.flatMap(({ id }) => all.find((bath) => bath.id === id) ?? []);
  return {
    ...(corrected(head, was, is) as Omit<Kit, 'baths' | 'sequence'>),
    format: changed.format,
    id: changed.id,
    baths: asBefore.length === all.length ? asBefore : all,
    sequence,
  };
}

function correctedBath(mine: Bath, base: Bath, now: Bath): Bath {
  const { time, push, ...rest } = corrected(
    { ...mine, time: { points: mainFirst(mine) } },
    { ...base, time: { points: mainFirst(base) } },
    { ...now, time: { points: mainFirst(now) } },
  ) as Bath;
  return {
    ...rest,
    time: equal(base.time, now.time) ? mine.time : time,
    ...(push ? { push: withOtherPushes(push, mine, base) } : {}),
  };
}

/** A form shows three pushes; a kit may list more, and those stay. */
function withOtherPushes(push: NonNullable<Bath['push']>, mine: Bath, base: Bath): NonNullable<Bath['push']> {
  if (push.rule !== 'table' || mine.push?.rule !== 'table' || base.push?.rule !== 'table') return push;
  const shown = new Set([...base.push.factors, ...push.factors].map(({ stops }) => stops));
  const others = mine.push.factors.filter(({ stops }) => !shown.has(stops));
  return { rule: 'table', factors: [...push.factors, ...others].sort((a, b) => a.stops - b.stops) };
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function equal(a: unknown, b: unknown): boolean {
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((each, i) => equal(each, b[i]));
  if (!isRecord(a) || !isRecord(b)) return a === b;
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) => equal(a[key], b[key]));
}

/** What was changed between two readings of a form, laid over the document: figure by figure where both have the same shape. */
function corrected(mine: unknown, base: unknown, now: unknown): unknown {
  if (equal(base, now)) return mine;
  if (Array.isArray(mine) && Array.isArray(base) && Array.isArray(now) && mine.length === base.length && base.length === now.length)
    return mine.map((each, i) => corrected(each, base[i], now[i]));
  if (!isRecord(mine) || !isRecord(base) || !isRecord(now)) return now;
  const keys = [...new Set([...Object.keys(mine), ...Object.keys(now)])];
  return Object.fromEntries(
    keys.flatMap((key) => {
      const value = corrected(mine[key], base[key], now[key]);
      return value === undefined ? [] : [[key, value]];
    }),
  );
}
