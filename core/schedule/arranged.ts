import { answered, faultsUnder, type Answer, type Fault } from '../answer.ts';
import { orderFaults } from '../kit/sequence-order.ts';
import type { PlanQuestion } from './plan.ts';
import { draftSequence, type DraftStep } from './sequence.ts';
import { stepIds } from './step-ids.ts';
import { steppedDown } from './stepped-down.ts';
import { tonightsTemperatures, type TonightsTemperatures } from './tonights-temperatures.ts';
import { followed, inThisWay, type WayDraft } from './way/way.ts';

/** What decides which steps there are, before any of them has a time. */
type StepsQuestion = Pick<PlanQuestion, 'kit' | 'habits' | 'treatment' | 'temperaturesC' | 'heat' | 'way' | 'wayFollows' | 'singles'>;

export interface Arranged extends TonightsTemperatures {
  readonly drafts: readonly DraftStep[];
  readonly ids: readonly string[];
  /** Which change of the way made each step what it is; null where none did. */
  readonly by: readonly (number | null)[];
  /** Steps that a kept way names and the kit does not have any more. */
  readonly lost: readonly string[];
}

/** The steps of a run with their ids and tonight's temperatures: by kit, habits and treatment, then by the person's way (domain.md 8.2, 9.1). */
export function arranged({
  kit,
  habits,
  treatment,
  temperaturesC,
  heat,
  way: asked = [],
  wayFollows = false,
  singles = [],
}: StepsQuestion): Answer<Arranged> {
  const tonight = { process: kit.process, temperaturesC, roomC: heat?.roomC ?? null };
  const settled = (steps: readonly WayDraft[], lost: readonly string[] = []): Arranged => {
    const [drafts, ids] = [steps.map((step) => step.draft), steps.map((step) => step.id)];
    return { drafts, ids, by: steps.map((step) => step.by), lost, ...tonightsTemperatures(drafts, ids, tonight) };
  };
  const withIds = (drafts: readonly DraftStep[]): WayDraft[] => {
    const ids = stepIds(drafts.map((draft) => draft.id));
    return drafts.map((draft, i) => ({ id: ids[i] ?? draft.id, draft, by: null }));
  };
  let steps = withIds(draftSequence(kit, habits, treatment, singles));
  if (treatment === 'bleach-bypass') {
    const { drafts, stepsC } = settled(steps);
    steps = withIds(steppedDown(drafts, stepsC, kit.process, habits));
  }
  const ids = steps.map((step) => step.id);
  const { way, lost } = wayFollows ? followed(asked, ids) : { way: asked, lost: [] };
  if (way.length === 0) return answered(settled(steps, lost));
  const own = inThisWay(steps, way, habits, singles);
  return own.ok ? answered(settled(own.value, lost)) : own;
}

/** A way keeps the order of domain.md 3; water after a last bath is the one thing it may do, and the plan says what that costs. */
export function brokenOrder({ kit, way }: Pick<PlanQuestion, 'kit' | 'way'>, { drafts, by }: Arranged): Fault[] {
  const faults = orderFaults(kit.process, drafts, way && way.length > 0 ? 'in-a-way' : 'by-the-kit');
  if (!way || way.length === 0) return faultsUnder('$.habits', faults);
  return faults.map((fault) => {
    const change = by[Number(/\[(\d+)\]/.exec(fault.path)?.[1])] ?? null;
    return { ...fault, path: change === null ? '$.steps' : `$.steps[${change}]` };
  });
}
