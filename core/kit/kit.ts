import type { Process } from '../film/process.ts';
import type { BareStep, BathKind } from './kind.ts';
import type { StepSaid } from './manner.ts';

export const KIT_FORMAT = 'steady-reel/kit@2';
/** Every version that is read. The second adds water objects, seconds of agitation, packets and a table’s last roll (domain.md 4). */
export const KIT_FORMATS = ['steady-reel/kit@1', KIT_FORMAT] as const;

export interface LeafletPoint {
  readonly c: number;
  readonly s: number;
}

export type PushRule =
  | { readonly rule: 'add'; readonly secondsPerStop: number }
  | { readonly rule: 'factor'; readonly perStop: number }
  | { readonly rule: 'table'; readonly factors: readonly { readonly stops: number; readonly factor: number }[] };

export type ExhaustionRule =
  | { readonly rule: 'none' }
  /** `perRoll` percent for each roll, or for every so many of them. */
  | { readonly rule: 'percent'; readonly perRoll: number; readonly everyRolls?: number }
  | { readonly rule: 'add'; readonly seconds: number; readonly everyRolls: number }
  | {
      readonly rule: 'ladder';
      readonly rows: readonly { readonly fromRoll: number; readonly s: number }[];
      /** Past it the table says nothing. */ readonly lastRoll?: number;
    };

export interface Agitation {
  readonly initialS: number;
  readonly everyS?: number;
  readonly inversions?: number;
  /** So many seconds each time, in place of inversions. */
  readonly forS?: number;
  readonly tap?: boolean;
  /** All the step long, by hand or by a gentle machine; a habit, never a leaflet's. */
  readonly continuous?: boolean;
}

export interface MixPart {
  readonly name: string;
  readonly ml?: number;
  readonly g?: number;
  /** Its amount is the packet: it is not halved. */
  readonly packet?: boolean;
  readonly mlPerLitre?: number;
}

interface Mix {
  readonly waterMl: number;
  readonly waterC?: number;
  readonly parts: readonly MixPart[];
  readonly stirS?: number;
  /** Made up at each use, as a last bath by drops. */
  readonly at?: 'use';
}

export interface Bath {
  readonly id: string;
  readonly kind: BathKind;
  readonly name: string;
  readonly critical?: boolean;
  readonly nominalC: number;
  readonly time: { readonly points: readonly LeafletPoint[] };
  readonly range?: { readonly lowC: number; readonly highC: number };
  readonly push?: PushRule;
  readonly exhaustion?: ExhaustionRule;
  readonly agitation?: Agitation;
  readonly after?: 'return' | 'discard';
  readonly keepsDays?: number;
  readonly mix?: Mix;
}

/**
 * A kit document (domain.md 4). Whatever a leaflet does not say is absent: a half-known kit still plans.
 * Documents are kept as they came, fields this version does not know included.
 */
export interface Kit {
  readonly format: (typeof KIT_FORMATS)[number];
  readonly id: string;
  readonly name: string;
  readonly process: Process;
  readonly note?: string;
  readonly makesMl: number;
  readonly capacityRolls?: number;
  /** How long concentrates keep once their box was opened. */
  readonly keepsOpenedDays?: number;
  readonly baths: readonly Bath[];
  readonly sequence: readonly (string | WaterInSequence)[];
}

/** What may stand on a shelf: a kit, or a single bath, which is a kit of any process with one bath and no sequence (domain.md 4). */
export type ShelfKit = Kit | (Omit<Kit, 'process'> & { readonly process: 'any' });

/** A kit that takes a film from the first bath to the last, as all but single baths do. */
export function developsFilm(kit: ShelfKit): kit is Kit {
  return kit.process !== 'any';
}

/** The process as it stands beside a name. */
export function processOfKit({ process }: Pick<ShelfKit, 'process'>): string {
  return process === 'any' ? 'single bath' : process;
}

/** Water of a kit’s sequence with what the leaflet says of it, in place of the bare word (domain.md 4). */
export interface WaterInSequence extends StepSaid {
  readonly id?: string;
  readonly water: BareStep;
}

/** The word of a place in a sequence: a bath’s id, or water. */
export function sequenceWord(place: string | WaterInSequence): string {
  return typeof place === 'string' ? place : place.water;
}

export function bathById(kit: ShelfKit, id: string): Bath | undefined {
  return kit.baths.find((bath) => bath.id === id);
}
