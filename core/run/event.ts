import { array, boolean, lazy, number, object, string, type AnySchema } from 'yup';
import type { Answer } from '../answer.ts';
import { checkedAgainst } from '../faults-in-words.ts';

interface Happened {
  /** Made where the act was made, so that a repeated delivery is recognised. */
  readonly id: string;
  /** Epoch milliseconds of the act, by the server's clock. */
  readonly atMs: number;
}

/** What can happen to a run (architecture.md, rule 5). Appended, never changed; `undone` takes an earlier one out of account. */
export type RunEvent = Happened &
  (
    | { readonly kind: 'readied'; readonly skipped: readonly string[] }
    | { readonly kind: 'poured'; readonly step: number }
    | { readonly kind: 'step-ended'; readonly step: number }
    | { readonly kind: 'skipped'; readonly step: number }
    | { readonly kind: 'repeated'; readonly step: number }
    | { readonly kind: 'lengthened'; readonly step: number; readonly seconds: number }
    | { readonly kind: 'nudged'; readonly step: number; readonly seconds: number }
    | { readonly kind: 'reading'; readonly c: number; readonly shownC: number; readonly thermometer: string | null }
    | { readonly kind: 'correction'; readonly step: number; readonly follow: boolean }
    | { readonly kind: 'note'; readonly text: string }
    | { readonly kind: 'paused' }
    | { readonly kind: 'resumed' }
    | { readonly kind: 'undone'; readonly event: string }
    | { readonly kind: 'finished' }
    | { readonly kind: 'given-up'; readonly reason: string; readonly countsRolls: boolean }
  );

export type RunEventKind = RunEvent['kind'];

const step = () => number().integer().min(0).max(199).required();
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
  reading: { c: tempC(), shownC: tempC(), thermometer: string().max(80).nullable().defined() },
  correction: { step: step(), follow: boolean().required() },
  note: { text: string().min(1).max(2000).required() },
  paused: {},
  resumed: {},
  undone: { event: eventId() },
  finished: {},
  'given-up': { reason: string().max(500).defined(), countsRolls: boolean().required() },
};

export const RUN_EVENT_KINDS = Object.keys(bodies) as readonly RunEventKind[];

const eventSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const body = typeof kind === 'string' && Object.hasOwn(bodies, kind) ? bodies[kind as RunEventKind] : {};
  return object({
    id: eventId(),
    atMs: number().integer().min(0).max(8.64e15).required(),
    kind: string().oneOf(RUN_EVENT_KINDS).required(),
    ...body,
  })
    .exact()
    .required();
});

/** Reads one event from outside. Every fault is named by its path; an unknown field is a fault. */
export function readRunEvent(value: unknown): Answer<RunEvent> {
  return checkedAgainst(eventSchema as unknown as AnySchema, value) as Answer<RunEvent>;
}
