import type { Treatment } from '../film/treatment.ts';
import { isDeveloper, isWater, type BareStep, type StepKind } from '../kit/kind.ts';
import { BARE_STEP_NAMES, sequenceSteps } from '../kit/sequence-steps.ts';
import type { Bath, Kit } from '../kit/kit.ts';
import { saidManner, type Manner, type Movement, type StepSaid } from '../kit/manner.ts';
import { showDuration } from '../units/duration.ts';
import { DEFAULT_RINSE_S, DEFAULT_STOP_S, DEFAULT_WETTING_AGENT_S, prewashSeconds, ROOM_C, washSeconds, type Habits } from './habits.ts';
import { usualManner } from './manner.ts';
import { singleOfKind, type SingleInUse } from './way/single-in-use.ts';

/** A step before its time is known: timed by its bath's leaflet, or by a habit. */
export interface DraftStep {
  readonly id: string;
  readonly kind: StepKind;
  readonly name: string;
  /** The bath whose leaflet times this step. */
  readonly bath: Bath | undefined;
  /** Seconds that a habit gives; a leaflet's time otherwise. */
  readonly habitS: number | null;
  /** What it is worked at by itself; null for water and whatever else goes by the developer (domain.md 8.2). */
  readonly ownC: number | null;
  readonly range: { readonly lowC: number; readonly highC: number } | null;
  /** The kit's bottle this step is poured from; null for water and for what the kit does not contain. */
  readonly bottle: Bath | null;
  /** It takes another bath's place and time, at its own temperature. */
  readonly standsIn: boolean;
  /** How water is given; null for what is no water. */
  readonly manner: Manner | null;
  /** How it is moved, by a way of one's own; null as the leaflet has it. */
  readonly movement: Movement | null;
  /** What a way of one's own sets it to. */
  readonly setC: number | 'developer' | 'room' | null;
  /** The kit times it, or says its manner: a habit does not. */
  readonly kitTimed: boolean;
  /** Seconds that a way gives a developer: what it is more or less than its own time is conviction, not dose. */
  readonly plannedS: number | null;
  /** Changed, set in or moved by a way of one's own (domain.md 9.1). */
  readonly ownWay: boolean;
  /** A single bath, with the bottle and the ledger of its own. */
  readonly single: SingleInUse | null;
  /** Whose figure `habitS` is, where it is neither a habit nor a way; null elsewhere. */
  readonly because: string | null;
}

const REMJET_PREBATH_S = 60;
const REMJET_RINSE_S = 60;
/** The alkaline bath of the kitchen, where no single bath of one's own takes its place: a rule of thumb (domain.md 9). */
const KITCHEN_ALKALINE: Bath = {
  id: 'prebath',
  kind: 'prebath',
  name: 'Alkaline prebath',
  nominalC: ROOM_C,
  time: { points: [{ c: ROOM_C, s: REMJET_PREBATH_S }] },
  after: 'discard',
  mix: { waterMl: 1000, at: 'use', parts: [{ name: 'sodium bicarbonate', g: 15 }] },
};
const ROOM_RANGE = { lowC: 18, highC: 24 };
/** What every step begins as, before habits, treatment and a way have their say. */
const AS_IT_COMES = {
  standsIn: false,
  manner: null,
  movement: null,
  setC: null,
  kitTimed: false,
  plannedS: null,
  ownWay: false,
  single: null,
  because: null,
} as const;

/** The kit's sequence as habits and treatment change it (domain.md 9). `singles` are the single baths that stand ready. */
export function draftSequence(kit: Kit, habits: Habits, treatment: Treatment, singles: readonly SingleInUse[] = []): DraftStep[] {
  const bare = bareSteps(habits);
  let steps = sequenceSteps(kit).map((step): DraftStep => {
    if (step.bath) return fromBath(step.bath);
    const water = bare(step.id, step.kind as BareStep);
    return step.said ? ofTheKit(water, step.said) : water;
  });
  steps = withPrewash(steps, habits, bare);
  steps = withAfterDeveloper(steps, habits, bare);
  // After the habits, so that a treatment's own needs (a rinse before a bare fixer) have the last word.
  steps = withTreatment(steps, treatment, habits, bare, singles);
  steps = withWashing(steps, habits);
  steps = withWettingAgent(steps, habits, bare).map((step) => withOwnStop(step, singles));
  return steps.map((step) => ({ ...step, manner: step.manner ?? usualManner(step.kind, habits) }));
}

