import { object, string, type InferType } from 'yup';
import { HEAT_SCHOOLS } from '../../../core/heat/tank/school-and-place.ts';
import { DRYING_H } from '../../../core/schedule/drying.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import { ONE_TEMPERATURE } from '../../../core/timing/one-temperature.ts';
import { typedNumber } from '../../ui/forms/typed.ts';

const secondsIn = (low: number, high: number, what: string) => {
  const sentence = `${what} takes whole seconds from ${low} to ${high}.`;
  return typedNumber(sentence).integer(sentence).min(low, sentence).max(high, sentence);
};

const DRIES = `Drying takes from ${DRYING_H.least} to ${DRYING_H.most} hours, such as 2 or 0.5.`;

/** The habits page as a form. `kit` leaves a question to the kit's own document. */
export const habitsSchema = object({
  clock: string().oneOf(['first-drop', 'tank-full']).required(),
  pourOut: string().oneOf(['inside', 'at-zero']).required(),
  wear: string().oneOf(['last', 'first']).required(),
  changeoverS: secondsIn(0, 120, 'Between baths').required('Give the seconds you need between baths, 5 if unsure.'),
  prewash: string().oneOf(['kit', 'none', 'timed', 'until-clear']).required(),
  prewashS: secondsIn(10, 900, 'A prewash'),
  afterDeveloper: string().oneOf(['kit', 'none', 'rinse', 'stop']).required(),
  washing: string().oneOf(['kit', 'running', 'changes', 'counted']).required(),
  washS: secondsIn(30, 3600, 'A wash'),
  washN: typedNumber('Changes of water are a whole number from 1 to 40.').integer().min(1).max(40),
  agitation: string().oneOf(['kit', 'every-30', 'every-60', 'long-gaps', 'continuous']).required(),
  initialS: secondsIn(0, 120, 'The first agitation'),
  inversions: typedNumber('Inversions are a whole number from 1 to 20.').integer().min(1).max(20),
  stabiliser: string().oneOf(['in-tank', 'open-tray']).required(),
  wettingAgent: string().oneOf(['none', 'drop']).required(),
  drying: string().oneOf(['untouched', 'squeegee', 'spun']).required(),
  dryingH: typedNumber(DRIES).min(DRYING_H.least, DRIES).max(DRYING_H.most, DRIES),
  solution: string().oneOf(['returned', 'one-shot']).required(),
  temperature: string()
    .oneOf([...HEAT_SCHOOLS, 'ignore'])
    .required(),
  oneTemperature: string().oneOf(ONE_TEMPERATURE).required(),
  tankStands: string().oneOf(['air', 'bath']).required(),
  tankStart: string().oneOf(['room', 'bath']).required(),
  pastCapacity: string().oneOf(['warn', 'refuse']).required(),
  storage: string().oneOf(['air-ages', 'leaflet']).required(),
});

type HabitsForm = InferType<typeof habitsSchema>;

const EVERY_S: Readonly<Record<string, number>> = { 'every-30': 30, 'every-60': 60, 'long-gaps': 120 };

export function habitsFromForm(form: HabitsForm): Habits {
  const { prewash, prewashS, afterDeveloper, washing, washS, washN, wettingAgent, agitation, initialS, inversions, dryingH, ...plain } =
    form;
  return {
    ...plain,
    ...(dryingH === undefined ? {} : { dryingH }),
    ...(agitation === 'kit'
      ? {}
      : agitation === 'continuous'
        ? { agitation: { continuous: true } }
        : { agitation: { initialS: initialS ?? 15, everyS: EVERY_S[agitation] ?? 30, inversions: inversions ?? 4, tap: true } }),
    ...(wettingAgent === 'drop' ? { wettingAgent } : {}),
    ...(afterDeveloper === 'kit' ? {} : { afterDeveloper }),
    ...(prewash === 'kit'
      ? {}
      : { prewash: prewash === 'none' ? { kind: prewash } : { kind: prewash, ...(prewashS ? { s: prewashS } : {}) } }),
    ...(washing === 'kit'
      ? {}
      : { washing: { kind: washing, ...(washS ? { s: washS } : {}), ...(washing === 'changes' && washN ? { n: washN } : {}) } }),
  };
}

export function formFromHabits(habits: Habits): Record<string, string | number | undefined> {
  const { prewash, washing } = habits;
  const beat = habits.agitation && !('continuous' in habits.agitation) ? habits.agitation : null;
  return {
    clock: habits.clock ?? 'first-drop',
    pourOut: habits.pourOut ?? 'inside',
    wear: habits.wear ?? 'last',
    changeoverS: habits.changeoverS ?? 5,
    prewash: prewash?.kind ?? 'kit',
    prewashS: prewash && prewash.kind !== 'none' ? prewash.s : undefined,
    afterDeveloper: habits.afterDeveloper ?? 'kit',
    washing: washing?.kind ?? 'kit',
    washS: washing?.s,
    washN: washing?.kind === 'changes' ? washing.n : undefined,
    agitation: habits.agitation && !beat ? 'continuous' : (Object.keys(EVERY_S).find((name) => EVERY_S[name] === beat?.everyS) ?? 'kit'),
    initialS: beat?.initialS,
    inversions: beat?.inversions,
    stabiliser: habits.stabiliser ?? 'in-tank',
    wettingAgent: habits.wettingAgent ?? 'none',
    drying: habits.drying ?? 'untouched',
    dryingH: habits.dryingH,
    solution: habits.solution ?? 'returned',
    temperature: habits.temperature ?? 'wait-longer',
    oneTemperature: habits.oneTemperature ?? 'hold',
    tankStands: habits.tankStands ?? 'air',
    tankStart: habits.tankStart ?? (prewash?.kind === 'none' ? 'bath' : 'room'),
    pastCapacity: habits.pastCapacity ?? 'warn',
    storage: habits.storage ?? 'air-ages',
  };
}
