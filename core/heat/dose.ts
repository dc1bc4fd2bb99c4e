import type { LeafletPoint } from '../kit/kit.ts';
import { hasCurve, leafletSeconds, pointsByTemperature } from '../timing/leaflet-curve.ts';
import { pieceTemperature, type PathPiece } from './temperature-path.ts';

/** Development at a temperature against nominal: `r(T) = C(nominalC) ⁄ C(T)` (domain.md 7). 1 without a curve. */
export type Rate = (tempC: number) => number;

export function developmentRate(points: readonly LeafletPoint[], nominalC: number): Rate {
  if (!hasCurve(points)) return () => 1;
  const sorted = pointsByTemperature(points);
  const nominalS = leafletSeconds(sorted, nominalC);
  return (tempC) => nominalS / leafletSeconds(sorted, tempC);
}

/**
 * A chunk of time on which the integrand is smooth: the path runs on one piece and the leaflet on one segment.
 * Gauss–Legendre with five nodes is then exact far below the tenth of a second that is promised.
 */
interface Chunk {
  readonly fromS: number;
  readonly toS: number;
  readonly piece: PathPiece;
}

const LONGEST_CHUNK_S = 120;
const NODES = [
  [0, 128 / 225],
  [Math.sqrt(5 - 2 * Math.sqrt(10 / 7)) / 3, (322 + 13 * Math.sqrt(70)) / 900],
  [-Math.sqrt(5 - 2 * Math.sqrt(10 / 7)) / 3, (322 + 13 * Math.sqrt(70)) / 900],
  [Math.sqrt(5 + 2 * Math.sqrt(10 / 7)) / 3, (322 - 13 * Math.sqrt(70)) / 900],
  [-Math.sqrt(5 + 2 * Math.sqrt(10 / 7)) / 3, (322 - 13 * Math.sqrt(70)) / 900],
] as const;

/** Dose gathered between two instants of one smooth chunk, in seconds at nominal. */
function chunkDose(rate: Rate, piece: PathPiece, fromS: number, toS: number): number {
  const half = (toS - fromS) / 2;
  const middle = (toS + fromS) / 2;
  return half * NODES.reduce((sum, [x, w]) => sum + w * rate(pieceTemperature(piece, middle + half * x)), 0);
}

/** Cuts the path where it crosses a leaflet temperature and into stretches short enough to integrate exactly. */
function* chunks(path: readonly PathPiece[], kinksC: readonly number[], untilS: number): Generator<Chunk> {
  for (const piece of path) {
    const endS = piece.kind === 'line' ? Math.min(piece.toS, untilS) : untilS;
    const cuts = kinksC
      .flatMap((c) => crossing(piece, c))
      .filter((s) => s > piece.fromS && s < endS)
      .sort((a, b) => a - b);
    let fromS = piece.fromS;
    for (const cut of [...cuts, endS]) {
      while (fromS < cut) {
        const toS = Math.min(cut, fromS + LONGEST_CHUNK_S);
        yield { fromS, toS, piece };
        fromS = toS;
      }
    }
  }
}

function crossing(piece: PathPiece, c: number): number[] {
  if (piece.kind === 'line') {
    if (piece.toC === piece.fromC || piece.toS === Infinity) return [];
    return [piece.fromS + ((c - piece.fromC) * (piece.toS - piece.fromS)) / (piece.toC - piece.fromC)];
  }
  const { surroundC, coolingPerMin } = piece.surroundings;
  const ratio = (c - surroundC) / (piece.fromC - surroundC);
  return ratio > 0 && ratio < 1 ? [piece.fromS - (60 * Math.log(ratio)) / coolingPerMin] : [];
}

/** Dose gathered from the start to `untilS`: `∫ r(T(τ)) dτ`, in seconds at nominal. */
export function doseUntil(rate: Rate, path: readonly PathPiece[], points: readonly LeafletPoint[], untilS: number): number {
  const kinksC = points.map((point) => point.c);
  let dose = 0;
  for (const chunk of chunks(path, kinksC, untilS)) dose += chunkDose(rate, chunk.piece, chunk.fromS, chunk.toS);
  return dose;
}

/** When the dose is reached, in seconds from the start; null if not within `horizonS`. */
export function doseReachedS(
  rate: Rate,
  path: readonly PathPiece[],
  points: readonly LeafletPoint[],
  doseS: number,
  horizonS: number,
): number | null {
  const kinksC = points.map((point) => point.c);
  let left = doseS;
  if (left <= 0) return 0;
  for (const { piece, fromS, toS } of chunks(path, kinksC, horizonS)) {
    const gained = chunkDose(rate, piece, fromS, toS);
    if (gained < left) {
      left -= gained;
      continue;
    }
    // The rate is positive, so the dose rises throughout: halving finds the one instant.
    let [low, high] = [fromS, toS];
    for (let i = 0; i < 50; i++) {
      const middle = (low + high) / 2;
      if (chunkDose(rate, piece, fromS, middle) < left) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  }
  return null;
}
