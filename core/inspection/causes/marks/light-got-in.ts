import type { Mark } from '../../inspection.ts';
import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

/** Light that got in from an edge: where it lies tells by which way it came (domain.md 12). */
function lightFrom(
  mark: Mark,
  told: { readonly lies: string; readonly not: string } & Pick<Cause, 'id' | 'title' | 'returns' | 'nextTime'>,
): Cause {
  const { lies, not, ...cause } = told;
  return {
    ...cause,
    kind: 'film',
    for: (seen) => [marked(seen, mark) && e(3, lies)],
    against: (seen) => [unmarked(seen, mark) && e(2, not)],
    again: [],
    now: 'Fog cannot be taken away; strong frames may still scan.',
  };
}

export const lightInTheCanister = lightFrom('light-first-frames', {
  id: 'light-in-the-canister',
  title: 'Light got into the canister',
  lies: 'The dark lies over the first frames, and fades along the roll.',
  not: 'The first frames are as the others.',
  returns: { at: 'planning', about: 'film' },
  nextTime: 'Change film in the shade, and keep it in its box: the slit of a canister lets sun in.',
});
export const lightInTheCamera = lightFrom('light-bars', {
  id: 'light-in-the-camera',
  title: 'Light got in through the back of the camera',
  lies: 'Bars come in from one edge, at the same place of many frames.',
  not: 'No bars come in from one edge.',
  returns: { at: 'planning', about: 'film' },
  nextTime: 'Look at the seals of the camera’s back; tape over it until they are new.',
});
export const lightWhileLoading = lightFrom('light-both-edges', {
  id: 'light-while-loading',
  title: 'Light got in while it was loaded, or under the lid',
  lies: 'Both edges are dark all along, where the reel’s turns look out.',
  not: 'Its edges are as they should be.',
  returns: { at: 'first-pour', about: 'tank' },
  nextTime: 'Let eyes rest for five minutes and look for a glow; feel that lid and bag are closed before the light goes on.',
});
