/** How water is given to the film (domain.md 9.1). */
export const MANNERS = ['standing', 'running', 'changes', 'counted', 'until-clear'] as const;
export type MannerKind = (typeof MANNERS)[number];

/** How a bath or water is moved, where it is not as the leaflet says. */
export const MOVEMENTS = ['none', 'gentle', 'shaken', 'as-developer'] as const;
export type Movement = (typeof MOVEMENTS)[number];

/** What may be said of a step beyond where it stands: by a kit document of its water, or by a way of one's own. */
export interface StepSaid {
  readonly s?: number;
  /** °C, or what 8.2 gives water at that place, or the room. */
  readonly c?: number | 'developer' | 'room';
  readonly manner?: MannerKind;
  /** How many changes of water. */
  readonly changes?: number;
  /** Inversions of each fill. */
  readonly fills?: readonly number[];
  readonly movement?: Movement;
}

export type Manner =
  | { readonly manner: 'standing' | 'running' | 'until-clear' }
  | { readonly manner: 'changes'; readonly changes: number }
  /** Inversions of each fill. */
  | { readonly manner: 'counted'; readonly fills: readonly number[] };

export const DEFAULT_CHANGES = 7;
export const DEFAULT_FILLS: readonly number[] = [5, 10, 20];

/** The manner that is said; a count of changes or fills says it too. Null where nothing is. */
export function saidManner({ manner, changes, fills }: StepSaid): Manner | null {
  const kind = manner ?? (fills ? 'counted' : changes !== undefined ? 'changes' : null);
  switch (kind) {
    case null:
      return null;
    case 'changes':
      return { manner: kind, changes: changes ?? DEFAULT_CHANGES };
    case 'counted':
      return { manner: kind, fills: fills ?? DEFAULT_FILLS };
    default:
      return { manner: kind };
  }
}
