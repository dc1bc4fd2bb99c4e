import { object, string } from 'yup';
import { SPEEDS } from '../../../../core/practice/practice-clock.ts';
import { SCENE_IDS } from '../../../../core/practice/scene.ts';
import { typedNumber } from '../../../ui/forms/typed.ts';

export const LARGEST_SEED = 999_999;
const SEED = `A whole number from 0 to ${LARGEST_SEED}; empty throws the dice.`;

/** What a practice is begun with. */
export const practiceSchema = object({
  scene: string().oneOf(SCENE_IDS, 'Choose one of the kitchens.').required('Choose one of the kitchens.'),
  kit: string().required('Choose a kit.').max(120),
  tank: string().max(120),
  speed: typedNumber('1, 2, 5, 10 or 20.').oneOf(SPEEDS, '1, 2, 5, 10 or 20.').required('1, 2, 5, 10 or 20.'),
  seed: typedNumber(SEED).integer(SEED).min(0, SEED).max(LARGEST_SEED, SEED),
});
