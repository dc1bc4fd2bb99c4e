import { cooledC, type TimedReading } from './bath/cooling.ts';

export interface Surroundings {
  readonly coolingPerMin: number;
  readonly surroundC: number;
}

/** One stretch of a temperature path: a straight line between readings, or Newton's cooling. `toS` is Infinity for the last. */
export type PathPiece =
  | { readonly kind: 'line'; readonly fromS: number; readonly toS: number; readonly fromC: number; readonly toC: number }
  | {
      readonly kind: 'cooling';
      readonly fromS: number;
      readonly toS: number;
      readonly fromC: number;
      readonly surroundings: Surroundings;
    };

const level = (fromS: number, toS: number, c: number): PathPiece => ({ kind: 'line', fromS, toS, fromC: c, toC: c });

/**
 * The temperature path of domain.md 7: straight between readings; before the first and after the last the tank's
 * cooling through that reading where it is known, else constant. Run backwards, cooling leads away from the
 * surroundings, but never beyond `pouredC`, the temperature the bath was poured at. The last piece has no end.
 * Readings may come in any order; of two at the same second the later one in the list counts.
 */
export function temperaturePath(
  readings: readonly TimedReading[],
  surroundings: Surroundings | null,
  pouredC: number | null = null,
): PathPiece[] {
  const bySecond = new Map(readings.map((reading) => [reading.atS, reading]));
  const sorted = [...bySecond.values()].sort((a, b) => a.atS - b.atS);
  const first = sorted[0];
  const last = sorted.at(-1);
  if (!first || !last) return [];
  const cools = surroundings && surroundings.coolingPerMin > 0 ? surroundings : null;
  const pieces: PathPiece[] = [];
  if (first.atS > 0) pieces.push(...(cools ? backwards(first, cools, pouredC) : [level(0, first.atS, first.c)]));
  sorted.slice(1).forEach((reading, i) => {
    const before = sorted[i] as TimedReading;
    pieces.push({ kind: 'line', fromS: before.atS, toS: reading.atS, fromC: before.c, toC: reading.c });
  });
  pieces.push(
    cools ? { kind: 'cooling', fromS: last.atS, toS: Infinity, fromC: last.c, surroundings: cools } : level(last.atS, Infinity, last.c),
  );
  // A reading from before the start (a thermometer dipped early) only matters from zero on.
  return pieces.flatMap((piece): PathPiece[] => {
    if (piece.fromS >= 0) return [piece];
    if (piece.toS <= 0) return [];
    return [{ ...piece, fromS: 0, fromC: pieceTemperature(piece, 0) }];
  });
}

/** From the pour to the first reading: where the cooling curve backwards reaches the poured temperature, it stays there. */
function backwards(first: TimedReading, surroundings: Surroundings, pouredC: number | null): PathPiece[] {
  const { surroundC, coolingPerMin } = surroundings;
  const atZeroC = cooledC(first.c, surroundC, coolingPerMin, -first.atS);
  const whole: PathPiece[] = [{ kind: 'cooling', fromS: 0, toS: first.atS, fromC: atZeroC, surroundings }];
  if (pouredC === null) return whole;
  const sign = Math.sign(first.c - surroundC);
  if (sign === 0 || (atZeroC - pouredC) * sign <= 0) return whole;
  // A bath that was read beyond what it was poured at was not as it was said to be: it stays as it was read.
  if ((first.c - pouredC) * sign >= 0) return [level(0, first.atS, first.c)];
  const reachedS = first.atS + (60 * Math.log((first.c - surroundC) / (pouredC - surroundC))) / coolingPerMin;
  return [level(0, reachedS, pouredC), { kind: 'cooling', fromS: reachedS, toS: first.atS, fromC: pouredC, surroundings }];
}

/** A tank poured to `fromC` and left to its surroundings: the path of a step without a reading (domain.md 8.1). */
export function coolingPath(fromC: number, surroundings: Surroundings): PathPiece[] {
  return surroundings.coolingPerMin > 0 ? [{ kind: 'cooling', fromS: 0, toS: Infinity, fromC, surroundings }] : [level(0, Infinity, fromC)];
}

/** The temperature a piece has at a second of its stretch. */
export function pieceTemperature(piece: PathPiece, atS: number): number {
  if (piece.kind === 'cooling') {
    return cooledC(piece.fromC, piece.surroundings.surroundC, piece.surroundings.coolingPerMin, atS - piece.fromS);
  }
  if (piece.toS === Infinity) return piece.fromC;
  return piece.fromC + ((piece.toC - piece.fromC) * (atS - piece.fromS)) / (piece.toS - piece.fromS);
}

/** The temperature anywhere on a path. */
export function pathTemperature(path: readonly PathPiece[], atS: number): number {
  const piece = path.findLast((candidate) => candidate.fromS <= atS) ?? path[0];
  return piece ? pieceTemperature(piece, atS) : NaN;
}
