import type { Process } from '../film/process.ts';
import type { Treatment } from '../film/treatment.ts';

export const EDGES = ['none', 'thin', 'normal', 'dense'] as const;
export const FRAMES = ['none', 'thin', 'normal', 'dense', 'uneven'] as const;
export const COLOURS = ['right', 'cast', 'weak'] as const;
export const SLIDES = ['light', 'right', 'dark'] as const;
/** Marks of domain.md 12, by what is seen. */
export const MARKS = [
  'wholly-dark',
  'silver',
  'milky',
  'perforation-streaks',
  'bands',
  'clear-spots',
  'crescents',
  'bare-patches',
  'drying-marks',
  'black-specks',
  'cracked',
  'scratches',
  'finger-marks',
  'light-first-frames',
  'light-bars',
  'light-both-edges',
  'sheet-line',
  'pressure',
] as const;
export type Mark = (typeof MARKS)[number];

/** What film lies in the hand, as far as it decides what can be seen on it. */
export interface FilmInHand {
  readonly process?: Process | undefined;
  /** A sheet has neither perforation nor edge print, nor a first frame. */
  readonly sheet?: boolean | undefined;
}

const OF_ROLLS: readonly Mark[] = ['perforation-streaks', 'light-first-frames', 'light-bars', 'light-both-edges', 'bare-patches'];
const OF_CINE: readonly Mark[] = ['black-specks'];
const OF_SHEETS: readonly Mark[] = ['sheet-line'];

/** The marks that are asked about: a roll is asked as a roll, sheets as sheets, and remjet is looked for where there was any. */
export function marksOf({ process, sheet = false }: FilmInHand): Mark[] {
  return MARKS.filter((mark) => {
    if (OF_SHEETS.includes(mark)) return sheet;
    if (OF_ROLLS.includes(mark)) return !sheet;
    return !OF_CINE.includes(mark) || process === undefined || process === 'ECN-2';
  });
}

/** What the other rolls of the same tank say: one bad among good is no bath’s doing, all alike is (domain.md 12). */
export const OTHERS = ['good', 'alike'] as const;

/** What a person sees on the strip in the hand, in the order in which it is asked (domain.md 16). */
export interface Inspection {
  readonly edge?: (typeof EDGES)[number];
  readonly frames?: (typeof FRAMES)[number];
  readonly colour?: (typeof COLOURS)[number];
  readonly slides?: (typeof SLIDES)[number];
  readonly marks?: readonly Mark[];
  /** The other rolls of the tank; absent where nobody looked at them, or there were none. */
  readonly others?: (typeof OTHERS)[number];
  /** Wet film is always a little milky, and its colours are not yet what they will be. */
  readonly wet?: boolean;
}

/** What the run's own record says; whatever is not known is absent and speaks neither for nor against anything. */
export interface RunFacts {
  readonly process?: Process;
  readonly treatment?: Treatment;
  /** Of the developer, or of slide film's first. */
  readonly doseShare?: number;
  readonly pushStops?: number;
  readonly rollNumber?: number;
  readonly capacityRolls?: number;
  readonly ageDays?: number;
  readonly keepsDays?: number;
  /** Water or a stop bath between developer and bleach. */
  readonly rinse?: boolean;
  readonly incidents?: readonly string[];
  /** Of a bottle that was doubtful or spent. */
  readonly standing?: 'good' | 'doubtful' | 'spent';
  readonly washShare?: number;
  readonly bleachShare?: number;
  readonly fixShare?: number;
  /** Seconds between the developer's end and the next pour, beyond what was planned. */
  readonly lateS?: number;
  readonly missedBeats?: number;
  /** The largest jump from bath to bath. */
  readonly jumpC?: number;
  readonly expiredYears?: number;
  /** What the developer really had, on average, and what it was planned at; only where it was read. */
  readonly developerMeanC?: number;
  readonly developerPlannedC?: number;
  /** Of slide film's colour developer. */
  readonly colourDoseShare?: number;
  /** Against what the leaflet asks for. */
  readonly agitation?: 'less' | 'as-asked' | 'more';
  /** What the developer's bottle held against what the tank needs. */
  readonly solutionShare?: number;
  /** What water left of the developer's strength (domain.md 15). */
  readonly strengthShare?: number;
  /** Whether the control chart of this batch shows its range falling (domain.md 17). */
  readonly rangeFalling?: boolean;
}
