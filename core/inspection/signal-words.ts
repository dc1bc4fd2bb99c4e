import type { Film } from '../film/process.ts';
import { isMainDeveloper, type StepKind } from '../kit/kind.ts';
import type { ChartSignal, ControlChart } from './strips/control-chart.ts';
import type { MeasureName } from './strips/strip-measure.ts';

interface MeasureWords {
  readonly name: string;
  readonly means: string;
}

const BLUE_GREEN: MeasureWords = { name: 'Blue against green', means: 'How far the blue layer’s range lies from the green one’s.' };
const RED_GREEN: MeasureWords = { name: 'Red against green', means: 'How far the red layer’s range lies from the green one’s.' };

/** What is measured on a strip, as it is called; slide film is clear where light fell and black where none did. */
export const MEASURE_WORDS: Readonly<Record<Film, Readonly<Record<MeasureName, MeasureWords>>>> = {
  negative: {
    range: {
      name: 'Leader against base',
      means: 'The whole range that the developer makes: the leader’s density over that of the clear base.',
    },
    base: { name: 'Base', means: 'What film that saw no light keeps: it rises with fog, with age and with too much developer.' },
    'red-green': RED_GREEN,
    'blue-green': BLUE_GREEN,
  },
  slide: {
    range: {
      name: 'Black against clear',
      means: 'The whole range of a slide: the density of its black border over that of its clear leader.',
    },
    base: {
      name: 'Clear leader',
      means: 'What a slide keeps where light was plenty: it rises where the first developer or the bleach does less.',
    },
    'red-green': RED_GREEN,
    'blue-green': BLUE_GREEN,
  },
};

const COUNT = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight'];

/** Which way the latest strips have gone: below the centre or above. */
export type Way = 'falling' | 'rising';

/** What drifts that way (domain.md 17). */
export function pointsTo(measure: MeasureName, way: Way, film: Film): string {
  const slide = film === 'slide';
  switch (measure) {
    case 'range':
      if (slide) return way === 'falling' ? 'worn or cold colour developer, or fog' : 'colour developer too warm, too long or too strong';
      return way === 'falling' ? 'worn or cold developer' : 'developer too warm, too long or too strong';
    case 'base':
      if (slide) return way === 'rising' ? 'worn or cold first developer, or a tired bleach or fixer' : 'a first developer that does more';
      return way === 'rising' ? 'fog, or age of film or solution' : 'a bleach or fixer that now does more, or another film';
    case 'red-green':
      return 'contamination, or a developer off its temperature';
    case 'blue-green':
      return 'contamination, or a tired bleach';
  }
}

/** Which baths a drift of this figure is looked for in first. */
export function signalPointsTo(measure: MeasureName, kind: StepKind): boolean {
  return measure === 'blue-green' ? kind === 'bleach' || kind === 'bleach-fix' : isMainDeveloper(kind);
}

export interface SignalNow {
  readonly way: Way;
  /** The strips that give it, by their place in the chart. */
  readonly at: readonly number[];
  /** `Three outside the limits, and falling: worn or cold developer.` */
  readonly says: string;
}

/** What the chart says about its last strip; null where that one gives no signal. */
export function signalNow(chart: ControlChart, values: readonly number[], measure: MeasureName, film: Film): SignalNow | null {
  const last = values.length - 1;
  const { centre } = chart;
  const here = chart.signals.filter((signal) => signal.at === last);
  if (centre === null || here.length === 0) return null;
  const outside = new Set(chart.signals.filter(({ rule }) => rule === 'outside').map(({ at }) => at));
  let run = 0;
  while (outside.has(last - run) && sameSide(values[last - run], values[last], centre)) run++;
  const below = (values[last] as number) < centre;
  const trend = here.some(({ rule }) => rule === 'trend');
  const down = trend ? (values[last] as number) < (values[last - 1] as number) : below;
  const way: Way = down ? 'falling' : 'rising';
  const found = ruleInWords(here, run, below, way);
  return { way, at: [...outside].sort((a, b) => a - b), says: `${found}: ${pointsTo(measure, way, film)}.` };
}

function sameSide(a: number | undefined, b: number | undefined, centre: number): boolean {
  return Math.sign((a ?? centre) - centre) === Math.sign((b ?? centre) - centre);
}

function ruleInWords(here: readonly ChartSignal[], run: number, below: boolean, way: Way): string {
  const has = (rule: ChartSignal['rule']) => here.some((signal) => signal.rule === rule);
  const side = below ? 'below' : 'above';
  if (run > 0) return `${COUNT[run] ?? run} ${side} the limit${has('trend') ? `, and ${way}` : ''}`;
  if (has('trend')) return `Six in a row ${way}`;
  return `Eight in a row ${side} the line`;
}
