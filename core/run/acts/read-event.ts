import { array, boolean, mixed, number, object, string, type AnySchema } from 'yup';
import { answered, refused, type Answer } from '../../answer.ts';
import { INCIDENTS } from '../../chemistry/ledger/standing.ts';
import { checkedAgainst } from '../../faults-in-words.ts';
import { MOST_OWN } from '../../timing/own-margin.ts';
import { EVENT_VERSION, RUN_EVENT_KINDS, readAcceptedEvent, type RunEvent, type RunEventKind, type StepsById } from './event.ts';

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
    probe: string().max(40),
    of: string().matches(/^(tank|tub|bottle:.{1,120})$/, 'of must be tank, tub or bottle: with a step.'),
  },
  correction: { step: step(), follow: boolean().required() },
  agitated: { step: step() },
  note: { text: string().min(1).max(2000).required() },
  incident: {
    bath: string().min(1).max(120).required(),
    what: string().oneOf(INCIDENTS).required(),
    ml: number().min(0).max(20_000),
  },
  paused: {},
  resumed: {},
  undone: { event: eventId() },
  finished: {},
  'given-up': { reason: string().max(500).defined(), countsRolls: boolean().required() },
};

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

/** Reads an event back from the book. Anything that is not as today's version has it goes the long way, and says what is wrong. */
export function readStoredEvent(value: unknown, run: StepsById): Answer<RunEvent> {
  const accepted = readAcceptedEvent(value, run);
  return accepted ? answered(accepted) : readRunEvent(value, run);
}
