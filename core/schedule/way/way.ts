import { answered, refused, type Answer, type Fault } from '../../answer.ts';
import { isDeveloper, isWater, type BareStep } from '../../kit/kind.ts';
import type { Bath } from '../../kit/kit.ts';
import { saidManner, type StepSaid } from '../../kit/manner.ts';
import type { Habits } from '../habits.ts';
import { usualManner } from '../manner.ts';
import { bareSteps, fromBath, withOwnStop, type DraftStep } from '../sequence.ts';
import type { SingleInUse } from './single-in-use.ts';

/** A step of the run as this person does it, or leaves out, or sets before or after another. */
export interface StepChanged extends StepSaid {
  readonly id: string;
  readonly leaveOut?: boolean;
  readonly after?: string;
  readonly before?: string;
}

/** A step that the kit does not have: water, or a single bath from a bottle of its own. */
export interface StepSetIn extends StepSaid {
  readonly id: string;
  readonly after?: string;
  readonly before?: string;
  readonly water?: BareStep;
  /** The bath of a single bath’s document (domain.md 4). */
  readonly bottle?: Bath;
  /** That document’s id: where a bottle of it stands ready, it is poured from that. */
  readonly single?: string;
}

/** What a person changes of the steps that kit, habits and treatment make, in the order they were said (domain.md 9.1). */
export type WayStep = StepChanged | StepSetIn;

export function isSetIn(step: WayStep): step is StepSetIn {
  return ('water' in step && step.water !== undefined) || ('bottle' in step && step.bottle !== undefined);
}

/** A step that is there and stands elsewhere. */
function isMoved(step: WayStep): boolean {
  return !isSetIn(step) && (step.after ?? step.before) !== undefined;
}

/** A step with the id that it keeps whatever is set in or left out around it. */
export interface WayDraft {
  readonly id: string;
  readonly draft: DraftStep;
  /** Which of the changes made it what it is; null as the kit, habits and treatment have it. */
  readonly by: number | null;
}

/**
 * The steps of a run as this person goes through them. Ids are those before any change: leaving one out renumbers none.
 * Errors by `$.steps[i]`: `unknown-step`, `repeated-id`, `place`, `water-or-bottle`, `not-water`.
 */
export function inThisWay(
  steps: readonly WayDraft[],
  way: readonly WayStep[],
  habits: Habits,
  singles: readonly SingleInUse[] = [],
): Answer<readonly WayDraft[]> {
  const faults: Fault[] = [];
  let list = [...steps];
  const left = new Set<string>();
  way.forEach((change, i) => {
    const fault = (code: string, field: string, message: string) => faults.push({ code, path: `$.steps[${i}]${field}`, message });
    const placeOf = (id: string | undefined, field: string): number | null => {
      const at = list.findIndex((step) => step.id === id);
      if (at !== -1) return at;
      fault('unknown-step', field, `This run has no step “${id?.slice(0, 80)}”. Its steps are ${list.map((step) => step.id).join(', ')}.`);
      return null;
    };
    const { id, after, before } = change;
    const isThere = list.some((step) => step.id === id);
    const isPlaced = after !== undefined || before !== undefined;
    if (isPlaced && (isSetIn(change) || !isThere)) {
      const { water, bottle, single: kept } = change as StepSetIn;
      if ((after === undefined) === (before === undefined))
        return void fault('place', '', `“${id}” is set in either after or before a step, and one of them only.`);
      if ((water === undefined) === (bottle === undefined))
        return void fault('water-or-bottle', '', `“${id}” is either water or a bottle of its own, and one of them only.`);
      if (isThere) return void fault('repeated-id', '.id', `There is a step “${id}” already; give this one a name of its own.`);
      const at = placeOf(after ?? before, after === undefined ? '.before' : '.after');
      if (at === null) return;
      const single = kept === undefined ? null : (singles.find(({ kit }) => kit === kept) ?? null);
      const made = bottle
        ? { ...fromBath(single?.bath ?? bottle), single }
        : withOwnStop(bareSteps(habits)(water as BareStep, water as BareStep), singles);
      const draft = said({ ...made, manner: usualManner(made.kind, habits) }, change, (message) => fault('not-water', '.manner', message));
      list = list.toSpliced(after === undefined ? at : at + 1, 0, { id, draft, by: i });
      return;
    }
    const at = placeOf(id, '.id');
    if (at === null) return;
    if ((change as StepChanged).leaveOut) return void left.add(id);
    const step = list[at] as WayDraft;
    const draft = said(step.draft, change, (message) => fault('not-water', '.manner', message));
    list = list.with(at, { ...step, draft, by: i });
    if (!isPlaced) return;
    if (after !== undefined && before !== undefined)
      return void fault('place', '', `“${id}” is set either after or before a step, and one of them only.`);
    const anchor = after ?? before;
    const rest = list.toSpliced(at, 1);
    const to = anchor === id ? -1 : rest.findIndex((other) => other.id === anchor);
    if (to === -1) return void placeOf(anchor === id ? `${id}, beside itself` : anchor, after === undefined ? '.before' : '.after');
    list = rest.toSpliced(after === undefined ? to : to + 1, 0, { ...step, draft, by: i });
  });
  return faults.length > 0 ? refused(...faults) : answered(list.filter((step) => !left.has(step.id)));
}

