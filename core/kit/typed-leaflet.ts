import type { Process } from '../film/process.ts';
import { isDeveloper, type BareStep } from './kind.ts';
import {
  KIT_FORMAT,
  type Agitation,
  type Bath,
  type ExhaustionRule,
  type Kit,
  type LeafletPoint,
  type PushRule,
  type ShelfKit,
} from './kit.ts';
import { BOTTLE_NAMES, bottleName, type BottleKind } from './bottle-kinds.ts';
import type { StepSaid } from './manner.ts';

/** Water as a leaflet prints it between two bottles. The rinse that takes a backing off is a bath of its own in a kit. */
export type WaterSaid = StepSaid & { readonly water: BareStep | 'remjet-rinse' };

/** A bottle of the box as its leaflet says it: what is not printed is absent (domain.md 4). */
export interface BottleSaid {
  readonly kind: BottleKind;
  /** The bath of a kit that this corrects; absent for a new bottle. */
  readonly id?: string;
  /** What stands on it, where that is not its usual name. */
  readonly name?: string | null;
  /** Seconds at the temperature it is printed for; a table by roll may say it in its first row instead. */
  readonly s: number;
  /** The temperature printed, the ends of a range, or both; null where none is. */
  readonly at: number | { readonly c?: number; readonly lowC: number; readonly highC: number } | null;
  /** Further temperatures that the leaflet prints a time for. */
  readonly more: readonly LeafletPoint[];
  readonly wear: ExhaustionRule | null;
  readonly push: PushRule | null;
  readonly agitation: Agitation | null;
  readonly mix: NonNullable<Bath['mix']> | null;
  readonly keepsDays: number | null;
  readonly thrownAway?: boolean;
  /** The water printed after it, none as an empty list; absent or null where the leaflet leaves it to the reader. */
  readonly water?: readonly WaterSaid[] | null;
}

export interface LeafletSaid {
  readonly id: string;
  readonly name: string;
  readonly process: Process | 'any';
  readonly makesMl: number;
  readonly capacityRolls: number | null;
  readonly note?: string;
  readonly keepsOpenedDays?: number | null;
  /** The water printed before the first bottle. */
  readonly firstWater?: readonly WaterSaid[] | null;
  /** In the order of pouring. */
  readonly bottles: readonly BottleSaid[];
}

const ROOM_C = 20;
/** Until the water runs clear; planned so, ended by a press. */
export const REMJET_RINSE_S = 60;
/** What is done where a leaflet says nothing of moving the tank: a rule of ours, called that wherever it shows. */
const OUR_AGITATION: Agitation = { initialS: 15, everyS: 30, inversions: 4 };

/** The kit that a typed leaflet makes: its own figures, and water where a leaflet leaves it to the reader (domain.md 4). */
export function kitOfLeaflet({
  bottles,
  firstWater,
  capacityRolls,
  keepsOpenedDays,
  note,
  process,
  id,
  name,
  makesMl,
}: LeafletSaid): ShelfKit {
  const ids = bottleIds(bottles);
  const baths = bottles.map((bottle, i) => bathOf(bottle, ids[i] ?? bottle.kind, bottles.slice(0, i), process));
  const shared: Omit<Kit, 'process' | 'baths' | 'sequence'> = {
    format: KIT_FORMAT,
    id,
    name,
    makesMl,
    note: note ?? 'From my own leaflet.',
    ...(capacityRolls === null ? {} : { capacityRolls }),
    ...(typeof keepsOpenedDays === 'number' ? { keepsOpenedDays } : {}),
  };
  if (process === 'any') return { ...shared, process, baths, sequence: [] };
  const usual = usualWater(bottles, process);
  const water = [firstWater, ...bottles.map((bottle) => bottle.water)].map((printed, i) => printed ?? usual[i] ?? []);
  const sequence = water.flatMap((between, i) => [...(i > 0 ? [ids[i - 1] ?? ''] : []), ...between.map(placeOf)]);
  const rinse = water.flat().find((each) => each.water === 'remjet-rinse');
  return {
    ...shared,
    process,
    baths: rinse ? [...baths, remjetRinse(rinse, baths.find(({ kind }) => isDeveloper(kind))?.nominalC ?? ROOM_C)] : baths,
    sequence,
  };
}

/** A bath keeps the id that it had; a new one is called after its kind, and after how many of it there are. */
export function bottleIds(bottles: readonly BottleSaid[]): string[] {
  const taken = new Set(bottles.flatMap(({ id }) => id ?? []));
  return bottles.map(({ id, kind }) => {
    if (id !== undefined) return id;
    let free: string = kind;
    for (let n = 2; taken.has(free); n++) free = `${kind}-${n}`;
    taken.add(free);
    return free;
  });
}

