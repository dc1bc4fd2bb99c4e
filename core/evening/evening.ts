import type { Answer } from '../answer.ts';
import { bottlesAfter, effectOfRun, NOTHING_TO_COME, shareOfBatch, type Forecast } from '../chemistry/ledger/effect.ts';
import { stepsOfKit } from '../chemistry/ledger/ledger.ts';
import { ageInDays, pastShelfLife } from '../chemistry/life/shelf-life.ts';
import type { FormatId } from '../film/format.ts';
import type { Process } from '../film/process.ts';
import { rollEquivalents } from '../film/roll-equivalents.ts';
import type { Treatment } from '../film/treatment.ts';
import { tankHeatSetting, type HouseHeat, type TankThermalFacts } from '../heat/tank/tank-heat-setting.ts';
import type { Tank } from '../heat/tank/tank.ts';
import { rollsLeft } from '../kit/capacity.ts';
import { isDeveloper } from '../kit/kind.ts';
import type { Kit } from '../kit/kit.ts';
import { fits, loadedTank, shareOfLoad, type Holds } from '../packing/load.ts';
import { packRolls, type Unpacked } from '../packing/pack.ts';
import { bottlesInTheWay, bottleWarnings, pouredBaths, type BottleForRun } from '../schedule/bottles-in-run.ts';
import { isOneShot, type Habits } from '../schedule/habits.ts';
import { planRun, type BatchState, type BottleState, type Advice, type Plan } from '../schedule/plan.ts';
import { asTheKit, type AsTheKit } from '../schedule/way/as-the-kit.ts';
import type { WaysOfKit } from '../schedule/way/read-way.ts';
import { singlesAfter, singlesPoured, type SingleInUse } from '../schedule/way/single-in-use.ts';
import type { OwnMargin } from '../timing/own-margin.ts';
import { filmsNotAlone, marginsOfRun } from './margins-of-run.ts';

export interface EveningRoll {
  readonly id: string;
  readonly name: string;
  /** What it says on the canister; absent or empty where nobody wrote it down. */
  readonly film?: string;
  readonly format: FormatId;
  /** The mark on the film. */
  readonly process: Process;
  readonly pushStops: number;
  readonly treatment: Treatment;
  readonly keeper: boolean;
  readonly count: number;
}

export interface EveningBatch {
  readonly id: string;
  readonly kit: Kit;
  readonly volumeMl: number;
  /** Roll equivalents through it since it was mixed. */
  readonly rollsDone: number;
  /** What the solution in its bottles has seen itself; absent, all of them. */
  readonly wornRolls?: number;
  /** What runs that were planned and are not yet done will do to it: it comes before anything planned now. */
  readonly waiting?: Forecast;
  /** What evenings to come have spoken for: it wears nothing yet, and its room is not given away. */
  readonly reserved?: Forecast;
  /** The least that any of its bottles holds; absent, its whole volume. */
  readonly mlLeft?: number;
  readonly seenRemjet?: boolean;
  /** How its solution is used; absent or null, as the habit is. */
  readonly solution?: Habits['solution'] | null;
  /** Its bottles as they stand; absent, all are as the batch is. */
  readonly bottles?: readonly BottleForRun[];
  readonly mixedOn: string;
}

export interface EveningTank extends Tank, TankThermalFacts {
  readonly id: string;
  readonly volumeMl: number;
  /** With one reel alone; absent or null, the same. */
  readonly volumeOneMl?: number | null;
  readonly holds: Holds;
  /** Sets of reels; one, where it is not said. */
  readonly reelSets?: number;
}

/** One run as a person arranged it, or as it was packed. */
export interface ArrangedRun {
  readonly tankId: string;
  readonly batchId: string;
  readonly rollIds: readonly string[];
}

export interface EveningQuestion {
  readonly rolls: readonly EveningRoll[];
  readonly batches: readonly EveningBatch[];
  readonly tanks: readonly EveningTank[];
  readonly on: string;
  readonly habits: Habits;
  /** By batch, then by step. */
  readonly temperaturesC: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** What the house knows of heat; null leaves it out of the reckoning. Each tank brings its own figures. */
  readonly heat?: HouseHeat | null;
  /** A person's own margins: by batch, by batch at one push, or by batch and film, then by bath. */
  readonly own?: Readonly<Record<string, Readonly<Record<string, OwnMargin>>>>;
  /** A person's own ways: by batch, then by treatment (domain.md 9.1). */
  readonly ways?: Readonly<Record<string, WaysOfKit>>;
  /** The single baths that stand ready, as what waits will have left them. */
  readonly singles?: readonly SingleInUse[];
  /** Null lets the packing propose. */
  readonly arrangement: readonly ArrangedRun[] | null;
}

