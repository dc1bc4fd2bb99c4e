import type { Warning } from '../answer.ts';
import type { Process } from '../film/process.ts';
import type { Surroundings } from '../heat/temperature-path.ts';
import type { Habits, WashingHabit } from '../schedule/habits.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import type { Tank } from '../schedule/tank.ts';

/**
 * What a run carries with it, frozen when it goes to the Bench: a kit changed or deleted since then changes nothing.
 * Stored as one document with the run.
 */
export interface RunPlan {
  readonly title: string;
  readonly process: Process;
  readonly kitName: string;
  readonly batchName: string;
  readonly tankName: string;
  readonly rollNames: readonly string[];
  /** Absent in runs stored before it was kept. */
  readonly rollIds?: readonly string[];
  readonly rollNumber: number;
  readonly runRolls: number;
  readonly pushStops: number;
  readonly tank: Tank;
  readonly surroundings: Surroundings | null;
  readonly clock: 'first-drop' | 'tank-full';
  readonly pourOut: 'inside' | 'at-zero';
  readonly washing: WashingHabit | null;
  /** Absent in runs stored before it was kept. */
  readonly drying?: Habits['drying'];
  readonly changeoverS: number;
  readonly steps: readonly PlannedStep[];
  readonly totalS: number;
  readonly warnings: readonly Warning[];
  readonly advice: readonly string[];
}
