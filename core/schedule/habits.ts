import { array, boolean, number, object, string, type ObjectShape } from 'yup';
import { DRYING_H } from './drying.ts';
import type { WearSchool } from '../timing/roll-number.ts';
import type { HeatSchool } from '../heat/tank-through-the-run.ts';

export type PrewashHabit =
  { readonly kind: 'none' } | { readonly kind: 'timed'; readonly s?: number } | { readonly kind: 'until-clear'; readonly s?: number };

export type WashingHabit =
  | { readonly kind: 'running'; readonly s?: number }
  | { readonly kind: 'changes'; readonly s?: number; readonly n?: number }
  | { readonly kind: 'counted'; readonly s?: number; readonly counts?: readonly number[] };

export type AgitationHabit =
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
  readonly tankStands?: 'air' | 'bath';
  readonly tankStart?: 'room' | 'bath';
  readonly pastCapacity?: 'warn' | 'refuse';
}

const part = <S extends ObjectShape>(fields: S) => object(fields).exact().default(undefined);
const seconds = () => number().min(0).max(864_000);

/** The one description of habits: the command line, the stored page and the form's result are read by it. */
export const habitShapes = {
  clock: string().oneOf(['first-drop', 'tank-full']),
  pourOut: string().oneOf(['inside', 'at-zero']),
  wear: string().oneOf(['last', 'first']),
  changeoverS: seconds(),
  prewash: part({ kind: string().oneOf(['none', 'timed', 'until-clear']).required(), s: seconds() }),
  afterDeveloper: string().oneOf(['none', 'rinse', 'stop']),
  washing: part({
    kind: string().oneOf(['running', 'changes', 'counted']).required(),
    s: seconds(),
    n: number().integer().min(1).max(100),
    counts: array(number().integer().min(1).max(1000).required()).min(1).max(50),
  }),
  agitation: part({
    initialS: seconds().when('continuous', { is: true, otherwise: (schema) => schema.required() }),
    everyS: number()
      .min(1)
      .max(86_400)
      .when('continuous', { is: true, otherwise: (schema) => schema.required() }),
    inversions: number()
      .integer()
      .min(1)
      .max(100)
      .when('continuous', { is: true, otherwise: (schema) => schema.required() }),
    tap: boolean(),
    continuous: boolean().oneOf([true]),
  }),
  stabiliser: string().oneOf(['in-tank', 'open-tray']),
  wettingAgent: string().oneOf(['none', 'drop']),
  drying: string().oneOf(['untouched', 'squeegee', 'spun']),
  dryingH: number().min(DRYING_H.least).max(DRYING_H.most),
  solution: string().oneOf(['returned', 'one-shot']),
  temperature: string().oneOf(['wait-longer', 'pour-warmer', 'ignore']),
  tankStands: string().oneOf(['air', 'bath']),
  tankStart: string().oneOf(['room', 'bath']),
  pastCapacity: string().oneOf(['warn', 'refuse']),
} as const;

/** What the temperature schools were called before the tank had a state of its own (domain.md 8.1). */
const OLD_TEMPERATURE: Readonly<Record<string, HeatSchool>> = { 'at-target': 'wait-longer', 'averages-target': 'pour-warmer' };

/** Habits as they were stored, by any version: a habit that cannot be read is left to the kit, the others stand. */
export function readHabits(document: unknown): Habits {
  if (typeof document !== 'object' || document === null) return {};
  const habits: Record<string, unknown> = {};
  for (const [name, shape] of Object.entries(habitShapes)) {
    const stored = (document as Record<string, unknown>)[name];
    const value = name === 'temperature' ? (OLD_TEMPERATURE[String(stored)] ?? stored) : stored;
    if (value !== undefined && value !== null && shape.isValidSync(value, { strict: true })) habits[name] = value;
  }
  return habits;
}

export const DEFAULT_CHANGEOVER_S = 5;
export const DEFAULT_PREWASH_S = 60;
export const DEFAULT_RINSE_S = 30;
export const DEFAULT_STOP_S = 30;
export const DEFAULT_WASH_S = 180;
export const DEFAULT_WETTING_AGENT_S = 30;
export const DEFAULT_WASH_CHANGES = 7;
export const DEFAULT_WASH_COUNTS: readonly number[] = [5, 10, 20];
export const WASH_LOW_C = 35;
export const WASH_HIGH_C = 40;
export const ROOM_C = 20;

export function prewashSeconds(habit: PrewashHabit | undefined): number {
  return habit && habit.kind !== 'none' ? (habit.s ?? DEFAULT_PREWASH_S) : DEFAULT_PREWASH_S;
}

export function washSeconds(habit: WashingHabit | undefined): number {
  return habit?.s ?? DEFAULT_WASH_S;
}
