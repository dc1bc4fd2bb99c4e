/** The steps of a first session, in order (domain.md 19). */
export const FIRST_STEPS = ['needed', 'kit', 'room', 'tank', 'loading', 'blind', 'bath', 'dry-run', 'real', 'after'] as const;
export type FirstStep = (typeof FIRST_STEPS)[number];

export const FIRST_TITLES: Readonly<Record<FirstStep, string>> = {
  needed: 'What you need',
  kit: 'The kit in your hand',
  room: 'The room',
  tank: 'The tank',
  loading: 'Loading, in the light',
  blind: 'Loading, with closed eyes',
  bath: 'The bath',
  'dry-run': 'A dry run with water',
  real: 'The real roll',
  after: 'After it',
};

/** How far somebody is. Every step may be left and come back to; what is done stays done. */
export interface FirstRoll {
  readonly begunAtMs: number;
  readonly done: readonly FirstStep[];
  /** How often the film went onto the reel with closed eyes. */
  readonly blind: number;
  /** What was chosen on the way; null until then. */
  readonly kitId: string | null;
  readonly tankId: string | null;
  /** All of it is behind: the Bench explains no more. */
  readonly overAtMs: number | null;
}

const FIRST_ROLL_FORMAT = 'steady-reel/first-roll@1';
/** Often enough that the hands know it. */
export const BLIND_ENOUGH = 3;

export function isFirstStep(step: unknown): step is FirstStep {
  return FIRST_STEPS.some((each) => each === step);
}

export function newFirstRoll(atMs: number): FirstRoll {
  return { begunAtMs: atMs, done: [], blind: 0, kitId: null, tankId: null, overAtMs: null };
}

/** A first session as it was stored; null where there is none. What cannot be read of it is as at its beginning. */
export function readFirstRoll(document: unknown): FirstRoll | null {
  if (typeof document !== 'object' || document === null) return null;
  const { begunAtMs, done, blind, kitId, tankId, overAtMs } = document as Record<string, unknown>;
  if (typeof begunAtMs !== 'number') return null;
  return {
    begunAtMs,
    done: Array.isArray(done) ? FIRST_STEPS.filter((step) => done.includes(step)) : [],
    blind: typeof blind === 'number' && Number.isInteger(blind) && blind >= 0 ? blind : 0,
    kitId: typeof kitId === 'string' ? kitId : null,
    tankId: typeof tankId === 'string' ? tankId : null,
    overAtMs: typeof overAtMs === 'number' ? overAtMs : null,
  };
}

export function firstRollDocument(first: FirstRoll): object {
  return { format: FIRST_ROLL_FORMAT, ...first };
}

export function withDone(first: FirstRoll, step: FirstStep): FirstRoll {
  return { ...first, done: FIRST_STEPS.filter((each) => each === step || first.done.includes(each)) };
}

/** Where it goes on: the first step that is not done, counted from the one at hand; the last when all are. */
export function nextStep(first: FirstRoll, from: FirstStep | null = null): FirstStep {
  const start = from === null ? 0 : FIRST_STEPS.indexOf(from) + 1;
  const open = (step: FirstStep) => !first.done.includes(step);
  return FIRST_STEPS.slice(start).find(open) ?? FIRST_STEPS.find(open) ?? 'after';
}

/** Whether each bath says at the Bench what it does: from the beginning of a first session until it is over. */
export function explainsAtTheBench(first: FirstRoll | null): boolean {
  return first !== null && first.overAtMs === null;
}
