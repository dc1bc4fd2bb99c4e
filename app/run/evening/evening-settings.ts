import { boolean, number, string } from 'yup';
import type { TubSetting } from '../../../core/evening/evening-bath.ts';
import { BOTTLE_MATERIALS } from '../../../core/heat/bath/water-bath.ts';

type Anchor = 'start' | 'first-pour' | 'finish';

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
