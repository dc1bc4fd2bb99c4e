import { array, boolean, mixed, number, object, string, type AnySchema } from 'yup';
import { answered, refused, type Answer } from '../answer.ts';
import { checkedAgainst } from '../faults-in-words.ts';
import { MOST_OWN, type OwnMargin } from '../timing/own-margin.ts';

interface Happened {
  /** Made where the act was made, so that a repeated delivery is recognised. */
  readonly id: string;
  /** Epoch milliseconds of the act, by the server's clock. */
  readonly atMs: number;
}

/** What a reading was taken of: the tank, the tub, or a waiting bottle by its step (`bottle:bleach-fix`). */
export type ReadingOf = 'tank' | 'tub' | `bottle:${string}`;

/** What can happen to a run (architecture.md, rule 5). Appended, never changed; `undone` takes an earlier one out of account. */
export type RunEvent = Happened &
  (
    | { readonly kind: 'readied'; readonly skipped: readonly string[] }
    | { readonly kind: 'poured'; readonly step: string }
    | { readonly kind: 'step-ended'; readonly step: string }
    | { readonly kind: 'skipped'; readonly step: string }
    | { readonly kind: 'repeated'; readonly step: string }
    | { readonly kind: 'lengthened'; readonly step: string; readonly seconds: number }
    | { readonly kind: 'nudged'; readonly step: string; readonly seconds: number }
    | ({ readonly kind: 'margin'; readonly step: string } & OwnMargin)
    | {
        readonly kind: 'reading';
        readonly c: number;
        readonly shownC: number;
        /** The thermometer's name, as it was then. */
        readonly thermometer: string | null;
        readonly thermometerId?: string | null;
        readonly of?: ReadingOf;
      }
    | { readonly kind: 'correction'; readonly step: string; readonly follow: boolean }
    | { readonly kind: 'note'; readonly text: string }
    | { readonly kind: 'paused' }
    | { readonly kind: 'resumed' }
    | { readonly kind: 'undone'; readonly event: string }
    | { readonly kind: 'finished' }
    | { readonly kind: 'given-up'; readonly reason: string; readonly countsRolls: boolean }
  );

export type RunEventKind = RunEvent['kind'];

/** The version in which events are stored. Before it, a step was named by its place in the run. */
export const EVENT_VERSION = 2;

/** What an event has to know of its run to be read: the steps' ids, in order. */
export interface StepsById {
  readonly steps: readonly { readonly id: string }[];
}

/** A step by its id, or by its place as the first version had it. */
const step = () =>
  mixed()
    .test('step', 'step must be the id of one of the run’s steps.', (value) =>
      typeof value === 'string'
        ? value.length > 0 && value.length <= 120
        : typeof value === 'number' && Number.isInteger(value) && value >= 0 && value < 200,
    )
    .required();
const eventId = () => string().min(8).max(64).required();
const tempC = () => number().min(0).max(100).required();

const bodies: Readonly<Record<RunEventKind, Record<string, AnySchema>>> = {
  readied: { skipped: array(string().max(200).required()).max(40).required() },
  poured: { step: step() },
  'step-ended': { step: step() },
  skipped: { step: step() },
  repeated: { step: step() },
  lengthened: { step: step(), seconds: number().integer().min(-3600).max(3600).required() },
  nudged: { step: step(), seconds: number().integer().min(-3600).max(3600).required() },
  margin: {
    step: step(),
    by: string().oneOf(['seconds', 'percent']).required(),
    amount: number()
      .when('by', ([by], schema) =>
        by === 'percent'
          ? schema.min(-MOST_OWN.percent).max(MOST_OWN.percent)
          : schema.integer().min(-MOST_OWN.seconds).max(MOST_OWN.seconds),
      )
      .required(),
    reason: string().max(200).defined(),
  },
  reading: {
    c: tempC(),
    shownC: tempC(),
    thermometer: string().max(120).nullable().defined(),
    thermometerId: string().max(80).nullable(),
    of: string().matches(/^(tank|tub|bottle:.{1,120})$/, 'of must be tank, tub or bottle: with a step.'),
  },
  correction: { step: step(), follow: boolean().required() },
  note: { text: string().min(1).max(2000).required() },
  paused: {},
  resumed: {},
  undone: { event: eventId() },
  finished: {},
  'given-up': { reason: string().max(500).defined(), countsRolls: boolean().required() },
};

export const RUN_EVENT_KINDS = Object.keys(bodies) as readonly RunEventKind[];

function eventSchemaFor(value: unknown): AnySchema {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const body = typeof kind === 'string' && Object.hasOwn(bodies, kind) ? bodies[kind as RunEventKind] : {};
  return object({
    v: number().oneOf([1, EVENT_VERSION]),
    id: eventId(),
    atMs: number().integer().min(0).max(8.64e15).required(),
    kind: string().oneOf(RUN_EVENT_KINDS).required(),
    ...body,
  })
    .exact()
    .required();
}

/**
 * Reads one event, of any version, from outside or from the book. Every fault is named by its path; an unknown field is
 * a fault. A step that was named by its place gets its id.
 */
export function readRunEvent(value: unknown, run: StepsById): Answer<RunEvent> {
  const checked = checkedAgainst(eventSchemaFor(value), value);
  if (!checked.ok) return checked;
  const { v: _, ...event } = value as { v?: number; step?: unknown };
  if (event.step === undefined) return answered(event as RunEvent);
  const id = typeof event.step === 'number' ? run.steps[event.step]?.id : run.steps.find((each) => each.id === event.step)?.id;
  if (id === undefined)
    return refused({
      code: 'unknown-step',
      path: '$.step',
      message: `This run has no such step. Its steps are ${run.steps.map((each) => each.id).join(', ')}.`,
    });
  return answered({ ...event, step: id } as RunEvent);
}

const KINDS: ReadonlySet<unknown> = new Set(RUN_EVENT_KINDS);

/**
 * Reads an event back from the book, or as the server tells it. It was checked field by field when it was appended; an
 * evening has thousands, so what is in today's version is only looked over here. Anything else goes the long way.
 */
export function readStoredEvent(value: unknown, run: StepsById): Answer<RunEvent> {
  if (typeof value !== 'object' || value === null) return readRunEvent(value, run);
  const { v, ...event } = value as { v?: unknown; id?: unknown; atMs?: unknown; kind?: unknown; step?: unknown };
  const known =
    v === EVENT_VERSION &&
    typeof event.id === 'string' &&
    typeof event.atMs === 'number' &&
    KINDS.has(event.kind) &&
    (event.step === undefined || run.steps.some((step) => step.id === event.step));
  return known ? answered(event as RunEvent) : readRunEvent(value, run);
}

/** An event as it is stored. */
export function storedEvent(event: RunEvent): RunEvent & { readonly v: number } {
  return { v: EVENT_VERSION, ...event };
}
