import { array, mixed, number, object, string, type AnySchema, type InferType } from 'yup';
import { isArrangement } from '../../../core/evening/arranged-run.ts';
import type { ArrangedRun } from '../../../core/evening/evening.ts';
import { TREATMENTS, type Treatment } from '../../../core/film/treatment.ts';
import { HEAT_SCHOOLS, type HeatSchool } from '../../../core/heat/tank/school-and-place.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import { habitShapes, readHabits } from '../../../core/schedule/read-habits.ts';
import type { DraftedWays } from '../way/drafted-ways.ts';
import { isWayChange, wayShapes, withWayChange } from '../way/way-of-draft.ts';
import { readWays } from '../../../core/schedule/way/read-way.ts';
import { atFilm, atPush, MOST_OWN, type OwnMargin } from '../../../core/timing/own-margin.ts';
import type { WearSchool } from '../../../core/timing/roll-number.ts';
import type { PushSchool } from '../../../core/timing/rule-of-thumb.ts';

export const DRAFT_FORMAT = 'steady-reel/draft@2';

/** What a person changed of tonight's proposal. Everything absent is proposed anew each time. */
export interface Draft extends DraftedWays {
  readonly excluded: readonly string[];
  /** At most one chosen batch a process. */
  readonly batchIds: readonly string[];
  /** Tanks in use tonight; empty means all. */
  readonly tankIds: readonly string[];
  readonly temperaturesC: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Push chosen for tonight where it differs from how the roll was exposed. */
  readonly pushStops: Readonly<Record<string, number>>;
  /** Treatment chosen for tonight where it differs from the roll's own. */
  readonly treatments: Readonly<Record<string, Treatment>>;
  readonly arrangement: readonly ArrangedRun[] | null;
  /** A person's own margins: by kit, then by bath. What was stored by batch before is found under the batch. */
  readonly own: OwnMargins;
  /** Habits for this session alone; absent, the person's own hold. */
  readonly habits?: Habits;
  /** The wear school of this session, where it differs from those habits. */
  readonly wear?: WearSchool;
  /** How pushes are timed tonight; absent, by the leaflet. */
  readonly pushSchool?: PushSchool;
}

/** By kit, or by batch as it was before; then by bath. */
export type OwnMargins = Readonly<Record<string, Readonly<Record<string, OwnMargin>>>>;

export const EMPTY_DRAFT: Draft = {
  excluded: [],
  batchIds: [],
  tankIds: [],
  temperaturesC: {},
  pushStops: {},
  treatments: {},
  own: {},
  ways: {},
  arrangement: null,
};

const id = () => string().min(1).max(64).required();
const stepId = () => string().min(1).max(120).required();
const arranged = () => mixed<readonly ArrangedRun[]>(isArrangement).required();

const numbers = mixed<Record<string, Record<string, number>>>(
  (value): value is Record<string, Record<string, number>> =>
    isRecord(value) &&
    Object.values(value).every(
      (inner) => isRecord(inner) && Object.values(inner).every((n) => typeof n === 'number' && Number.isFinite(n)),
    ),
);

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

const stringsIn = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((each): each is string => typeof each === 'string') : [];

function only<T>(value: unknown, is: (entry: unknown) => entry is T): Record<string, T> {
  return isRecord(value) ? Object.fromEntries(Object.entries(value).filter((pair): pair is [string, T] => is(pair[1]))) : {};
}

/** The one description of a margin: what is stored and what is posted are read by it. */
const ownShape = () =>
  object({
    by: string<'seconds' | 'percent'>().oneOf(['seconds', 'percent']).required(),
    amount: number().required(),
    reason: string().max(200).defined(),
  });

const isMargins = (value: unknown): value is OwnMargins[string] =>
  isRecord(value) && Object.values(value).every((own) => ownShape().isValidSync(own, { strict: true }));

/** As they were kept before a margin had a reason. */
function marginsInSeconds(stored: unknown): OwnMargins {
  if (!numbers.isValidSync(stored) || !isRecord(stored)) return {};
  const own = (seconds: number): OwnMargin => ({ by: 'seconds', amount: seconds, reason: '' });
  return Object.fromEntries(
    Object.entries(stored).map(([batchId, baths]) => [
      batchId,
      Object.fromEntries(Object.entries(baths).map(([bath, seconds]) => [bath, own(seconds)])),
    ]),
  );
}

const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);
const isTreatment = (value: unknown): value is Treatment => TREATMENTS.some((treatment) => treatment === value);

