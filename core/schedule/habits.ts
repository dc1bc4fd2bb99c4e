import type { HeatSchool } from '../heat/tank/school-and-place.ts';
import type { OneTemperature } from '../timing/one-temperature.ts';
import type { WearSchool } from '../timing/roll-number.ts';

export type PrewashHabit =
  | { readonly kind: 'none' }
  | { readonly kind: 'timed'; readonly s?: number }
  | { readonly kind: 'until-clear'; readonly s?: number };

export type WashingHabit =
  | { readonly kind: 'running'; readonly s?: number }
  | { readonly kind: 'changes'; readonly s?: number; readonly n?: number }
  | { readonly kind: 'counted'; readonly s?: number; readonly counts?: readonly number[] };

type AgitationHabit =
  | { readonly initialS: number; readonly everyS: number; readonly inversions: number; readonly tap?: boolean }
  /** By hand or by a gentle machine, all the step long. */
  | { readonly continuous: true };

/**
 * A person's own way where schools differ (domain.md 9). A habit that is absent leaves the kit's document as it is;
 * a habit that is named overrules it, so "not named" and "named with the default" are different things.
 */
export interface Habits {
  readonly clock?: 'first-drop' | 'tank-full';
  readonly pourOut?: 'inside' | 'at-zero';
  readonly wear?: WearSchool;
  readonly changeoverS?: number;
  readonly prewash?: PrewashHabit;
  readonly afterDeveloper?: 'none' | 'rinse' | 'stop';
  readonly washing?: WashingHabit;
  readonly agitation?: AgitationHabit;
  readonly stabiliser?: 'in-tank' | 'open-tray';
  readonly wettingAgent?: 'none' | 'drop';
  readonly drying?: 'untouched' | 'squeegee' | 'spun';
  /** How long film takes to dry in this house. */
  readonly dryingH?: number;
  readonly solution?: 'returned' | 'one-shot';
  /** What is done about the heat a tank takes; `ignore` leaves it out of the reckoning. */
  readonly temperature?: HeatSchool | 'ignore';
  /** What is done with a developer that is printed for one temperature (domain.md 5.1). */
  readonly oneTemperature?: OneTemperature;
  readonly tankStands?: 'air' | 'bath';
  readonly tankStart?: 'room' | 'bath';
  readonly pastCapacity?: 'warn' | 'refuse';
  /** What air over a solution does to it (domain.md 15, storage). */
  readonly storage?: 'air-ages' | 'leaflet';
}

export const DEFAULT_CHANGEOVER_S = 5;
const DEFAULT_PREWASH_S = 60;
export const DEFAULT_RINSE_S = 30;
export const DEFAULT_STOP_S = 30;
const DEFAULT_WASH_S = 180;
export const DEFAULT_WETTING_AGENT_S = 30;
export const ROOM_C = 20;

export function prewashSeconds(habit: PrewashHabit | undefined): number {
  return habit && habit.kind !== 'none' ? (habit.s ?? DEFAULT_PREWASH_S) : DEFAULT_PREWASH_S;
}

export function washSeconds(habit: WashingHabit | undefined): number {
  return habit?.s ?? DEFAULT_WASH_S;
}

/** Whether every run has fresh solution: the batch's own use where it has one, else the habit (domain.md 9: by batch). */
export function isOneShot(habits: Pick<Habits, 'solution'>, batch: { readonly solution?: Habits['solution'] | null } = {}): boolean {
  return (batch.solution ?? habits.solution) === 'one-shot';
}
