import { COLOURS, EDGES, FRAMES, MARKS, OTHERS, SLIDES, type Inspection } from './inspection.ts';

const INSPECTION_FORMAT = 'steady-reel/inspection@1';

/** What state the film was in when it was looked at: wet film is milky, and its colours are not yet what they will be. */
export const FILM_IS = ['wet', 'dry', 'scanned'] as const;
export type FilmIs = (typeof FILM_IS)[number];

/** A look as it is stored: what was seen, and a word of the person's own. */
export interface LookDocument {
  readonly seen: Inspection;
  readonly note: string;
}

/** A stored look, whatever it holds: an answer that this version does not know is as if it had not been given. */
export function readInspection(document: unknown): LookDocument {
  const stored = (typeof document === 'object' && document !== null ? document : {}) as Readonly<Record<string, unknown>>;
  const one = <T extends string>(known: readonly T[], value: unknown): T | undefined => known.find((each) => each === value);
  const seen = {
    edge: one(EDGES, stored['edge']),
    frames: one(FRAMES, stored['frames']),
    colour: one(COLOURS, stored['colour']),
    slides: one(SLIDES, stored['slides']),
    others: one(OTHERS, stored['others']),
    marks: Array.isArray(stored['marks']) ? MARKS.filter((mark) => (stored['marks'] as unknown[]).includes(mark)) : undefined,
  };
  return {
    seen: Object.fromEntries(Object.entries(seen).filter(([, value]) => value !== undefined)),
    note: typeof stored['note'] === 'string' ? stored['note'] : '',
  };
}

export function inspectionDocument({ seen, note }: LookDocument): object {
  return { format: INSPECTION_FORMAT, ...seen, note };
}
