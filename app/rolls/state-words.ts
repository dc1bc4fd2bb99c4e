import type { RollState } from '../../core/film/roll-state.ts';

export const STATE_WORDS: Readonly<Record<RollState, string>> = {
  waiting: 'Waiting',
  developing: 'In a run',
  developed: 'Developed',
  spoilt: 'Spoilt',
};
