import type { Warning } from '../../../core/answer.ts';
import type { Treatment } from '../../../core/film/treatment.ts';
import { MANNERS, MOVEMENTS, type Manner, type MannerKind, type Movement } from '../../../core/kit/manner.ts';
import type { AsTheKit } from '../../../core/schedule/way/as-the-kit.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { isSetIn, type StepChanged, type WayStep } from '../../../core/schedule/way/way.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature, type TemperatureUnit } from '../../../core/units/temperature.ts';

/** How a kit is gone through with one treatment, as it is shown and changed wherever its strip is drawn (domain.md 9.1). */
export interface WayShown {
  readonly kitId: string;
  readonly treatment: Treatment;
  readonly steps: readonly PlannedStep[];
  readonly warnings: readonly Warning[];
  readonly asTheKit: AsTheKit;
  readonly way: readonly WayStep[];
  /** Whether there is an evening that it could be for alone, and whether that has a way of its own already. */
  readonly evening: 'none' | 'as-always' | 'its-own';
}

export const MANNER_WORDS: Readonly<Record<MannerKind, string>> = {
  standing: 'stands',
  running: 'runs',
  changes: 'changed',
  counted: 'counted',
  'until-clear': 'until clear',
};
export const MOVEMENT_WORDS: Readonly<Record<Movement, string>> = {
  none: 'not moved',
  gentle: 'gently, all the time',
  shaken: 'shaken',
  'as-developer': 'as the developer',
};
export { MANNERS, MOVEMENTS };

/** What is one’s own of a step, and what it was before. */
export interface OwnedStep {
  readonly id: string;
  readonly name: string;
  readonly leftOut: boolean;
  readonly is: string;
  /** Empty for what was set in, and where a step was only moved. */
  readonly was: string;
}

/** Everything that is this person’s own, a line a step, in the order it was said first. */
export function ownedSteps({ steps, asTheKit, way }: WayShown, unit: TemperatureUnit): OwnedStep[] {
  const ids = [...new Set(way.map(({ id }) => id))];
  const nameOf = (id: string) => steps.find((step) => step.id === id)?.name ?? asTheKit[id]?.name ?? id;
  return ids.map((id) => {
    const said = way.filter((step) => step.id === id);
    const was = asTheKit[id];
    const merged: WayStep = Object.assign({}, ...said) as WayStep;
    const leftOut = said.some((step) => (step as StepChanged).leaveOut === true);
    const places = said.flatMap((step) => {
      const [where, beside] = step.before === undefined ? ['after', step.after] : ['before', step.before];
      return beside === undefined ? [] : [`${isSetIn(step) ? 'set in ' : ''}${where} ${lowerFirst(nameOf(beside))}`];
    });
    return {
      id,
      name: nameOf(id),
      leftOut,
      is: [...saidInWords(merged, unit), ...places].join(', '),
      was: was ? wasInWords(merged, was, unit) : '',
    };
  });
}

function saidInWords({ s, c, manner, changes, fills, movement }: WayStep, unit: TemperatureUnit): string[] {
  const water = manner ?? (fills ? 'counted' : changes === undefined ? undefined : 'changes');
  return [
    ...(s === undefined ? [] : [showDuration(s)]),
    ...(typeof c === 'number' ? [`at ${showTemperature(c, unit)}`] : []),
    ...(water ? [`${MANNER_WORDS[water]}${changes === undefined ? '' : ` × ${changes}`}${fills ? ` ${fills.join(', ')}` : ''}`] : []),
    ...(movement ? [MOVEMENT_WORDS[movement]] : []),
  ];
}

/** Of what was changed alone, as kit, habits and treatment have it. */
function wasInWords({ s, c, manner, changes, fills }: WayStep, was: AsTheKit[string], unit: TemperatureUnit): string {
  const water = manner !== undefined || changes !== undefined || fills !== undefined;
  return [
    ...(s !== undefined || fills !== undefined ? [showDuration(was.seconds)] : []),
    ...(c === undefined ? [] : [showTemperature(was.temperatureC, unit)]),
    ...(water && was.manner ? [mannerInWords(was.manner)] : []),
  ].join(', ');
}

function mannerInWords(manner: Manner): string {
  if (manner.manner === 'changes') return `changed × ${manner.changes}`;
  return manner.manner === 'counted' ? `counted ${manner.fills.join(', ')}` : MANNER_WORDS[manner.manner];
}
