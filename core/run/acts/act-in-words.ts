import type { RunEvent } from './event.ts';

/** What was done, as the subject of a sentence: “The pour did not count”. */
export const ACT_NAMES: Readonly<Record<RunEvent['kind'], string>> = {
  readied: 'Ready',
  poured: 'The pour',
  'step-ended': 'The end of the bath',
  skipped: 'The skip',
  repeated: 'The repeat',
  lengthened: 'The longer time',
  nudged: 'The moved start',
  margin: 'Your own margin',
  reading: 'The reading',
  correction: 'The choice of time',
  agitated: 'The agitation',
  note: 'The note',
  incident: 'What got into a bottle',
  paused: 'The pause',
  resumed: 'Going on',
  undone: 'The undo',
  finished: 'The finish',
  'given-up': 'Giving up',
};

/** The same as an entry of a list, with the bath it was about: “The pour: Developer”. */
export function actInWords(event: RunEvent, steps: readonly { readonly id: string; readonly name: string }[]): string {
  const name = ACT_NAMES[event.kind];
  const step = 'step' in event ? steps.find(({ id }) => id === event.step)?.name : undefined;
  return step === undefined ? name : `${name}: ${step}`;
}
