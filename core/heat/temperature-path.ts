import { cooledC, type TimedReading } from './cooling.ts';

export interface Surroundings {
  readonly coolingPerMin: number;
  readonly surroundC: number;
}

/** One stretch of a temperature path: a straight line between readings, or Newton's cooling after the last. */
export type PathPiece =
  | { readonly kind: 'line'; readonly fromS: number; readonly toS: number; readonly fromC: number; readonly toC: number }
  | { readonly kind: 'cooling'; readonly fromS: number; readonly fromC: number; readonly surroundings: Surroundings };

/**
 * The temperature path of domain.md 7: constant at the first reading before it, straight between readings, and after
 * the last following the tank's cooling where it is known, else constant. The last piece has no end.
 * Readings may come in any order; of two at the same second the later one in the list counts.
 */
export function temperaturePath(readings: readonly TimedReading[], surroundings: Surroundings | null): PathPiece[] {
  const bySecond = new Map(readings.map((reading) => [reading.atS, reading]));
  const sorted = [...bySecond.values()].sort((a, b) => a.atS - b.atS);
  const first = sorted[0];
  const last = sorted.at(-1);
  if (!first || !last) return [];
  const pieces: PathPiece[] = [];
  if (first.atS > 0) pieces.push({ kind: 'line', fromS: 0, toS: first.atS, fromC: first.c, toC: first.c });
  sorted.slice(1).forEach((reading, i) => {
    const before = sorted[i] as TimedReading;
    pieces.push({ kind: 'line', fromS: before.atS, toS: reading.atS, fromC: before.c, toC: reading.c });
  });
  pieces.push(
    surroundings && surroundings.coolingPerMin > 0
      ? { kind: 'cooling', fromS: last.atS, fromC: last.c, surroundings }
      : { kind: 'line', fromS: last.atS, toS: Infinity, fromC: last.c, toC: last.c },
  );
  // A reading from before the start (a thermometer dipped early) only matters from zero on.
  return pieces.flatMap((piece): PathPiece[] => {
    if (piece.fromS >= 0) return [piece];
    const atZero = pieceTemperature(piece, 0);
    if (piece.kind === 'cooling') return [{ ...piece, fromS: 0, fromC: atZero }];
    return piece.toS <= 0 ? [] : [{ ...piece, fromS: 0, fromC: atZero }];
  });
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
