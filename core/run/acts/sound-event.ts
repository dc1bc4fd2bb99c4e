import { INCIDENTS } from '../../chemistry/ledger/standing.ts';
import { amount, fields, flag, instant, listOf, maybe, oneOf, orNull, text, whole, type Shape } from '../../shape.ts';
import { RUN_EVENT_KINDS, type RunEventKind } from './event.ts';

const seconds = whole([-3600, 3600]);
const degreesC = amount([-50, 200]);
/** By its id, or by its place as the first version had it. */
const step: Shape = (value) => text(160)(value) || whole([0, 200])(value);
const ofStep = fields({ step });
const nothing = fields({});

const BODIES: Readonly<Record<RunEventKind, Shape>> = {
  readied: fields({ skipped: listOf(text(200), 60) }),
  poured: ofStep,
  'step-ended': ofStep,
  skipped: ofStep,
  repeated: ofStep,
  lengthened: fields({ step, seconds }),
  nudged: fields({ step, seconds }),
  margin: fields({ step, by: oneOf(['seconds', 'percent']), amount: amount([-3600, 3600]), reason: text(200) }),
  reading: fields({ c: degreesC, shownC: degreesC, thermometer: orNull(text(120)), of: maybe(text(160)) }),
  correction: fields({ step, follow: flag }),
  agitated: ofStep,
  note: fields({ text: text(2000) }),
  incident: fields({ bath: text(160), what: oneOf(INCIDENTS), ml: maybe(amount([0, 20_000])) }),
  paused: nothing,
  resumed: nothing,
  undone: fields({ event: text(80) }),
  finished: nothing,
  'given-up': fields({ reason: text(500), countsRolls: maybe(flag) }),
};
const head = fields({ id: text(80), atMs: instant, kind: oneOf(RUN_EVENT_KINDS) });

/** Whether a stored act, of either version, can be folded into its run: looked over, where `readRunEvent` checks and says. */
export const isSoundEvent: Shape = (document) => head(document) && BODIES[(document as { readonly kind: RunEventKind }).kind](document);
