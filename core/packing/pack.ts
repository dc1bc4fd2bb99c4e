import { formatById, FORMAT_FAMILIES, type FormatId } from '../film/format.ts';
import type { Process } from '../film/process.ts';
import { rollEquivalents } from '../film/roll-equivalents.ts';
import type { Treatment } from '../film/treatment.ts';
import { fewestRuns } from './fewest-runs.ts';
import { chooseForCapacity } from './left-out.ts';
import { fits, loadKey, loadsOf, shareOfTank, without, type Holds, type Load, type MustTake, type Shape } from './load.ts';

export interface RollToPack {
  readonly id: string;
  readonly format: FormatId;
  readonly process: Process;
  readonly pushStops: number;
  readonly treatment: Treatment;
  readonly keeper: boolean;
  /** Sheets of one entry stay together. */
  readonly count: number;
}

export interface TankToFill {
  readonly id: string;
  readonly holds: Holds;
  readonly volumeMl: number;
}

export interface BatchToUse {
  readonly process: Process;
  /** Roll equivalents it can still do. */
  readonly rollsLeft: number;
}

export interface PackedRun {
  readonly tank: string;
  readonly rolls: readonly string[];
  readonly process: Process;
  readonly pushStops: number;
  readonly treatment: Treatment;
  /** Index into the batches asked with; null when packed without any. */
  readonly batch: number | null;
}

export interface Unpacked {
  readonly id: string;
  readonly why: string;
}

export interface Packing {
  readonly runs: readonly PackedRun[];
  /** Would fit a tank, but the chemistry does not reach. */
  readonly leftOut: readonly Unpacked[];
  /** Fits no tank at all. */
  readonly unplaceable: readonly Unpacked[];
}

/**
 * Which rolls share a tank, and in which order (domain.md 11). Within one process, push and treatment:
 * the fewest runs, proven; then keepers on the freshest solution (the first run holds as many as can be, and so on);
 * then the shortest total time (the fewer rolls a run holds the earlier it goes, since wear grows with every roll);
 * then the smallest tank that fits; then the order in which rolls were added.
 */
export function packRolls(rolls: readonly RollToPack[], tanks: readonly TankToFill[], batches: readonly BatchToUse[] | null): Packing {
  const unplaceable = rolls.flatMap((roll) => whyNoTank(roll, tanks));
  const placeable = rolls.filter((roll) => !unplaceable.some((other) => other.id === roll.id));
  const processes = [...new Set(placeable.map((roll) => roll.process))];
  const runs: PackedRun[] = [];
  const leftOut: Unpacked[] = [];
  for (const process of processes) {
    const ofProcess = placeable.filter((roll) => roll.process === process);
    if (!batches) {
      runs.push(...inOrder(packGroups(ofProcess, tanks), rolls));
      continue;
    }
    const usable = batches.map((batch, index) => ({ ...batch, index })).filter((batch) => batch.process === process);
    const choice = chooseForCapacity(ofProcess, usable, (some) => inOrder(packGroups(some, tanks), rolls));
    runs.push(...choice.runs);
    leftOut.push(...choice.leftOut);
  }
  return { runs, leftOut, unplaceable };
}

function equivalentsOf(roll: RollToPack): number {
  return rollEquivalents([roll]);
}

function whyNoTank(roll: RollToPack, tanks: readonly TankToFill[]): Unpacked[] {
  const shape = shapeOf(roll);
  if (tanks.some((tank) => fits(shareOfTank(shape, tank.holds)))) return [];
  const most = Math.max(0, ...tanks.map((tank) => tank.holds[shape.family] ?? 0));
  const why =
    most === 0
      ? `No tank here has a place for ${shape.family} film.`
      : `${roll.count} together are more than any tank holds; ${most} at most. Split the entry.`;
  return [{ id: roll.id, why }];
}

function shapeOf(roll: RollToPack): Shape {
  return { family: formatById(roll.format).family, count: roll.count };
}

function groupKey(roll: RollToPack): string {
  return `${roll.process} ${roll.pushStops.toFixed(4)} ${roll.treatment}`;
}

function packGroups(rolls: readonly RollToPack[], tanks: readonly TankToFill[]): PackedRun[] {
  return grouped(rolls).flatMap((group) => packGroup(group, tanks));
}

function grouped(rolls: readonly RollToPack[]): RollToPack[][] {
  const groups = new Map<string, RollToPack[]>();
  for (const roll of rolls) groups.set(groupKey(roll), [...(groups.get(groupKey(roll)) ?? []), roll]);
  return [...groups.values()];
}

interface Candidate {
  readonly load: Load;
  readonly tank: TankToFill;
  readonly keepers: number;
  readonly equivalents: number;
}