export interface EveningRun extends ArrangedRun {
  readonly process: Process;
  readonly pushStops: number;
  readonly treatment: Treatment;
  /** Roll equivalents its batch will have done before it. */
  readonly rollsBefore: number;
  readonly plan: Answer<Plan>;
  /** Each step as kit, habits and treatment have it, where a way of one's own changes them; empty elsewhere. */
  readonly asTheKit?: AsTheKit;
  /** Rules that the arrangement breaks, in words; a run with one cannot start. */
  readonly broken: readonly string[];
}

export interface Evening {
  readonly runs: readonly EveningRun[];
  readonly leftOut: readonly Unpacked[];
  readonly unplaceable: readonly Unpacked[];
}

/** The baths a roll goes through: cine and slide film treated in C-41 count as C-41 from here on (domain.md 9). */
export function bathProcess(roll: Pick<EveningRoll, 'process' | 'treatment'>): Process {
  return roll.treatment === 'cine-in-c41' || roll.treatment === 'cross-process' ? 'C-41' : roll.process;
}

const WORST: readonly BottleForRun['standing'][] = ['good', 'doubtful', 'spent'];

/**
 * Batches of a process in the order in which a session would use them: good bottles before doubtful and spent ones,
 * within their shelf life before past it, with life left before spent, then the least worn, then the youngest.
 */
export function batchesByFreshness(batches: readonly EveningBatch[], process: Process, on: string): EveningBatch[] {
  const rank = (batch: EveningBatch) => {
    const developer = batch.kit.baths.find((bath) => isDeveloper(bath.kind));
    const left = rollsLeft(batch.kit, batch);
    const standing = Math.max(0, ...(batch.bottles ?? []).map((bottle) => WORST.indexOf(bottle.emptied ? 'spent' : bottle.standing)));
    return {
      standing,
      old: developer && pastShelfLife(developer, ageInDays(batch.mixedOn, on)) ? 1 : 0,
      spent: left !== null && left <= 0 ? 1 : 0,
      worn: batch.rollsDone / batch.volumeMl,
    };
  };
  return batches
    .filter((batch) => batch.kit.process === process)
    .sort((a, b) => {
      const [x, y] = [rank(a), rank(b)];
      return x.standing - y.standing || x.old - y.old || x.spent - y.spent || x.worn - y.worn || b.mixedOn.localeCompare(a.mixedOn);
    });
}

/**
 * A whole evening: rolls packed into runs (or taken as arranged), each planned with the wear that the runs before it
 * leave behind (domain.md 5, 9, 11). `batches` are those to be used tonight, in order of preference.
 */
export function planEvening(question: EveningQuestion): Evening {
  const { rolls, batches, tanks, arrangement, habits } = question;
  if (arrangement) {
    return { runs: plannedInTurn(arrangement, question), leftOut: [], unplaceable: [] };
  }
  // One-shot the volume decides, not the count of rolls; that is seen run by run below.
  const left = (batch: EveningBatch) =>
    isOneShot(habits, batch) ? null : rollsLeft(batch.kit, { ...batch, rollsDone: wornSoFar(batch) + (batch.reserved?.wears ?? 0) });
  const packing = packRolls(
    rolls.map((roll) => ({ ...roll, process: bathProcess(roll) })),
    tanks,
    batches.map((batch) => ({ process: batch.kit.process, rollsLeft: left(batch) ?? Number.MAX_SAFE_INTEGER })),
  );
  const arranged = packing.runs.map((run) => ({ tankId: run.tank, batchId: batches[run.batch ?? 0]?.id ?? '', rollIds: run.rolls }));
  return withoutWhatCannotBe(plannedInTurn(arranged, question), packing.leftOut, packing.unplaceable, question);
}

/** What wears a batch, runs that wait included: what is planned now comes after them. */
function wornSoFar(batch: EveningBatch): number {
  return (batch.wornRolls ?? batch.rollsDone) + (batch.waiting?.wears ?? 0);
}

/**
 * A proposal holds only runs that can be done: rolls whose push, treatment or solution allows none are left out by
 * name, with what would let them in, and hold up nobody else. At an unknown temperature nothing is left out: that is
 * put right at the bath, not at the roll.
 */
