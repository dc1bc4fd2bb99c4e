import { bathConstants } from './water-bath.ts';

export interface HeaterQuestion {
  readonly litres: number;
  readonly heaterW: number;
  readonly roomC: number;
  readonly lidded: boolean;
  /** What the water goes in at, and what it is to be held at. */
  readonly startC: number;
  readonly setC: number;
}

export interface HeaterAnswer {
  /** Whether it can hold the water there at all. */
  readonly holds: boolean;
  /** The warmest that it can hold so much water at in this room. */
  readonly mostC: number;
  /** Until the water is there, bottles left out; null where it never is. */
  readonly warmsInS: number | null;
}

/** Is this heater enough for that much water? What it gives against what the tub loses (domain.md 8). */
export function heaterEnough({ litres, heaterW, roomC, lidded, startC, setC }: HeaterQuestion): HeaterAnswer {
  const { tubJK, tubLossWK } = bathConstants({ litres, lidded }, []);
  const mostC = roomC + heaterW / tubLossWK;
  const holds = mostC > setC;
  if (startC >= setC) return { holds, mostC, warmsInS: 0 };
  if (!holds) return { holds, mostC, warmsInS: null };
  // `Cb dT/dt = P − Ua (T − Ta)`, solved for the time from start to set.
  const seconds = (tubJK / tubLossWK) * Math.log((mostC - startC) / (mostC - setC));
  return { holds, mostC, warmsInS: seconds };
}
