import type { RunInBath } from '../bath-through-the-evening.ts';
import type { RunClock } from '../session-clock.ts';

/** A run with what the list has to know of it, be it planned, at the Bench or done. */
export interface ListedRun extends RunInBath {
  /** Counted from 1 in its evening. */
  readonly n: number;
  readonly is: 'to-come' | 'live' | 'finished' | 'given-up';
  readonly rollIds: readonly string[];
  readonly rollNames: readonly string[];
  readonly batchName: string;
  readonly tankId: string;
  readonly tankName: string;
  readonly tankMl: number;
  /** In what the tank stands, loaded and dry, before the first pour; null where it does not. */
  readonly warmsFirstIn: 'bath' | 'machine' | null;
  readonly reelSets: number;
  readonly clock: RunClock;
}