function withoutWhatCannotBe(
  runs: readonly EveningRun[],
  leftOut: readonly Unpacked[],
  unplaceable: readonly Unpacked[],
  question: EveningQuestion,
): Evening {
  const why = (run: EveningRun) =>
    run.broken[0] ??
    (run.plan.ok ? null : (run.plan.errors.find((error) => error.code !== 'temperature-outside-leaflet')?.message ?? null));
  const cannot = runs.filter((run) => why(run) !== null);
  if (cannot.length === 0) return { runs, leftOut, unplaceable };
  const out = cannot.flatMap((run) => run.rollIds.map((id) => ({ id, why: why(run) ?? '' })));
  const rest = runs.filter((run) => !cannot.includes(run)).map(({ tankId, batchId, rollIds }) => ({ tankId, batchId, rollIds }));
  // Planned again: the rolls that stay out wear nothing.
  return { runs: plannedInTurn(rest, question), leftOut: [...leftOut, ...out], unplaceable };
}

/** A batch as the runs before leave it. */
interface Standing {
  readonly wornRolls: number;
  readonly bottles: readonly PourableBottle[];
  readonly seenRemjet: boolean;
}

type PourableBottle = Pick<BottleForRun, 'id' | 'bath' | 'mlLeft' | 'wornRolls'>;

function standingOf(batch: EveningBatch): Standing {
  return {
    wornRolls: wornSoFar(batch),
    bottles: bottlesAfter(batch.bottles ?? asMixed(batch), batch.waiting?.entries ?? []),
    seenRemjet: batch.seenRemjet === true,
  };
}

/** A batch of which no bottle is known apart: each is as the batch is. */
function asMixed({ kit, mlLeft, volumeMl, rollsDone, wornRolls = rollsDone }: EveningBatch): PourableBottle[] {
  return stepsOfKit(kit).map(({ bath }) => ({ id: bath, bath, mlLeft: mlLeft ?? volumeMl, wornRolls }));
}

function plannedInTurn(arranged: readonly ArrangedRun[], question: EveningQuestion): EveningRun[] {
  const standing = new Map(question.batches.map((batch) => [batch.id, standingOf(batch)]));
  let singles = question.singles ?? [];
  return arranged.flatMap((run): EveningRun[] => {
    const rolls = run.rollIds.flatMap((id) => question.rolls.find((roll) => roll.id === id) ?? []);
    const batch = question.batches.find((candidate) => candidate.id === run.batchId);
    const whole = question.tanks.find((candidate) => candidate.id === run.tankId);
    const tank = whole && loadedTank(whole, rolls);
    const now = standing.get(run.batchId);
    const first = rolls[0];
    if (!first || !batch || !tank || !now) return [];
    const oneShot = isOneShot(question.habits, batch);
    // Each bottle as it stands by then; null where none is known apart.
    const bottles = batch.bottles?.map((bottle) => ({ ...bottle, ...now.bottles.find((each) => each.id === bottle.id) })) ?? null;
    const asked = {
      kit: batch.kit,
      batch: batchState({ ...batch, wornRolls: now.wornRolls, seenRemjet: now.seenRemjet, bottles }),
      on: question.on,
      tank,
      rolls,
      pushStops: first.pushStops,
      treatment: first.treatment,
      temperaturesC: question.temperaturesC[batch.id] ?? {},
      habits: question.habits,
      heat: question.heat ? tankHeatSetting(tank, question.heat) : null,
      own: marginsOfRun(question.own, batch.id, rolls),
      way: question.ways?.[batch.id]?.[first.treatment] ?? [],
      wayFollows: true,
      singles,
    };
    const plan = planRun(asked);
    const steps = plan.ok ? plan.value.steps : [];
    const poured = pouredBaths(steps);
    const keepers = rolls.filter((roll) => roll.keeper).map((roll) => roll.name);
    const broken = [
      ...brokenRules(rolls, batch, tank),
      ...(bottles ? bottlesInTheWay(batch.kit, poured, bottles) : []),
      ...(oneShot ? freshSolutionLeft(freeMl(now, poured, batch.reserved), tank) : []),
    ];
    const own = singlesPoured(steps, singles);
    const { entries } = effectOfRun({
      steps,
      bottles: [...now.bottles, ...own],
      tankMl: tank.volumeMl,
      rolls: rollEquivalents(rolls),
      oneShot,
    });
    singles = singlesAfter(singles, entries);
    const ofBatch = entries.filter((entry) => !own.some(({ id }) => id === entry.bottle));
    standing.set(batch.id, {
      wornRolls: now.wornRolls + shareOfBatch(ofBatch).wears,
      bottles: bottlesAfter(now.bottles, ofBatch),
      seenRemjet: now.seenRemjet || (plan.ok && plan.value.batchAfter.seenRemjet),
    });
    return [
      {
        ...run,
        rollIds: rolls.map((roll) => roll.id),
        process: batch.kit.process,
        pushStops: first.pushStops,
        treatment: first.treatment,
        rollsBefore: now.wornRolls,
        asTheKit: asTheKit(asked),
        plan: withWhatIsKnown(plan, filmsNotAlone(question.own, batch.id, rolls), [
          ...(bottles
            ? bottleWarnings(poured, bottles, oneShot ? 0 : tank.volumeMl, keepers, smallerThan(tank, rolls, question.tanks))
            : []),
          ...bottleWarnings(new Set(own.map(({ bath }) => bath)), own, tank.volumeMl, keepers),
        ]),
        broken,
      },
    ];
  });
}