/** A step with what a way says of it; what it does not say stays. */
function said(draft: DraftStep, { s, c, movement, ...water }: StepSaid, refuse: (message: string) => void): DraftStep {
  const manner = saidManner(water);
  if (manner && !isWater(draft.kind)) refuse(`${draft.name} is no water: it has no changes, fills or manner.`);
  return {
    ...draft,
    manner: manner && isWater(draft.kind) ? manner : draft.manner,
    // Fills that were counted make their own time; a time that is named takes another manner than counting.
    habitS: s === undefined || (draft.bath && isDeveloper(draft.kind)) ? draft.habitS : s,
    plannedS: s !== undefined && draft.bath && isDeveloper(draft.kind) ? s : draft.plannedS,
    setC: c ?? draft.setC,
    movement: movement ?? draft.movement,
    ownWay: true,
  };
}

/** A way as far as the steps it names are still there: when the kit’s sequence changes, the rest follows (domain.md 9.1). */
export function followed(
  way: readonly WayStep[],
  ids: readonly string[],
): { readonly way: readonly WayStep[]; readonly lost: readonly string[] } {
  const known = new Set(ids);
  const lost = new Set<string>();
  const kept = way.filter((step) => {
    // One that is set in needs its neighbour, one that is moved both, any other itself.
    const anchor = step.after ?? step.before;
    const needed = [...(isSetIn(step) ? [] : [step.id]), ...(anchor === undefined ? [] : [anchor])];
    const gone = needed.filter((id) => !known.has(id));
    for (const id of gone) lost.add(id);
    if (gone.length === 0) known.add(step.id);
    return gone.length === 0;
  });
  return { way: kept, lost: [...lost] };
}

/** A way with one more thing said of a step: of two sayings of one step the later counts, field by field. */
export function withSaid(way: readonly WayStep[], change: StepChanged): readonly WayStep[] {
  const at = way.findIndex((step) => step.id === change.id && !isMoved(step));
  const before = way[at];
  if (!before) return [...way, change];
  const { leaveOut: _, manner: __, changes: ___, fills: ____, ...rest } = before as StepChanged;
  const water = change.manner === undefined ? (before as StepSaid) : {};
  const { manner, changes, fills } = water;
  const kept = { ...rest, ...(manner && { manner }), ...(changes !== undefined && { changes }), ...(fills && { fills }) };
  return way.with(at, { ...kept, ...change });
}

/** A way with a step set beside another. Where it stood by an earlier saying is forgotten; what else was said of it stays. */
export function withPlace(way: readonly WayStep[], place: Pick<StepChanged, 'id' | 'after' | 'before'>): readonly WayStep[] {
  return [...way.filter((step) => !(step.id === place.id && isMoved(step))), place];
}

/** A step as kit, habits and treatment have it again; one that was set in goes, with what was set beside it. */
export function putBack(way: readonly WayStep[], id: string): readonly WayStep[] {
  const goes = way.some((step) => isSetIn(step) && step.id === id);
  const beside = goes ? way.filter((step) => step.id !== id && (step.after === id || step.before === id)) : [];
  return beside.reduce<readonly WayStep[]>(
    (rest, step) => (isSetIn(step) ? putBack(rest, step.id) : rest.filter((each) => each !== step)),
    way.filter((step) => step.id !== id),
  );
}

/** A name for a step that is set in, of no other step. */
export function freshStepId(water: string, ids: readonly string[]): string {
  for (let n = 1; ; n++) if (!ids.includes(`own-${water}-${n}`)) return `own-${water}-${n}`;
}