function placeOf({ water, ...said }: WaterSaid): Kit['sequence'][number] {
  return water === 'remjet-rinse' ? water : Object.keys(said).length === 0 ? water : { water, ...said };
}

function remjetRinse({ s = REMJET_RINSE_S, c }: WaterSaid, developerC: number): Bath {
  const nominalC = typeof c === 'number' ? c : developerC;
  return { id: 'remjet-rinse', kind: 'remjet-rinse', name: 'Rinse until clear', nominalC, time: { points: [{ c: nominalC, s }] } };
}

function bathOf(bottle: BottleSaid, id: string, before: readonly BottleSaid[], process: ShelfKit['process']): Bath {
  const { kind, s, at, more, wear, push, agitation, mix, keepsDays, thrownAway } = bottle;
  const range = at !== null && typeof at !== 'number' ? { lowC: at.lowC, highC: at.highC } : null;
  const nominalC = at === null ? ROOM_C : typeof at === 'number' ? at : (at.c ?? (at.lowC + at.highC) / 2);
  const nth = before.filter((other) => other.kind === kind).length + 1;
  return {
    id,
    kind,
    name: bottle.name ?? (nth === 1 ? bottleName(kind, process) : `${bottleName(kind, process)} ${nth}`),
    ...(isDeveloper(kind) ? { critical: true } : {}),
    nominalC,
    time: { points: [{ c: nominalC, s }, ...more] },
    ...(range ? { range } : {}),
    ...(push ? { push } : {}),
    ...(wear ? { exhaustion: wear } : {}),
    agitation: agitation ?? OUR_AGITATION,
    ...(thrownAway ? { after: 'discard' as const } : {}),
    ...(keepsDays === null ? {} : { keepsDays }),
    ...(mix ? { mix } : {}),
  };
}

/**
 * The water that a leaflet leaves to the reader, before the first bottle and after each: a prewash first, a rinse after the
 * last developer unless a stop follows, a wash between slide film’s developers and after what bleaches or fixes.
 */
export function usualWater(bottles: readonly Pick<BottleSaid, 'kind'>[], process: Process): readonly (readonly WaterSaid[])[] {
  const lastDeveloper = bottles.findLastIndex(({ kind }) => isDeveloper(kind));
  const after = bottles.map(({ kind }, i): WaterSaid[] => {
    const next = bottles[i + 1]?.kind;
    if (kind === 'prebath') return [{ water: 'remjet-rinse' }];
    if (kind === 'first-developer') return next === 'stop' ? [] : [{ water: 'wash' }];
    if (i === lastDeveloper) return next === 'stop' ? [] : [{ water: 'rinse' }];
    return kind === 'bleach' || kind === 'fixer' || kind === 'bleach-fix' ? [{ water: 'wash' }] : [];
  });
  return [process === 'ECN-2' || bottles[0]?.kind === 'prebath' ? [] : [{ water: 'prewash' }], ...after];
}

/** What a leaflet is silent about, with what follows from that, in the words of the list beside it. */
export function silentAbout({ capacityRolls, bottles }: LeafletSaid): { readonly of: string; readonly then: string }[] {
  const named = (said: (bottle: BottleSaid) => boolean) =>
    bottles.filter((bottle) => !said(bottle)).map(({ kind }) => BOTTLE_NAMES[kind].toLowerCase());
  const line = (of: string, names: readonly string[], then: string) =>
    names.length === 0 ? [] : [{ of: names.length === bottles.length ? of : `${of} of ${names.join(', ')}`, then }];
  return [
    ...(capacityRolls === null ? [{ of: 'how many rolls', then: 'no end by rolls' }] : []),
    ...line(
      'growing with rolls',
      named(({ wear }) => wear !== null),
      'never lengthened',
    ),
    ...line(
      'pushing',
      named(({ kind, push }) => push !== null || !isDeveloper(kind)),
      'the rule of thumb is offered',
    ),
    ...line(
      'temperature',
      named(({ at }) => at !== null),
      'at room temperature, 20 °C',
    ),
    ...line(
      'agitation',
      named(({ agitation }) => agitation !== null),
      'ours: 15 s, then 4 inversions every 30 s',
    ),
    ...line(
      'keeping time',
      named(({ keepsDays }) => keepsDays !== null),
      'no end by age',
    ),
    ...line(
      'mixing',
      named(({ mix }) => mix !== null),
      'the bench leads by the leaflet in your hand',
    ),
  ];
}
