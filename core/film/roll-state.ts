/** Where a roll is on its way from the camera to the sleeve. */
export const ROLL_STATES = ['waiting', 'developing', 'developed', 'spoilt'] as const;
export type RollState = (typeof ROLL_STATES)[number];