function packGroup(group: readonly RollToPack[], tanks: readonly TankToFill[]): PackedRun[] {
  const shapes = FORMAT_FAMILIES.flatMap((family) =>
    [...new Set(group.filter((roll) => shapeOf(roll).family === family).map((roll) => roll.count))].map((count): Shape => ({
      family,
      count,
    })),
  );
  // Waiting rolls of each shape, keepers first and then as added: the order in which a load takes them.
  const waiting = shapes.map((shape) => {
    const same = group.filter((roll) => shapeOf(roll).family === shape.family && roll.count === shape.count);
    return [...same.filter((roll) => roll.keeper), ...same.filter((roll) => !roll.keeper)];
  });
  const search = fewestRuns(
    shapes,
    tanks.map((tank) => tank.holds),
  );
  const runs: PackedRun[] = [];
  let there: Load = waiting.map((same) => same.length);
  for (let left = search.fewest(there); left > 0; left--) {
    const chosen = bestLoad(there, waiting, shapes, tanks, search.mustTake(there, left - 1), (rest) => search.enough(rest, left - 1));
    const rolls = chosen.load.flatMap((n, i) => (waiting[i] as RollToPack[]).splice(0, n));
    const first = rolls[0] as RollToPack;
    runs.push({
      tank: chosen.tank.id,
      rolls: [...rolls].sort((a, b) => group.indexOf(a) - group.indexOf(b)).map((roll) => roll.id),
      process: first.process,
      pushStops: first.pushStops,
      treatment: first.treatment,
      batch: null,
    });
    there = without(there, chosen.load);
  }
  return runs;
}

/** The load to pour next: most keepers, then fewest rolls, then the smallest tank, among those that keep the run count. */
function bestLoad(
  there: Load,
  waiting: readonly (readonly RollToPack[])[],
  shapes: readonly Shape[],
  tanks: readonly TankToFill[],
  mustTake: MustTake,
  restIsEnough: (rest: Load) => boolean,
): Candidate {
  const keepers = waiting.map((rolls) => runningSum(rolls.map((roll) => (roll.keeper ? 1 : 0))));
  const equivalents = waiting.map((rolls) => runningSum(rolls.map(equivalentsOf)));
  const taken = (sums: readonly (readonly number[])[], load: Load) => load.reduce((sum, n, i) => sum + (sums[i]?.[n] ?? 0), 0);
  const candidates = new Map<number | string, Candidate>();
  for (const tank of [...tanks].sort((a, b) => a.volumeMl - b.volumeMl)) {
    for (const load of loadsOf(
      shapes.map((shape) => shareOfTank(shape, tank.holds)),
      there,
      null,
      mustTake,
    )) {
      const key = loadKey(load);
      if (candidates.has(key)) continue;
      candidates.set(key, { load, tank, keepers: taken(keepers, load), equivalents: taken(equivalents, load) });
    }
  }
  const ranked = [...candidates.values()].sort(
    (a, b) => b.keepers - a.keepers || compare(a.equivalents, b.equivalents) || a.tank.volumeMl - b.tank.volumeMl,
  );
  const best = ranked.find((candidate) => restIsEnough(without(there, candidate.load)));
  if (!best) throw new Error('a run count was promised that no load keeps');
  return best;
}

/** Sums of the first n values, for n from 0. */
function runningSum(values: readonly number[]): number[] {
  const sums = [0];
  for (const value of values) sums.push((sums.at(-1) ?? 0) + value);
  return sums;
}

/**
 * The order of a process's runs through one solution. A keeper waits for all that goes before it, so runs go by
 * rolls per keeper, ascending (Smith's rule: it makes the keepers' total wait least); runs without keepers follow,
 * the smaller first; equal ones as their rolls were added.
 */
function inOrder(runs: readonly PackedRun[], rolls: readonly RollToPack[]): PackedRun[] {
  const position = new Map(rolls.map((roll, i) => [roll.id, i]));
  const byId = new Map(rolls.map((roll) => [roll.id, roll]));
  const weighed = runs.map((run) => {
    const film = run.rolls.flatMap((id) => byId.get(id) ?? []);
    const keepers = film.filter((roll) => roll.keeper).length;
    const equivalents = film.reduce((sum, roll) => sum + equivalentsOf(roll), 0);
    return {
      run,
      // Flakes of remjet stay in the developer: film that carries it goes through last (domain.md 9).
      remjet: run.treatment === 'cine-in-c41',
      waits: keepers > 0 ? equivalents / keepers : Infinity,
      equivalents,
      added: Math.min(...run.rolls.map((id) => position.get(id) ?? 0)),
    };
  });
  return weighed
    .sort(
      (a, b) =>
        Number(a.remjet) - Number(b.remjet) || compare(a.waits, b.waits) || compare(a.equivalents, b.equivalents) || a.added - b.added,
    )
    .map(({ run }) => run);
}

function compare(a: number, b: number): number {
  return a === b || Math.abs(a - b) < 1e-9 ? 0 : a < b ? -1 : 1;
}
