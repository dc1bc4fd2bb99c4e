import type { Spoken } from './units/sentence.ts';

/**
 * Errors a person can cause are values, never exceptions (architecture.md, rule 4).
 * A fault names where it is by JSON path and says what would be accepted.
 */
export interface Fault extends Spoken {
  readonly code: string;
  readonly path: string;
  readonly message: string;
  /** The nearest temperature that would be accepted, where there is one. */
  readonly nearestC?: number;
}

/** Something worth knowing that never stops a plan (domain.md 5). `bath` is null when it concerns the whole run. */
export interface Warning extends Spoken {
  readonly code: WarningCode;
  readonly bath: string | null;
  readonly message: string;
}

export type WarningCode =
  | 'extrapolated'
  | 'outside-range'
  | 'short-developer'
  | 'past-capacity'
  | 'past-shelf-life'
  | 'off-nominal'
  /** One printed temperature, held at another (domain.md 5.1). */
  | 'off-leaflet-temperature'
  | 'tank-outside-range'
  /** More than 3 °C over its bath's own temperature, and more than anyone should pour (8.1). */
  | 'pour-far'
  | 'past-table'
  | 'changes-too-quick'
  | 'after-final'
  | 'push-colour'
  | 'volume-short'
  | 'bottle-doubtful'
  | 'far-outside-leaflet'
  | 'large-correction';

export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly errors: readonly Fault[] };

export function answered<T>(value: T): Answer<T> {
  return { ok: true, value };
}

export function refused(...errors: readonly Fault[]): { readonly ok: false; readonly errors: readonly Fault[] } {
  return { ok: false, errors };
}

/** The same faults seen from further out: `$.time` under `$.kit.baths[0]` becomes `$.kit.baths[0].time`. */
export function faultsUnder(prefix: string, faults: readonly Fault[]): Fault[] {
  return faults.map((fault) => ({ ...fault, path: prefix + fault.path.slice(1) }));
}
