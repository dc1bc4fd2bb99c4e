import type { Incident } from '../../chemistry/ledger/standing.ts';
import type { OwnMargin } from '../../timing/own-margin.ts';

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
        /** The probe that sent it by itself; absent where a person read it. */
        readonly probe?: string;
      }
    | { readonly kind: 'correction'; readonly step: string; readonly follow: boolean }
    /** The tank was turned on the beat, and it was pressed. */
    | { readonly kind: 'agitated'; readonly step: string }
    | { readonly kind: 'note'; readonly text: string }
    /** Something got into a waiting bottle, by the bath that it holds (domain.md 15). */
    | { readonly kind: 'incident'; readonly bath: string; readonly what: Incident; readonly ml?: number }
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

export const RUN_EVENT_KINDS = [
  'readied',
  'poured',
  'step-ended',
  'skipped',
  'repeated',
  'lengthened',
  'nudged',
  'margin',
  'reading',
  'correction',
  'agitated',
  'note',
  'incident',
  'paused',
  'resumed',
  'undone',
  'finished',
  'given-up',
] as const satisfies readonly RunEventKind[];

const KINDS: ReadonlySet<unknown> = new Set(RUN_EVENT_KINDS);

/**
 * Reads back an event that was checked field by field when it was appended: from the book, from the server, or from what
 * this screen kept. An evening has thousands, so it is only looked over; a step that was named by its place gets its id.
 * Null for what is no event of this run, or of a version that is not known yet.
 */
export function readAcceptedEvent(value: unknown, run: StepsById): RunEvent | null {
  if (typeof value !== 'object' || value === null) return null;
  const { v, ...event } = value as { v?: unknown; id?: unknown; atMs?: unknown; kind?: unknown; step?: unknown };
  const known = v === undefined || v === 1 || v === EVENT_VERSION;
  if (!known || typeof event.id !== 'string' || typeof event.atMs !== 'number' || !KINDS.has(event.kind)) return null;
  if (event.step === undefined) return event as RunEvent;
  const step = typeof event.step === 'number' ? run.steps[event.step] : run.steps.find((each) => each.id === event.step);
  return step ? ({ ...event, step: step.id } as RunEvent) : null;
}

/** An event as it is stored. */
export function storedEvent(event: RunEvent): RunEvent & { readonly v: number } {
  return { v: EVENT_VERSION, ...event };
}
