import { answered, refused, type Answer, type Fault } from '../answer.ts';
import { isDeveloper, isWater, type BareStep } from '../kit/kind.ts';
import type { Bath } from '../kit/kit.ts';
import { saidManner, type StepSaid } from '../kit/manner.ts';
import type { Habits } from './habits.ts';
import { usualManner } from './manner.ts';
import { bareSteps, fromBath, type DraftStep } from './sequence.ts';

/** A step of the run as this person does it, or leaves out. */
export interface StepChanged extends StepSaid {
  readonly id: string;
  readonly leaveOut?: boolean;
}

/** A step that the kit does not have: water, or a single bath from a bottle of its own. */
export interface StepSetIn extends StepSaid {
  readonly id: string;
  readonly after?: string;
  readonly before?: string;
  readonly water?: BareStep;
  /** The bath of a single bath’s document (domain.md 4). */
  readonly bottle?: Bath;
}

/** What a person changes of the steps that kit, habits and treatment make, in the order they were said (domain.md 9.1). */
export type WayStep = StepChanged | StepSetIn;

export function isSetIn(step: WayStep): step is StepSetIn {
  return 'after' in step || 'before' in step;
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
export function inThisWay(steps: readonly WayDraft[], way: readonly WayStep[], habits: Habits): Answer<readonly WayDraft[]> {
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
    if (isSetIn(change)) {
      const { after, before, water, bottle, id } = change;
      if ((after === undefined) === (before === undefined))
        return void fault('place', '', `“${id}” is set in either after or before a step, and one of them only.`);
      if ((water === undefined) === (bottle === undefined))
        return void fault('water-or-bottle', '', `“${id}” is either water or a bottle of its own, and one of them only.`);
      if (list.some((step) => step.id === id))
        return void fault('repeated-id', '.id', `There is a step “${id}” already; give this one a name of its own.`);
      const at = placeOf(after ?? before, after === undefined ? '.before' : '.after');
      if (at === null) return;
      const made = bottle ? fromBath(bottle) : bareSteps(habits)(water as BareStep, water as BareStep);
      const draft = said({ ...made, manner: usualManner(made.kind, habits) }, change, (message) => fault('not-water', '.manner', message));
      list = list.toSpliced(after === undefined ? at : at + 1, 0, { id, draft, by: i });
      return;
    }
    const at = placeOf(change.id, '.id');
    if (at === null) return;
    if (change.leaveOut) return void left.add(change.id);
    const step = list[at] as WayDraft;
    const draft = said(step.draft, change, (message) => fault('not-water', '.manner', message));
    list = list.with(at, { ...step, draft, by: i });
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
    const anchor = isSetIn(step) ? (step.after ?? step.before ?? '') : step.id;
    if (!known.has(anchor)) lost.add(anchor);
    else if (isSetIn(step)) known.add(step.id);
    return known.has(anchor);
  });
  return { way: kept, lost: [...lost] };
}

/** A way with one more thing said of a step: of two sayings of one step the later counts, field by field. */
export function withSaid(way: readonly WayStep[], change: StepChanged): readonly WayStep[] {
  const at = way.findIndex((step) => step.id === change.id);
  const before = way[at];
  if (!before) return [...way, change];
  const { leaveOut: _, manner: __, changes: ___, fills: ____, ...rest } = before as StepChanged;
  const water = change.manner === undefined ? (before as StepSaid) : {};
  const { manner, changes, fills } = water;
  const kept = { ...rest, ...(manner && { manner }), ...(changes !== undefined && { changes }), ...(fills && { fills }) };
  return way.with(at, { ...kept, ...change });
}

/** A step as kit, habits and treatment have it again; one that was set in goes, with what was set in beside it. */
export function putBack(way: readonly WayStep[], id: string): readonly WayStep[] {
  const beside = way.filter(
    (step) => isSetIn(step) && (step.after === id || step.before === id) && way.some((each) => isSetIn(each) && each.id === id),
  );
  return beside.reduce<readonly WayStep[]>(
    (rest, step) => putBack(rest, step.id),
    way.filter((step) => step.id !== id),
  );
}

/** A name for a step that is set in, of no other step. */
export function freshStepId(water: string, ids: readonly string[]): string {
  for (let n = 1; ; n++) if (!ids.includes(`own-${water}-${n}`)) return `own-${water}-${n}`;
}
