import { swapWater } from '../mixing.ts';
import { bathConstants, bathEquations, type BottleInBath, type Tub } from './water-bath.ts';

/** A pour out of the bath: which bottle, when, and what it must then be. */
export interface WantedPour {
  readonly atS: number;
  /** Its place among the bottles. */
  readonly bottle: number;
  readonly lowC: number;
  readonly highC: number;
}

export interface TopUpQuestion {
  readonly tub: Omit<Tub, 'heaterW' | 'setC'>;
  readonly bottles: readonly BottleInBath[];
  /** What the bath is held about, from when on; the first from the beginning. */
  readonly holds: readonly { readonly fromS: number; readonly c: number }[];
  readonly pours: readonly WantedPour[];
  readonly hotC: number;
  readonly coldC: number;
}

/** So much taken out of the bath, and as much of that water poured in. */
export interface TopUp {
  readonly atS: number;
  readonly ml: number;
  readonly with: 'hot' | 'cold';
  readonly toC: number;
}

export interface ToppedUp {
  readonly topUps: readonly TopUp[];
  /** What each pour is by then, in their order, and whether that is in its window. */
  readonly pours: readonly { readonly c: number; readonly inWindow: boolean }[];
}

/** The widest band first: the fewer top-ups, the better. */
const BANDS_C = [2, 1.4, 1, 0.7, 0.5, 0.35, 0.25] as const;
const STEP_S = 10;
/** Nobody tops up more often than this, whatever it would be good for. */
const LEAST_APART_S = 120;

/** Held a little off what is wanted, a pour that would come at the wrong end of a band comes right. */
const OFF_BY_C = [0, -0.2, 0.2, -0.4, 0.4] as const;

/** How one hold is kept: topped up where it has fallen by the band below, as far above, all of it a little off what is wanted. */
interface HeldAs {
  readonly bandC: number;
  readonly offC: number;
}

/**
 * A bath without a heater through an evening (domain.md 8.2): where it has fallen by a band below what is held it is topped up as far
 * above, for each hold with the widest band that has its pours in their windows; where none has, the one that has the most, and the
 * pours say so.
 */
export function toppedUp(question: TopUpQuestion): ToppedUp {
  const right = everyPourRight(question);
  if (right) return right;
  const inWindow = ({ pours }: ToppedUp) => pours.filter((pour) => pour.inWindow).length;
  const tried = BANDS_C.map((bandC) => followed(question, [{ bandC, offC: 0 }], 'to-the-end'));
  return tried.reduce((best, each) => (inWindow(each) > inWindow(best) ? each : best));
}

/**
 * The same where every pour is in its window, else null: what misses one is not followed any further. One hold after the other: what is
 * right for the first run of an evening need not be for the second.
 */
export function everyPourRight(question: TopUpQuestion, offsC: readonly number[] = OFF_BY_C): ToppedUp | null {
  const ways = BANDS_C.flatMap((bandC) => offsC.map((offC): HeldAs => ({ bandC, offC })));
  const { holds, pours } = question;
  const kept: HeldAs[] = [];
  let last: ToppedUp = { topUps: [], pours: [] };
  for (let place = 0; place < Math.max(1, holds.length); place += 1) {
    const untilS = holds[place + 1]?.fromS ?? Infinity;
    const sofar = { ...question, pours: pours.filter(({ atS }) => atS < untilS) };
    const way = ways.find((each) => {
      last = followed(sofar, [...kept, each], 'to-a-miss');
      return last.pours.every(({ inWindow }) => inWindow);
    });
    if (!way) return heldAlike(question, ways);
    kept.push(way);
  }
  return last;
}

/** Every hold alike: what the first was best served by may leave the second too warm. */
function heldAlike(question: TopUpQuestion, ways: readonly HeldAs[]): ToppedUp | null {
  for (const way of ways) {
    const tried = followed(question, [way], 'to-a-miss');
    if (tried.pours.every(({ inWindow }) => inWindow)) return tried;
  }
  return null;
}

/** The bath and its bottles as they are at given seconds, with water swapped on the way; followed as long as `at` says so. */
export function bathWithTopUps(
  { tub, bottles }: Pick<TopUpQuestion, 'tub' | 'bottles'>,
  decide: (atS: number, tubC: number) => number | null,
  untilS: number,
  stepS = STEP_S,
  at: (atS: number, state: readonly number[]) => boolean = () => true,
): void {
  const bath = bathEquations(bathConstants(tub, bottles), { heaterW: 0, ambientC: tub.ambientC });
  let state: readonly number[] = [tub.startC, ...bottles.map(({ startC }) => startC)];
  for (let atS = 0; ; atS += stepS) {
    const toC = decide(atS, state[0] as number);
    if (toC !== null) state = [toC, ...state.slice(1)];
    if (!at(atS, state) || atS >= untilS) return;
    state = bath.after(state, false, stepS);
  }
}

/** `as` by the place of each hold; the last of it goes for those after it, too. */
function followed(question: TopUpQuestion, as: readonly HeldAs[], how: 'to-the-end' | 'to-a-miss'): ToppedUp {
  const { tub, holds, pours, hotC, coldC } = question;
  const topUps: TopUp[] = [];
  const poured = pours.map(() => NaN);
  const untilS = Math.max(0, ...pours.map(({ atS }) => atS));
  let wasC = holds[0]?.c ?? tub.startC;
  let lastS = -Infinity;
  const decide = (atS: number, tubC: number): number | null => {
    const hold = Math.max(
      0,
      holds.findLastIndex(({ fromS }) => fromS <= atS),
    );
    const { bandC, offC } = as[hold] ?? as.at(-1) ?? { bandC: 1, offC: 0 };
    const wantedC = holds[hold]?.c ?? wasC;
    const changed = wantedC !== wasC;
    wasC = wantedC;
    const heldC = wantedC + offC;
    if (atS - lastS < LEAST_APART_S && !changed) return null;
    const fell = tubC < heldC - bandC;
    // Warmer than is held matters only where what was held before was warmer: the first water falls by itself.
    const tooWarm = changed && tubC > heldC + bandC;
    if (!fell && !tooWarm) return null;
    // Water that is hardly warmer than the bath warms nothing.
    if (!tooWarm && hotC < heldC + 1) return null;
    const goalC = tooWarm ? heldC : Math.min(heldC + bandC, hotC - 1);
    const from = tooWarm ? coldC : hotC;
    const swap = swapWater({ totalMl: tub.litres * 1000, fromC: tubC, goalC, hotC: from });
    if (!swap.ok || swap.value <= 0) return null;
    lastS = atS;
    topUps.push({ atS, ml: swap.value, with: tooWarm ? 'cold' : 'hot', toC: goalC });
    return goalC;
  };
  const inWindow = ({ lowC, highC }: WantedPour, c: number) => c >= lowC && c <= highC;
  bathWithTopUps(question, decide, untilS, STEP_S, (atS, state) => {
    let missed = false;
    pours.forEach((pour, i) => {
      if (!Number.isNaN(poured[i]) || atS < pour.atS - STEP_S / 2) return;
      poured[i] = state[pour.bottle + 1] as number;
      missed ||= !inWindow(pour, poured[i]);
    });
    return how === 'to-the-end' || !missed;
  });
  return { topUps, pours: pours.map((pour, i) => ({ c: poured[i] as number, inWindow: inWindow(pour, poured[i] as number) })) };
}