/**
 * A draft as it was stored, by any version, with tonight or with a session: what it does not say, or says in a way that
 * cannot be read, is proposed anew. Names of what is gone stay in it and are passed over where they are used.
 */
export function readDraftDocument(document: unknown): Draft {
  if (!isRecord(document)) return EMPTY_DRAFT;
  const { wear, pushSchool, arrangement, habits } = document;
  return {
    excluded: stringsIn(document['excluded']),
    batchIds: stringsIn(document['batchIds']),
    tankIds: stringsIn(document['tankIds']),
    temperaturesC: isRecord(document['temperaturesC']) && numbers.isValidSync(document['temperaturesC']) ? document['temperaturesC'] : {},
    pushStops: only(document['pushStops'], isNumber),
    treatments: only(document['treatments'], isTreatment),
    own: { ...marginsInSeconds(document['ownS']), ...only(document['own'], isMargins) },
    ways: readWays(document['ways']),
    ...(isRecord(document['waysTonight']) ? { waysTonight: readWays(document['waysTonight'], 'empty-too') } : {}),
    arrangement: isArrangement(arrangement) ? arrangement : null,
    ...(isRecord(habits) ? { habits: readHabits(habits) } : {}),
    ...(wear === 'last' || wear === 'first' ? { wear } : {}),
    ...(pushSchool === 'leaflet' || pushSchool === 'rule-of-thumb' ? { pushSchool } : {}),
  };
}

const shapes = {
  'roll-in': object({ rollId: id() }),
  'roll-out': object({ rollId: id() }),
  'choose-batch': object({ batchId: id() }),
  'choose-tanks': object({ tankIds: array(id()).required() }),
  temperature: object({ batchId: id(), step: id(), tempC: number().required() }),
  'as-last': object({
    batchId: id(),
    kitId: id(),
    bath: stepId(),
    tempC: number().min(0).max(100).required(),
    film: string().max(200),
    ownS: number().integer().min(-MOST_OWN.seconds).max(MOST_OWN.seconds).required(),
  }),
  push: object({ rollIds: array(id()).required(), stops: number().min(-5).max(5).required() }),
  treatment: object({
    rollIds: array(id()).required(),
    treatment: string<Treatment>()
      .oneOf([...TREATMENTS])
      .required(),
  }),
  school: object({
    school: string<WearSchool | PushSchool>().oneOf(['last', 'first', 'leaflet', 'rule-of-thumb']).required(),
  }),
  move: object({ rollId: id(), to: number().integer().min(-1).max(99).required(), runs: arranged() }),
  reorder: object({
    from: number().integer().min(0).required(),
    to: number().integer().min(0).required(),
    runs: arranged(),
  }),
  'run-tank': object({ run: number().integer().min(0).required(), tankId: id(), runs: arranged() }),
  margin: object({
    batchId: id(),
    kitId: id(),
    bath: id(),
    own: ownShape().required(),
    push: number().min(-5).max(5),
    film: string().max(200),
  }),
  ...wayShapes,
  heat: object({
    school: string<HeatSchool>()
      .oneOf([...HEAT_SCHOOLS])
      .required(),
  }),
  habit: object({ temperature: habitShapes.temperature, oneTemperature: habitShapes.oneTemperature, tankStands: habitShapes.tankStands }),
  propose: object({}),
  'usual-habits': object({}),
} as const;

export type DraftChange = { [K in keyof typeof shapes]: { readonly kind: K } & InferType<(typeof shapes)[K]> }[keyof typeof shapes];

/** A change as it was posted, its figures typed; null for what is none. */
export function readDraftChange(kind: string, posted: object): DraftChange | null {
  if (!Object.hasOwn(shapes, kind)) return null;
  const shape: AnySchema = shapes[kind as keyof typeof shapes];
  if (!shape.isValidSync(posted)) return null;
  // Only what this change is about: other fields of the same form were not looked at.
  return { ...(shape.cast(posted, { stripUnknown: true }) as object), kind } as DraftChange;
}

