import { heaterEnough } from '../heat/bath/heater-enough.ts';
import { everyPourRight, toppedUp, type TopUp, type WantedPour } from '../heat/bath/top-ups.ts';
import { swapWater } from '../heat/mixing.ts';
import type { BottleInBath } from '../heat/bath/water-bath.ts';
import type { PlannedStep } from '../schedule/plan.ts';
import { standsInBath, type EveningBath, type TubSetting } from './evening-bath.ts';

/** One run as far as the bath is concerned with it. */
export interface RunInBath {
  readonly batchId: string;
  readonly steps: readonly PlannedStep[];
  readonly bottleMl: number;
  readonly portionMl: number | null;
  readonly bathC: number | null;
  readonly noHeater: boolean;
  readonly firstPourMs: number;
  readonly endMs: number;
}

/** Between two runs the bath is brought to another temperature. */
export interface BathChange {
  readonly atMs: number;
  /** Of the run that it is for, by its place. */
  readonly run: number;
  readonly fromC: number;
  readonly toC: number;
  /** By the heater; null where it cannot, or there is none, or the bath must fall. */
  readonly seconds: number | null;
  /** Water of the tap that brings it there in place of as much of the bath: cold, or hot where no heater does; null where the tap cannot. */
  readonly swapMl: number | null;
}

export interface TopUpAt extends Omit<TopUp, 'atS'> {
  readonly atMs: number;
}

/** A pour for which the bath, topped up as it may be, is not right. */
export interface PourMissed {
  readonly run: number;
  readonly name: string;
  readonly c: number;
  readonly lowC: number;
  readonly highC: number;
}

export interface BathThroughTheEvening {
  readonly topUps: readonly TopUpAt[];
  readonly changes: readonly BathChange[];
  readonly missed: readonly PourMissed[];
}

/** Nearer than this one bath serves both. */
export const SAME_BATH_C = 0.2;

/**
 * What is done to the bath from the first pour to the last (domain.md 8.2): topped up where it has no heater, each with its time and
 * litres; brought to another temperature between runs that are poured at different ones. `fromMs` is when the bottles go in.
 */
export function bathThroughTheEvening(runs: readonly RunInBath[], tub: TubSetting, fromMs: number): BathThroughTheEvening {
  const warmed = warmedIn(runs, tub);
  const held = heldFor(warmed, fromMs);
  if (tub.heaterW > 0) return { topUps: [], missed: [], changes: changesOf(warmed, held, tub) };
  const question = topUpQuestion(warmed, tub, fromMs);
  const { topUps, pours: got } = toppedUp(question);
  return {
    topUps: topUps.map(({ atS, ...each }) => ({ ...each, atMs: fromMs + atS * 1000 })),
    changes: [],
    missed: question.pours.flatMap(({ run, name, lowC, highC }, i) =>
      got[i]?.inWindow === false ? [{ run, name, c: got[i].c, lowC, highC }] : [],
    ),
  };
}

interface Warmed {
  readonly run: RunInBath;
  readonly place: number;
  readonly setC: number;
  readonly bottles: EveningBath['bottles'];
}

/** The runs that need the bath, with what it is held at for each and what stands in it. */
function warmedIn(runs: readonly RunInBath[], tub: TubSetting): Warmed[] {
  return runs.flatMap((run, place): Warmed[] => {
    if (run.noHeater) return [];
    const { setC, bottles } = standsInBath({ ...run, tub });
    return bottles.length === 0 ? [] : [{ run, place, setC, bottles }];
  });
}

/** What the bath is held at, from the end of the run before. */
function heldFor(warmed: readonly Warmed[], fromMs: number): { readonly c: number; readonly fromMs: number }[] {
  return warmed.map(({ run, setC }, i) => ({ c: setC, fromMs: i === 0 ? fromMs : (warmed[i - 1]?.run.endMs ?? run.firstPourMs) }));
}

function topUpQuestion(warmed: readonly Warmed[], tub: TubSetting, fromMs: number) {
  return {
    tub: { litres: tub.litres, startC: tub.startC, ambientC: tub.roomC, lidded: tub.lidded },
    ...pouredFrom(warmed, fromMs),
    holds: heldFor(warmed, fromMs).map(({ c, fromMs: since }) => ({ fromS: (since - fromMs) / 1000, c })),
    hotC: tub.hotTapC,
    coldC: tub.coldTapC,
  };
}

/** Every bottle once, whichever runs are poured from it, and every pour with what it must be by then. */
function pouredFrom(warmed: readonly Warmed[], fromMs: number) {
  const known = new Map<string, { readonly place: number; readonly bottle: BottleInBath }>();
  const pours: (WantedPour & { readonly run: number; readonly name: string })[] = [];
  for (const { run, place, bottles } of warmed) {
    for (const bottle of bottles) {
      const step = run.steps.find(({ bath }) => bath === bottle.id);
      if (!step) continue;
      const key = `${run.batchId} ${bottle.id}`;
      const there = known.get(key) ?? { place: known.size, bottle };
      known.set(key, there);
      const atS = Math.round((run.firstPourMs - fromMs) / 1000 + step.startS);
      pours.push({ atS, bottle: there.place, lowC: bottle.lowC, highC: bottle.highC, run: place, name: bottle.name });
    }
  }
  return { bottles: [...known.values()].map(({ bottle }) => bottle), pours };
}

const TRIED_EVERY_S = 300;
const LONGEST_S = 2 * 3600;

/**
 * Seconds from the bottles into a bath without a heater until the first run may be poured, topped up on the way: the earliest of whole
 * five minutes with which all its pours are in their windows; null where two hours are not enough.
 */
export function readyByTopUpsS(run: Omit<RunInBath, 'firstPourMs' | 'endMs'>, tub: TubSetting): number | null {
  for (let readyS = TRIED_EVERY_S; readyS <= LONGEST_S; readyS += TRIED_EVERY_S) {
    const at = readyS * 1000;
    // Asked two dozen times while a page waits: held about what is wanted and nowhere beside it.
    if (everyPourRight(topUpQuestion(warmedIn([{ ...run, firstPourMs: at, endMs: at }], tub), tub, 0), [0])) return readyS;
  }
  return null;
}

function changesOf(
  warmed: readonly { readonly place: number }[],
  held: readonly { readonly c: number; readonly fromMs: number }[],
  tub: TubSetting,
): BathChange[] {
  return held.flatMap(({ c: toC, fromMs: atMs }, i): BathChange[] => {
    const fromC = held[i - 1]?.c;
    if (fromC === undefined || Math.abs(toC - fromC) < SAME_BATH_C) return [];
    const warms = toC > fromC ? heaterEnough({ ...tub, startC: fromC, setC: toC }).warmsInS : null;
    const tapC = toC < fromC ? tub.coldTapC : tub.hotTapC;
    const swap = swapWater({ totalMl: tub.litres * 1000, fromC, goalC: toC, hotC: tapC });
    return [{ atMs, run: warmed[i]?.place ?? i, fromC, toC, seconds: warms, swapMl: swap.ok ? swap.value : null }];
  });
}
