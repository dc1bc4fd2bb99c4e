import { boolean, number, object, string, type InferType } from 'yup';
import type { TubSetting } from '../../../core/heat/evening-bath.ts';
import { BOTTLE_MATERIALS } from '../../../core/heat/water-bath.ts';
import { typedNumber } from '../../ui/typed.ts';

export type Anchor = 'start' | 'first-pour' | 'finish';

/** What a person says about the evening: when, which tub, what a laboratory asks. */
export interface EveningSettings extends TubSetting {
  readonly anchor: Anchor;
  /** `19:30`; for `start` it is not used. */
  readonly time: string;
  /** In the night in which that time comes twice: which of the two. */
  readonly which: 'first' | 'second';
  readonly loadMin: number;
  readonly dryMin: number;
  readonly labPrice: number | null;
}

export const DEFAULT_EVENING: EveningSettings = {
  anchor: 'start',
  time: '19:30',
  which: 'first',
  loadMin: 10,
  dryMin: 20,
  labPrice: null,
  litres: 12,
  startC: 40,
  heaterW: 800,
  lidded: false,
  roomC: 20,
  bottleStartC: 20,
  material: 'glass',
  hotTapC: 52,
  coldTapC: 14,
};

const EVENING_FORMAT = 'steady-reel/evening@2';

/** The evening's page as it was stored, by any version; what cannot be read is as usual. */
export function readEvening(document: unknown): EveningSettings {
  if (typeof document !== 'object' || document === null) return DEFAULT_EVENING;
  const read: Record<string, unknown> = {};
  for (const [name, usual] of Object.entries(DEFAULT_EVENING)) {
    const stored = (document as Record<string, unknown>)[name];
    if (stored === undefined || (name === 'labPrice' ? stored !== null && typeof stored !== 'number' : typeof stored !== typeof usual))
      continue;
    if (shapes[name as keyof typeof shapes]?.isValidSync(stored, { strict: true }) ?? true) read[name] = stored;
  }
  return { ...DEFAULT_EVENING, ...read };
}

export function eveningDocument(settings: EveningSettings): object {
  return { format: EVENING_FORMAT, ...settings };
}

/** What is kept, in °C and litres. */
const shapes = {
  anchor: string().oneOf(['start', 'first-pour', 'finish']),
  time: string().matches(/^([01]\d|2[0-3]):[0-5]\d$/),
  which: string().oneOf(['first', 'second']),
  loadMin: number().min(0).max(120),
  dryMin: number().min(0).max(600),
  labPrice: number().min(0).max(10_000).nullable(),
  litres: number().min(1).max(100),
  startC: number().min(5).max(80),
  heaterW: number().min(0).max(4000),
  lidded: boolean(),
  roomC: number().min(0).max(40),
  bottleStartC: number().min(0).max(60),
  material: string().oneOf(BOTTLE_MATERIALS),
  hotTapC: number().min(20).max(90),
  coldTapC: number().min(1).max(40),
} as const;

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
  lidded: boolean().default(false),
  roomC: between(0, 40, 'The room, in °C,').default(20),
  bottleStartC: between(0, 60, 'Bottles, in °C,').default(20),
  material: string().oneOf(BOTTLE_MATERIALS, 'Bottles are glass, plastic or steel.').default('glass'),
  hotTapC: between(20, 90, 'The hot tap, in °C,').default(52),
  coldTapC: between(1, 40, 'The cold tap, in °C,').default(14),
});

export function eveningFromForm(form: InferType<typeof eveningSchema>): EveningSettings {
  return { ...DEFAULT_EVENING, ...form };
}