type MakeBare = (id: string, kind: BareStep) => DraftStep;

/** Water as a kit document has it: what it times or gives a manner is the kit’s to decide (domain.md 9.1). */
function ofTheKit(water: DraftStep, said: StepSaid): DraftStep {
  const manner = saidManner(said);
  const decides = said.s !== undefined || manner !== null;
  return {
    ...water,
    habitS: said.s ?? water.habitS,
    manner: decides ? (manner ?? usualManner(water.kind, {})) : null,
    movement: said.movement ?? null,
    setC: said.c ?? null,
    kitTimed: decides,
  };
}

/** A bath of a kit, or a single bath’s own, as it comes. */
export function fromBath(bath: Bath): DraftStep {
  const water = isWater(bath.kind);
  return {
    id: bath.id,
    kind: bath.kind,
    name: bath.name,
    bath,
    habitS: null,
    ownC: water ? null : bath.nominalC,
    range: bath.range ?? null,
    bottle: water ? null : bath,
    ...AS_IT_COMES,
  };
}

export function bareSteps(habits: Habits): MakeBare {
  const seconds: Record<BareStep, number> = {
    prewash: prewashSeconds(habits.prewash),
    rinse: DEFAULT_RINSE_S,
    stop: DEFAULT_STOP_S,
    wash: washSeconds(habits.washing),
    'wetting-agent': DEFAULT_WETTING_AGENT_S,
  };
  return (id, kind) => ({
    id,
    kind,
    name: BARE_STEP_NAMES[kind] ?? kind,
    bath: undefined,
    habitS: seconds[kind],
    ownC: kind === 'wetting-agent' ? ROOM_C : null,
    range: null,
    bottle: null,
    ...AS_IT_COMES,
  });
}

function withTreatment(
  steps: DraftStep[],
  treatment: Treatment,
  habits: Habits,
  bare: MakeBare,
  singles: readonly SingleInUse[],
): DraftStep[] {
  switch (treatment) {
    case 'normal':
    case 'cross-process':
      return steps;
    case 'bleach-bypass':
      return bleachBypassed(steps, habits, bare, singleOfKind(singles, 'fixer'));
    case 'cine-in-c41': {
      // A plain prewash would only carry loosened backing into what follows: the alkaline bath comes first.
      const kept = steps.filter((step) => step.kind !== 'prewash');
      const developer = kept.findIndex((step) => isDeveloper(step.kind));
      const remjet = (id: string, kind: StepKind, name: string, habitS: number): DraftStep => ({
        id,
        kind,
        name,
        habitS,
        bath: undefined,
        ownC: null,
        range: null,
        bottle: null,
        ...AS_IT_COMES,
      });
      return kept.toSpliced(
        developer,
        0,
        {
          ...remjet('prebath', 'prebath', 'Alkaline prebath', REMJET_PREBATH_S),
          ...ownAlkaline(singleOfKind(singles, 'prebath')),
          movement: 'shaken',
        },
        remjet('remjet-rinse', 'remjet-rinse', 'Rinse until clear', REMJET_RINSE_S),
      );
    }
  }
}

/** The alkaline bath that the person keeps, for as long as its leaflet says; else the kitchen's. */
function ownAlkaline(single: SingleInUse | null): Partial<DraftStep> {
  if (!single) return { bottle: KITCHEN_ALKALINE };
  const { bath } = single;
  return {
    single,
    bottle: bath,
    name: bath.name,
    habitS: Math.round(bath.time.points[0]?.s ?? REMJET_PREBATH_S),
    because: 'As its leaflet says',
  };
}

/** A stop bath that the person keeps is poured wherever one is called for and the kit brings none. */
export function withOwnStop(step: DraftStep, singles: readonly SingleInUse[]): DraftStep {
  const single = step.kind === 'stop' && !step.bottle ? singleOfKind(singles, 'stop') : null;
  return single ? { ...step, single, bottle: single.bath, name: single.bath.name } : step;
}

