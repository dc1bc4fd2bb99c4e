import type { LeafletPoint } from '../kit/kit.ts';
import { hasCurve, leafletSeconds, pointsByTemperature } from '../timing/leaflet-curve.ts';
import { pieceTemperature, type PathPiece } from './temperature-path.ts';

/** Development at a temperature against nominal: `r(T) = C(nominalC) ⁄ C(T)` (domain.md 7). 1 without a curve. */
export type Rate = (tempC: number) => number;

/** The rate with its segments worked out once: a plan asks it hundreds of times. */
export function developmentRate(points: readonly LeafletPoint[], nominalC: number): Rate {
  if (!hasCurve(points)) return () => 1;
  const sorted = pointsByTemperature(points);
  const lnNominal = Math.log(leafletSeconds(sorted, nominalC));
  const temps = sorted.map((point) => point.c);
  const lns = sorted.map((point) => Math.log(point.s));
  const last = sorted.length - 2;
  return (tempC) => {
    let i = 0;
    while (i < last && tempC > (temps[i + 1] as number)) i++;
    const [c, ln] = [temps[i] as number, lns[i] as number];
    const slope = ((lns[i + 1] as number) - ln) / ((temps[i + 1] as number) - c);
    return Math.exp(lnNominal - ln - slope * (tempC - c));
  };
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

/** Where the rate has a kink: at the leaflet's inner points. Its first and last segments go on beyond their ends. */
function kinksOf(points: readonly LeafletPoint[]): readonly number[] {
  return points.length < 3
    ? []
    : pointsByTemperature(points)
        .slice(1, -1)
        .map((point) => point.c);
}

/** Cuts the path where it crosses a leaflet temperature and into stretches short enough to integrate exactly. */
function* chunks(path: readonly PathPiece[], kinksC: readonly number[], untilS: number): Generator<Chunk> {
  for (const piece of path) {
    const endS = Math.min(piece.toS, untilS);
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
  const kinksC = kinksOf(points);
  let dose = 0;
  for (const chunk of chunks(path, kinksC, untilS)) dose += chunkDose(rate, chunk.piece, chunk.fromS, chunk.toS);
  return dose;
}

const CLOSE_ENOUGH_S = 1e-7;

/** When the dose is reached, in seconds from the start; null if not within `horizonS`. */
export function doseReachedS(
  rate: Rate,
  path: readonly PathPiece[],
  points: readonly LeafletPoint[],
  doseS: number,
  horizonS: number,
): number | null {
  const kinksC = kinksOf(points);
  let left = doseS;
  if (left <= 0) return 0;
  for (const { piece, fromS, toS } of chunks(path, kinksC, horizonS)) {
    const gained = chunkDose(rate, piece, fromS, toS);
    if (gained < left) {
      left -= gained;
      continue;
    }
    // The rate is positive and is the dose's own slope: Newton's step, kept inside a shrinking interval.
    let [low, high] = [fromS, toS];
    let at = fromS + (left / gained) * (toS - fromS);
    for (let i = 0; i < 50 && high - low > CLOSE_ENOUGH_S; i++) {
      const off = chunkDose(rate, piece, fromS, at) - left;
      if (Math.abs(off) < CLOSE_ENOUGH_S) break;
      if (off < 0) low = at;
      else high = at;
      const next = at - off / rate(pieceTemperature(piece, at));
      at = next > low && next < high ? next : (low + high) / 2;
    }
    return at;
  }
  return null;
}
