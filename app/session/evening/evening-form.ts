import { object, string, type InferType } from 'yup';
import { BOTTLE_MATERIALS } from '../../../core/heat/bath/water-bath.ts';
import { DEFAULT_EVENING, type EveningSettings } from '../../run/evening/evening-settings.ts';
import { ticked, typedNumber } from '../../ui/forms/typed.ts';

const between = (low: number, high: number, what: string) => {
  const sentence = `${what} is a number from ${low} to ${high}.`;
  return typedNumber(sentence).min(low, sentence).max(high, sentence);
};

/** The evening as its forms have it. Sliders and hidden fields post °C whatever they show; what is typed is in the person's unit. */
export const eveningSchema = object({
  anchor: string().oneOf(['start', 'first-pour', 'finish'], 'Choose when the evening is counted from.').required(),
  time: string()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'A clock time such as 19:30.')
    .default('19:30'),
  which: string().oneOf(['first', 'second'], 'The first or the second time of that night.').default('first'),
  loadMin: between(0, 120, 'Loading, in minutes,').default(10),
  dryMin: between(0, 600, 'Drying the reels, in minutes,').default(20),
  labPrice: between(0, 10_000, 'A laboratory’s price').nullable().default(null),
  litres: between(1, 100, 'The tub, in litres,').default(12),
  startC: between(5, 80, 'The water, in °C,').default(40),
  heaterW: between(0, 4000, 'The heater, in watts,').default(800),
  lidded: ticked(),
  roomC: between(0, 40, 'The room, in °C,').default(20),
  bottleStartC: between(0, 60, 'Bottles, in °C,').default(20),
  material: string().oneOf(BOTTLE_MATERIALS, 'Bottles are glass, plastic or steel.').default('glass'),
  hotTapC: between(20, 90, 'The hot tap, in °C,').default(52),
  coldTapC: between(1, 40, 'The cold tap, in °C,').default(14),
});

export function eveningFromForm(form: InferType<typeof eveningSchema>): EveningSettings {
  return { ...DEFAULT_EVENING, ...form };
}