/** The least that a bottle which this run pours holds beyond what evenings to come have spoken for. */
function freeMl({ bottles }: Standing, poured: ReadonlySet<string>, reserved: Forecast = NOTHING_TO_COME): number {
  const free = bottlesAfter(bottles, reserved.entries).filter((bottle) => poured.has(bottle.bath));
  return Math.min(...free.map((bottle) => bottle.mlLeft));
}

function withWhatIsKnown(plan: Answer<Plan>, advice: readonly Advice[], warnings: Plan['warnings']): Answer<Plan> {
  if (!plan.ok || warnings.length + advice.length === 0) return plan;
  const { value } = plan;
  return { ...plan, value: { ...value, warnings: [...value.warnings, ...warnings], advice: [...advice, ...value.advice] } };
}

/** What a run's times and warnings need of a batch as it stands, each bottle with what it has seen itself. */
export function batchState({
  volumeMl,
  rollsDone,
  wornRolls = rollsDone,
  mixedOn,
  seenRemjet = false,
  solution = null,
  bottles,
}: Pick<EveningBatch, 'volumeMl' | 'rollsDone' | 'wornRolls' | 'mixedOn' | 'seenRemjet' | 'solution'> & {
  readonly bottles?: readonly BottleForRun[] | null | undefined;
}): BatchState {
  const apart = ({ bath, goodUntil, wornRolls: worn }: BottleForRun): [string, BottleState] => [bath, { goodUntil, wornRolls: worn }];
  return {
    volumeMl,
    rollsDone: wornRolls,
    mixedOn,
    seenRemjet,
    solution,
    ...(bottles ? { bottles: Object.fromEntries(bottles.map(apart)) } : {}),
  };
}

/** The most that another tank, smaller than this one, takes for the same rolls; null where there is none. */
function smallerThan(tank: EveningTank, rolls: readonly EveningRoll[], tanks: readonly EveningTank[]): number | null {
  const others = tanks.filter((other) => other.volumeMl < tank.volumeMl && fits(shareOfLoad(rolls, other.holds)));
  return others.length === 0 ? null : Math.min(...others.map((other) => other.volumeMl));
}

function freshSolutionLeft(mlLeft: number, tank: EveningTank): string[] {
  if (mlLeft >= tank.volumeMl - 1e-9) return [];
  return ['One-shot, no bottle holds enough fresh solution for another run in this tank. Take a smaller tank, or mix a fresh batch.'];
}

/** What keeps these rolls from sharing this tank and these baths (domain.md 11). */
export function brokenRules(rolls: readonly EveningRoll[], batch: Pick<EveningBatch, 'kit'>, tank: Pick<EveningTank, 'holds'>): string[] {
  const broken: string[] = [];
  const first = rolls[0];
  if (!first) return broken;
  for (const roll of rolls) {
    if (bathProcess(roll) === batch.kit.process) continue;
    broken.push(
      roll.process === 'ECN-2'
        ? `${roll.name} has a remjet backing, which this ${batch.kit.process} kit does not remove. Choose the treatment “Cine film in C-41 baths” on the roll, or an ECN-2 batch.`
        : `${roll.name} is ${roll.process} film and does not belong in ${batch.kit.process} baths.`,
    );
  }
  const others = (differs: (roll: EveningRoll) => boolean) =>
    rolls
      .filter(differs)
      .map((roll) => roll.name)
      .join(', ');
  const pushed = others((roll) => Math.abs(roll.pushStops - first.pushStops) > 1e-6);
  if (pushed) broken.push(`${pushed} and ${first.name} are pushed by different amounts, so they need different developer times.`);
  const treated = others((roll) => roll.treatment !== first.treatment);
  if (treated) broken.push(`${treated} and ${first.name} have different treatments.`);
  const share = shareOfLoad(rolls, tank.holds);
  if (share === Infinity) broken.push('The tank has no place for one of these formats.');
  else if (!fits(share)) broken.push(`That is ${Math.round(share * 100)} % of what the tank holds.`);
  return broken;
}
