import type { Process } from '../film/process.ts';
import { isDeveloper, type BathKind } from './kind.ts';
import { KIT_FORMAT, type Agitation, type Bath, type ExhaustionRule, type Kit, type LeafletPoint, type PushRule } from './kit.ts';

/** A bottle of the box as its leaflet says it: what is not printed is absent (domain.md 4). */
export interface BottleSaid {
  readonly kind: BottleKind;
  /** Seconds at the temperature it is printed for; a table by roll may say it in its first row instead. */
  readonly s: number;
  /** The temperature printed, or the ends of a range; null where none is. */
  readonly at: number | { readonly lowC: number; readonly highC: number } | null;
  /** Further temperatures that the leaflet prints a time for. */
  readonly more: readonly LeafletPoint[];
  readonly wear: ExhaustionRule | null;
  readonly push: PushRule | null;
  readonly agitation: Agitation | null;
  readonly mix: NonNullable<Bath['mix']> | null;
  readonly keepsDays: number | null;
}

export interface LeafletSaid {
  readonly id: string;
  readonly name: string;
  readonly process: Process;
  readonly makesMl: number;
  readonly capacityRolls: number | null;
  /** In the order of pouring. */
  readonly bottles: readonly BottleSaid[];
}

/** What is in a box, by the names on the bottles, in the order they are usually poured. */
export const BOTTLE_NAMES: Readonly<Record<Exclude<BathKind, 'prewash' | 'remjet-rinse' | 'rinse' | 'wash'>, string>> = {
  prebath: 'Prebath',
  developer: 'Developer',
  'first-developer': 'First developer',
  reversal: 'Reversal',
  'colour-developer': 'Colour developer',
  stop: 'Stop bath',
  'pre-bleach': 'Pre-bleach',
  bleach: 'Bleach',
  fixer: 'Fixer',
  'bleach-fix': 'Bleach-fix',
  stabiliser: 'Stabiliser',
  'final-rinse': 'Final rinse',
};
export type BottleKind = keyof typeof BOTTLE_NAMES;
export const BOTTLE_KINDS = Object.keys(BOTTLE_NAMES) as readonly BottleKind[];

/** The bottles that a kit of this process usually has; the others are a press further. */
export const USUAL_BOTTLES: Readonly<Record<Process, readonly BottleKind[]>> = {
  'C-41': ['developer', 'bleach-fix', 'stabiliser'],
  'E-6': ['first-developer', 'colour-developer', 'bleach-fix', 'stabiliser'],
  'ECN-2': ['prebath', 'developer', 'stop', 'bleach', 'fixer', 'final-rinse'],
};

const ROOM_C = 20;
const REMJET_RINSE_S = 60;
/** What is done where a leaflet says nothing of moving the tank: a rule of ours, called that wherever it shows. */
const OUR_AGITATION: Agitation = { initialS: 15, everyS: 30, inversions: 4 };

/** The kit that a typed leaflet makes: its own figures, and water where a leaflet leaves it to the reader (domain.md 4). */
export function kitOfLeaflet({ bottles, capacityRolls, ...said }: LeafletSaid): Kit {
  const baths = bottles.map((bottle, i) => bathOf(bottle, bottles.slice(0, i).filter(({ kind }) => kind === bottle.kind).length));
  const nominalC = baths.find(({ kind }) => isDeveloper(kind))?.nominalC ?? ROOM_C;
  const rinse: Bath = {
    id: 'remjet-rinse',
    kind: 'remjet-rinse',
    name: 'Rinse until clear',
    nominalC,
    time: { points: [{ c: nominalC, s: REMJET_RINSE_S }] },
  };
  const needsRinse = baths.some(({ kind }) => kind === 'prebath');
  return {
    format: KIT_FORMAT,
    ...said,
    note: 'From my own leaflet.',
    ...(capacityRolls === null ? {} : { capacityRolls }),
    baths: needsRinse ? [...baths, rinse] : baths,
    sequence: withWater(baths, said.process),
  };
}

function bathOf({ kind, s, at, more, wear, push, agitation, mix, keepsDays }: BottleSaid, before: number): Bath {
  const range = at !== null && typeof at !== 'number' ? at : null;
  const nominalC = at === null ? ROOM_C : typeof at === 'number' ? at : (at.lowC + at.highC) / 2;
  const name = BOTTLE_NAMES[kind];
  return {
    id: before === 0 ? kind : `${kind}-${before + 1}`,
    kind,
    name: before === 0 ? name : `${name} ${before + 1}`,
    ...(isDeveloper(kind) ? { critical: true } : {}),
    nominalC,
    time: { points: [{ c: nominalC, s }, ...more] },
    ...(range ? { range } : {}),
    ...(push ? { push } : {}),
    ...(wear ? { exhaustion: wear } : {}),
    agitation: agitation ?? OUR_AGITATION,
    ...(keepsDays === null ? {} : { keepsDays }),
    ...(mix ? { mix } : {}),
  };
}

/** Prewash first, a rinse after the last developer unless a stop follows, a wash between slide film’s developers and after what bleaches or fixes. */
function withWater(baths: readonly Bath[], process: Process): string[] {
  const lastDeveloper = baths.findLastIndex(({ kind }) => isDeveloper(kind));
  const words = baths.flatMap(({ id, kind }, i): string[] => {
    const next = baths[i + 1]?.kind;
    if (kind === 'prebath') return [id, 'remjet-rinse'];
    if (kind === 'first-developer') return [id, ...(next === 'stop' ? [] : ['wash'])];
    if (i === lastDeveloper) return [id, ...(next === 'stop' ? [] : ['rinse'])];
    return kind === 'bleach' || kind === 'fixer' || kind === 'bleach-fix' ? [id, 'wash'] : [id];
  });
  return process === 'ECN-2' || baths[0]?.kind === 'prebath' ? words : ['prewash', ...words];
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
