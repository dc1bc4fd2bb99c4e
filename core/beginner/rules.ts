import type { WarningCode } from '../answer.ts';
import type { WorkingLine } from '../timing/step-time.ts';

/** The rules of the method, by name; their words are in method.ts, which no screen at the sink has to load. */
export const RULE_IDS = [
  'order',
  'leaflet',
  'temperature',
  'wear',
  'push',
  'own',
  'tank',
  'drift',
  'bath',
  'agitation',
  'clock',
  'completion',
  'capacity',
  'light',
  'drying',
] as const;
export type RuleId = (typeof RULE_IDS)[number];

export const METHOD_TITLES: Readonly<Record<RuleId, string>> = {
  order: 'The order of the baths',
  leaflet: 'The leaflet’s time',
  temperature: 'Another temperature',
  wear: 'Wear',
  push: 'Push and pull',
  own: 'Your own margin',
  tank: 'The tank’s heat',
  drift: 'Following the temperature',
  bath: 'The water bath',
  agitation: 'Agitation',
  clock: 'Where a bath begins and ends',
  completion: 'Baths that run to completion',
  capacity: 'What a batch can bear',
  light: 'When light does no harm',
  drying: 'Drying',
};

/** The rule behind a line of a working. */
export const RULE_OF_LINE: Readonly<Record<WorkingLine['what'], RuleId>> = {
  leaflet: 'leaflet',
  wear: 'wear',
  push: 'push',
  temperature: 'temperature',
  tank: 'tank',
  own: 'own',
};

/** The rule behind a warning. */
export const RULE_OF_WARNING: Readonly<Record<WarningCode, RuleId>> = {
  extrapolated: 'temperature',
  'outside-range': 'completion',
  'short-developer': 'clock',
  'past-capacity': 'capacity',
  'past-shelf-life': 'capacity',
  'off-nominal': 'temperature',
  'off-leaflet-temperature': 'temperature',
  'tank-outside-range': 'tank',
  'pour-far': 'tank',
  'past-table': 'wear',
  'changes-too-quick': 'completion',
  'after-final': 'completion',
  'push-colour': 'push',
  'volume-short': 'capacity',
  'bottle-doubtful': 'capacity',
  'far-outside-leaflet': 'drift',
  'large-correction': 'drift',
};
