import { array, boolean, number, object, string, type ObjectShape } from 'yup';
import { HEAT_SCHOOLS, type HeatSchool } from '../heat/tank/school-and-place.ts';
import { ONE_TEMPERATURE } from '../timing/one-temperature.ts';
import { DRYING_H } from './drying.ts';
import type { Habits } from './habits.ts';

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
  temperature: string().oneOf([...HEAT_SCHOOLS, 'ignore']),
  oneTemperature: string().oneOf(ONE_TEMPERATURE),
  tankStands: string().oneOf(['air', 'bath']),
  tankStart: string().oneOf(['room', 'bath']),
  pastCapacity: string().oneOf(['warn', 'refuse']),
  storage: string().oneOf(['air-ages', 'leaflet']),
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