/**
 * The bleach goes, and a fixer alone takes the silver halide away: the kit's own, or a bottle of its own at room
 * temperature in place of a bleach-fix (domain.md 9). A stop or rinse comes first.
 */
function bleachBypassed(steps: DraftStep[], habits: Habits, bare: MakeBare, single: SingleInUse | null): DraftStep[] {
  const kept = steps
    .filter((step) => step.kind !== 'bleach' && step.kind !== 'pre-bleach')
    .map((step): DraftStep =>
      step.kind === 'bleach-fix'
        ? { ...step, id: 'fixer', kind: 'fixer', standsIn: true, ...(single ? ownFixer(single) : BARE_FIXER) }
        : step,
    );
  const at = kept.findIndex((step) => step.kind === 'fixer');
  const before = kept[at - 1];
  const between = before && (before.kind === 'stop' || before.kind === 'rinse' || before.kind === 'wash');
  const kind = habits.afterDeveloper === 'stop' ? 'stop' : 'rinse';
  return between || !before ? kept : kept.toSpliced(at, 0, bare(kind, kind));
}

const BARE_FIXER = { name: 'Separate fixer', ownC: ROOM_C, range: ROOM_RANGE, bottle: null } as const;

/** A fixer out of its own bottle: for twice the time that it took to clear a snip, where that was seen since its last run. */
function ownFixer(single: SingleInUse): Partial<DraftStep> {
  const { bath, bottle } = single;
  const clearS = bottle?.clearS ?? null;
  return {
    single,
    name: bath.name,
    ownC: bath.nominalC,
    range: bath.range ?? null,
    bottle: bath,
    ...(clearS === null
      ? {}
      : { habitS: Math.round(2 * clearS), because: `Twice the ${showDuration(clearS)} that it took to clear a snip` }),
  };
}

/** A step re-timed by a habit that was named, whoever timed it before. */
function retimed(step: DraftStep, habitS: number): DraftStep {
  return { ...step, habitS };
}

function withPrewash(steps: DraftStep[], habits: Habits, bare: MakeBare): DraftStep[] {
  const habit = habits.prewash;
  if (!habit) return steps;
  if (habit.kind === 'none') return steps.filter((step) => step.kind !== 'prewash');
  if (!steps.some((step) => step.kind === 'prewash')) return [bare('prewash', 'prewash'), ...steps];
  return steps.map((step) => (step.kind === 'prewash' && !step.kitTimed ? retimed(step, prewashSeconds(habit)) : step));
}

/** The rinse or stop after the last developer. A stop bath that is one of the kit's own bottles always stays. */
function withAfterDeveloper(steps: DraftStep[], habits: Habits, bare: MakeBare): DraftStep[] {
  const habit = habits.afterDeveloper;
  if (!habit) return steps;
  const developer = steps.findLastIndex((step) => isDeveloper(step.kind));
  const next = steps[developer + 1];
  if (developer === -1 || !next || (next.kind === 'stop' && next.bath)) return steps;
  const replaceable = next.kind === 'rinse' || next.kind === 'stop';
  if (habit === 'none') return replaceable ? steps.toSpliced(developer + 1, 1) : steps;
  if (next.kind === habit && next.kitTimed) return steps;
  if (next.kind === habit) return steps.with(developer + 1, retimed(next, habit === 'rinse' ? DEFAULT_RINSE_S : DEFAULT_STOP_S));
  if (replaceable) return steps.with(developer + 1, bare(habit, habit));
  if (next.kind === 'wash' && habit === 'rinse') return steps;
  return steps.toSpliced(developer + 1, 0, bare(habit, habit));
}

function withWashing(steps: DraftStep[], habits: Habits): DraftStep[] {
  if (!habits.washing) return steps;
  return steps.map((step) => (step.kind === 'wash' && !step.kitTimed ? retimed(step, washSeconds(habits.washing)) : step));
}

function withWettingAgent(steps: DraftStep[], habits: Habits, bare: MakeBare): DraftStep[] {
  if (habits.wettingAgent === 'none') return steps.filter((step) => step.kind !== 'wetting-agent');
  if (habits.wettingAgent !== 'drop' || steps.some((step) => step.kind === 'wetting-agent')) return steps;
  return [...steps, bare('wetting-agent', 'wetting-agent')];
}