/** One change to tonight, applied to what is there. `runs` is the arrangement on the screen, which a first drag makes the person's own; `usual` are the habits that hold where tonight has none of its own. */
export function withChange(draft: Draft, change: DraftChange, usual: Habits = {}): Draft {
  if (isWayChange(change)) return { ...draft, ...withWayChange(draft, change) };
  switch (change.kind) {
    case 'roll-in':
      return { ...draft, excluded: draft.excluded.filter((id) => id !== change.rollId), arrangement: null };
    case 'roll-out':
      return {
        ...draft,
        excluded: [...draft.excluded.filter((id) => id !== change.rollId), change.rollId],
        arrangement:
          draft.arrangement &&
          tidy(draft.arrangement.map((run) => ({ ...run, rollIds: run.rollIds.filter((id) => id !== change.rollId) }))),
      };
    case 'choose-batch':
      return { ...draft, batchIds: [...draft.batchIds.filter((id) => id !== change.batchId), change.batchId], arrangement: null };
    case 'choose-tanks':
      return { ...draft, tankIds: change.tankIds, arrangement: null };
    case 'temperature':
      return {
        ...draft,
        temperaturesC: {
          ...draft.temperaturesC,
          [change.batchId]: { ...draft.temperaturesC[change.batchId], [change.step]: change.tempC },
        },
      };
    case 'as-last': {
      const { batchId, kitId, bath, tempC, film, ownS } = change;
      const warm = withChange(draft, { kind: 'temperature', batchId, step: bath, tempC }, usual);
      const own = { by: 'seconds', amount: ownS, reason: 'as last time' } as const;
      return film === undefined ? warm : withChange(warm, { kind: 'margin', batchId, kitId, bath, film, push: undefined, own }, usual);
    }
    case 'push':
      return { ...draft, pushStops: { ...draft.pushStops, ...forEach(change.rollIds, change.stops) }, arrangement: null };
    case 'treatment':
      return { ...draft, treatments: { ...draft.treatments, ...forEach(change.rollIds, change.treatment) }, arrangement: null };
    case 'school':
      return change.school === 'last' || change.school === 'first'
        ? { ...draft, wear: change.school }
        : { ...draft, pushSchool: change.school };
    case 'move':
      return { ...draft, arrangement: moved(change.runs, change.rollId, change.to) };
    case 'reorder': {
      const run = change.runs[change.from];
      return run ? { ...draft, arrangement: change.runs.toSpliced(change.from, 1).toSpliced(change.to, 0, run) } : draft;
    }
    case 'run-tank':
      return { ...draft, arrangement: change.runs.map((run, i) => (i === change.run ? { ...run, tankId: change.tankId } : run)) };
    case 'margin': {
      const without = (margins: OwnMargins[string] = {}) =>
        Object.fromEntries(Object.entries(margins).filter(([bath]) => bath !== change.bath));
      const key = change.film ? atFilm(change.kitId, change.film) : change.push ? atPush(change.kitId, change.push) : change.kitId;
      const isApart = key !== change.kitId;
      const ofKit = { ...without(draft.own[key]), ...(change.own.amount === 0 ? {} : { [change.bath]: change.own }) };
      // What was once set for this batch alone is answered by what is set now, but for one push or film, which is beside it.
      const ofBatch = isApart ? draft.own[change.batchId] : without(draft.own[change.batchId]);
      return { ...draft, own: { ...draft.own, ...(ofBatch ? { [change.batchId]: ofBatch } : {}), [key]: ofKit } };
    }
    case 'heat':
      return { ...draft, habits: { ...(draft.habits ?? usual), temperature: change.school } };
    case 'habit': {
      const { temperature, oneTemperature, tankStands } = change;
      const set = Object.entries({ temperature, oneTemperature, tankStands }).filter(([, value]) => value !== undefined);
      return { ...draft, habits: { ...(draft.habits ?? usual), ...(Object.fromEntries(set) as Habits) } };
    }
    case 'usual-habits': {
      const { habits: _, wear: __, pushSchool: ___, ...rest } = draft;
      return rest;
    }
    case 'propose':
      return { ...draft, arrangement: null, excluded: [] };
  }
}

function forEach<T>(rollIds: readonly string[], value: T): Record<string, T> {
  return Object.fromEntries(rollIds.map((rollId) => [rollId, value]));
}

/** A roll into another run, or into a new one behind the last (`to` −1). Empty runs go. */
function moved(runs: readonly ArrangedRun[], rollId: string, to: number): ArrangedRun[] {
  const from = runs.find((run) => run.rollIds.includes(rollId));
  if (!from) return [...runs];
  const without = runs.map((run) => ({ ...run, rollIds: run.rollIds.filter((id) => id !== rollId) }));
  if (to < 0 || to >= runs.length) return tidy([...without, { ...from, rollIds: [rollId] }]);
  return tidy(without.map((run, i) => (i === to ? { ...run, rollIds: [...run.rollIds, rollId] } : run)));
}

function tidy(runs: readonly ArrangedRun[]): ArrangedRun[] {
  return runs.filter((run) => run.rollIds.length > 0);
}
