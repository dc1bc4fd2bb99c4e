import { array, boolean, object, string } from 'yup';
import { TREATMENTS, type Treatment } from '../../film/treatment.ts';
import { bathSchema, saidShapes } from '../../kit/kit-schema.ts';
import { BARE_STEPS } from '../../kit/kind.ts';
import type { WayStep } from './way.ts';

const id = () => string().min(1).max(120);

/** A step of a way as it is kept: one that is changed, or water or a single bath that is set in. */
const wayStep = object({
  id: id().required(),
  leaveOut: boolean(),
  after: id(),
  before: id(),
  water: string().oneOf(BARE_STEPS),
  bottle: bathSchema,
  single: id(),
  ...saidShapes,
}).exact();

/** More changes than these are another kit: what is kept beyond them could not be read back. */
export const MOST_CHANGES = 100;
const way = array(wayStep.required()).max(MOST_CHANGES).required();

/** The ways of a kit, by treatment. */
export type WaysOfKit = Readonly<Partial<Record<Treatment, readonly WayStep[]>>>;

/** Ways as they were stored, by kit and treatment: one that cannot be read is left to the kit, the others stand. */
export function readWays(document: unknown, keep: 'not-empty' | 'empty-too' = 'not-empty'): Readonly<Record<string, WaysOfKit>> {
  if (typeof document !== 'object' || document === null) return {};
  return Object.fromEntries(
    Object.entries(document as Record<string, unknown>).map(([kitId, ways]) => [
      kitId,
      Object.fromEntries(
        TREATMENTS.flatMap((treatment) => {
          const stored = (ways as Record<string, unknown> | null)?.[treatment];
          return way.isValidSync(stored, { strict: true }) && (keep === 'empty-too' || stored.length > 0)
            ? [[treatment, stored as readonly WayStep[]]]
            : [];
        }),
      ),
    ]),
  );
}
