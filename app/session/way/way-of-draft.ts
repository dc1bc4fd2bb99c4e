import { array, number, object, string, type InferType } from 'yup';
import { TREATMENTS, type Treatment } from '../../../core/film/treatment.ts';
import { BARE_STEPS, type BareStep } from '../../../core/kit/kind.ts';
import { bathSchema, saidShapes } from '../../../core/kit/kit-schema.ts';
import type { Bath } from '../../../core/kit/kit.ts';
import type { StepSaid } from '../../../core/kit/manner.ts';
import { waysOf, type DraftedWays } from './drafted-ways.ts';
import { freshStepId, isSetIn, putBack, withPlace, withSaid, type WayStep } from '../../../core/schedule/way/way.ts';

const kitId = () => string().min(1).max(64).required();
const stepId = () => string().min(1).max(120).required();
const ofTreatment = () =>
  string<Treatment>()
    .oneOf([...TREATMENTS])
    .required();
/** For tonight alone, or from now on. */
const ofScope = () => string<'tonight' | 'always'>().oneOf(['tonight', 'always']);

/** What can be changed of a way, as it is posted. */
export const wayShapes = {
  way: object({
    kitId: kitId(),
    treatment: ofTreatment(),
    step: stepId(),
    scope: ofScope(),
    ...saidShapes,
    changes: number(),
    fills: array(number().required()),
  }),
  'way-leave-out': object({ kitId: kitId(), treatment: ofTreatment(), step: stepId(), scope: ofScope() }),
  'way-move': object({
    kitId: kitId(),
    treatment: ofTreatment(),
    step: stepId(),
    scope: ofScope(),
    before: string().min(1).max(120),
    after: string().min(1).max(120),
  }).test('one-of', 'before or after', ({ before, after }) => (before === undefined) !== (after === undefined)),
  'way-set-in': object({
    kitId: kitId(),
    treatment: ofTreatment(),
    after: stepId(),
    scope: ofScope(),
    water: string<BareStep>().oneOf([...BARE_STEPS]),
    bottle: bathSchema,
    single: string().min(1).max(120),
  }).test('one-of', 'water or a bath', ({ water, bottle }) => (water === undefined) !== ((bottle as unknown) === undefined)),
  'way-back': object({ kitId: kitId(), treatment: ofTreatment(), step: stepId(), scope: ofScope() }),
  'way-kit': object({ kitId: kitId(), treatment: ofTreatment(), scope: ofScope() }),
  'way-for-good': object({ kitId: kitId(), treatment: ofTreatment() }),
  'way-as-always': object({ kitId: kitId(), treatment: ofTreatment() }),
} as const;

export type WayChange = { [K in keyof typeof wayShapes]: { readonly kind: K } & InferType<(typeof wayShapes)[K]> }[keyof typeof wayShapes];

/** Whether a change is one of a way. */
export function isWayChange(change: { readonly kind: string }): change is WayChange {
  return Object.hasOwn(wayShapes, change.kind);
}

/** One change to the ways of a draft. */
export function withWayChange(drafted: DraftedWays, change: WayChange): DraftedWays {
  const by = (changed: (way: readonly WayStep[]) => readonly WayStep[]) => withWay(drafted, change, changed);
  switch (change.kind) {
    case 'way': {
      // Only what is said of a step; a form posts more than that.
      const said = Object.entries(change).filter(([name, value]) => Object.hasOwn(saidShapes, name) && value !== undefined);
      return by((way) => withSaid(way, { id: change.step, ...(Object.fromEntries(said) as StepSaid) }));
    }
    case 'way-leave-out':
      return by((way) => {
        const isOwn = way.some((step) => isSetIn(step) && step.id === change.step);
        return isOwn ? putBack(way, change.step) : withSaid(way, { id: change.step, leaveOut: true });
      });
    case 'way-move': {
      const { step, before, after } = change;
      return by((way) => withPlace(way, { id: step, ...(before === undefined ? { after } : { before }) }));
    }
    case 'way-set-in':
      return by((way) => [...way, setIn(change, way)]);
    case 'way-back':
      return by((way) => putBack(way, change.step));
    case 'way-kit':
      return by(() => []);
    case 'way-for-good': {
      const always = { ...drafted.ways[change.kitId], [change.treatment]: waysOf(drafted, change.kitId)[change.treatment] ?? [] };
      return { ...withoutTonight(drafted, change), ways: { ...drafted.ways, [change.kitId]: always } };
    }
    case 'way-as-always':
      return withoutTonight(drafted, change);
  }
}

function setIn({ after, water, bottle, single }: Extract<WayChange, { kind: 'way-set-in' }>, way: readonly WayStep[]): WayStep {
  // It came from a kit of the shelf, which was read whole.
  const bath = bottle as Bath | undefined;
  const id = freshStepId(
    water ?? bath?.id ?? 'step',
    way.map((step) => step.id),
  );
  if (bath) return { id, after, bottle: bath, ...(single ? { single } : {}) };
  return { id, after, ...(water ? { water } : {}) };
}

interface OfWay {
  readonly kitId: string;
  readonly treatment: Treatment;
  readonly scope?: 'tonight' | 'always' | undefined;
}

/** A kit’s way with one treatment, changed: for tonight alone, or from now on and tonight too. */
function withWay(
  { ways, waysTonight }: DraftedWays,
  { kitId: kit, treatment, scope }: OfWay,
  by: (way: readonly WayStep[]) => readonly WayStep[],
): DraftedWays {
  const [ofKit, tonight] = [ways[kit] ?? {}, waysTonight?.[kit] ?? {}];
  const ofTonight = scope === 'tonight' || tonight[treatment] ? by(tonight[treatment] ?? ofKit[treatment] ?? []) : null;
  return {
    ways: scope === 'tonight' ? ways : { ...ways, [kit]: { ...ofKit, [treatment]: by(ofKit[treatment] ?? []) } },
    ...(ofTonight ? { waysTonight: { ...waysTonight, [kit]: { ...tonight, [treatment]: ofTonight } } } : {}),
  };
}

/** Tonight this kit is gone through as always. */
function withoutTonight({ ways, waysTonight }: DraftedWays, { kitId: kit, treatment }: OfWay): DraftedWays {
  const { [treatment]: _, ...rest } = waysTonight?.[kit] ?? {};
  return { ways, waysTonight: { ...waysTonight, [kit]: rest } };
}
