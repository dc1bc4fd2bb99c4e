/** What a film may go through again, as it is said: light does no harm to one that was developed and fixed (domain.md 12). */
export const AGAIN = ['bleach', 'fix', 'wash', 'stabilise'] as const;
export type Again = (typeof AGAIN)[number];
