import { answered, refused, type Answer } from '../../answer.ts';
import { warmUp, type BottleInBath, type PourWindow, type Tub } from './water-bath.ts';

const HORIZON_S = 6 * 3600;

/** A bottle as a person knows it, where it has a name. */
function nameOf(bottles: readonly (BottleInBath & { readonly name?: string })[], id: string): string {
  return bottles.find((bottle) => bottle.id === id)?.name ?? id;
}

/** The window to pour in: the one that stays open, else the longest; undefined where a bottle never gets there. */
export function windowToPourIn(windows: readonly PourWindow[]): PourWindow | undefined {
  const lastsS = ({ fromS, toS }: PourWindow) => (toS ?? Infinity) - fromS;
  return windows.reduce<PourWindow | undefined>((best, window) => (best && lastsS(best) >= lastsS(window) ? best : window), undefined);
}

/**
 * How long before the first pour the heater must go on: the seconds until every bottle that is `awaited` is inside its
 * range and stays there, all bottles being in the tub (domain.md 8). Errors: `never-warm`, naming the bottle that does
 * not get there.
 */
export function warmingSeconds(tub: Tub, bottles: readonly BottleInBath[], awaited: readonly BottleInBath[] = bottles): Answer<number> {
  const { bottles: warmed } = warmUp(tub, bottles, HORIZON_S);
  let readyS = 0;
  for (const bottle of warmed.filter((each) => awaited.some((one) => one.id === each.id))) {
    const stays = windowToPourIn(bottle.windows);
    if (!stays) {
      return refused({
        code: 'never-warm',
        path: '$.bottles',
        message: `${nameOf(bottles, bottle.id)} does not reach its range within six hours. Start warmer, set the bath higher, or put a lid on.`,
      });
    }
    readyS = Math.max(readyS, stays.fromS);
  }
  return answered(readyS);
}

/**
 * For a sink left to fall: the water temperature to start with so that a bottle is inside its range in the middle
 * of its window at the wanted second. Errors: `never-warm`.
 */
export function sinkStartC(tub: Tub, bottles: readonly BottleInBath[], bottleId: string, pourAtS: number): Answer<number> {
  const index = bottles.findIndex((bottle) => bottle.id === bottleId);
  const bottle = bottles[index];
  const sink: Tub = { ...tub, heaterW: 0 };
  const atPour = (startC: number) => {
    const { trace } = warmUp({ ...sink, startC }, bottles, pourAtS, pourAtS);
    return trace.bottlesC[index]?.at(-1) ?? NaN;
  };
  const targetC = bottle ? (bottle.lowC + bottle.highC) / 2 : NaN;
  let [low, high] = [0, 99];
  if (!bottle || !(atPour(low) < targetC && atPour(high) > targetC)) {
    return refused({
      code: 'never-warm',
      path: '$.bottles',
      message: `No tap is hot enough to have ${nameOf(bottles, bottleId).toLowerCase()} in its range by then. Pour later, or warm the bottle first.`,
    });
  }
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (atPour(middle) < targetC) low = middle;
    else high = middle;
  }
  return answered((low + high) / 2);
}

/**
 * The warmest water to begin with that does not keep the bottles waiting: of whole degrees below the one that was asked,
 * the one with which they are ready soonest (domain.md 8).
 */
export function coolerStartC(tub: Tub, bottles: readonly BottleInBath[], awaited: readonly BottleInBath[], askedC: number): number {
  let best = { c: tub.setC, readyS: Infinity };
  for (let c = Math.min(Math.floor(askedC), Math.ceil(tub.setC) + 8); c >= Math.floor(tub.setC); c--) {
    const ready = warmingSeconds({ ...tub, startC: c }, bottles, awaited);
    if (ready.ok && ready.value < best.readyS - 30) best = { c, readyS: ready.value };
  }
  return best.c;
}
