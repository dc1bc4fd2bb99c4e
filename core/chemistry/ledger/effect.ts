import type { StepKind } from '../../kit/kind.ts';
import { JUGS, jugOf, type Jug } from '../safety/spent.ts';

/** A step as far as bottles are concerned with it; `bottle` is null for water. */
export interface PouredStep {
  readonly id: string;
  readonly bath: string;
  readonly kind: StepKind;
  readonly bottle: string | null;
  /** A single bath’s bottle, by its id: it is poured from this one and no other. */
  readonly from?: string;
  /** Made up when it is needed: a bottle of it stands there only where somebody names one. */
  readonly madeUp?: string;
  readonly after: 'return' | 'discard';
}

/** A bottle that stands there; `bath` names its step by bath or by the step's own id. */
interface BottleToPour {
  readonly id: string;
  readonly bath: string;
  readonly mlLeft: number;
}

export interface EffectQuestion {
  readonly steps: readonly PouredStep[];
  readonly bottles: readonly BottleToPour[];
  readonly tankMl: number;
  /** Roll equivalents of the film in the tank. */
  readonly rolls: number;
  readonly oneShot: boolean;
  /** How often a step was poured; absent, once, as planned. */
  readonly pours?: (step: PouredStep) => number;
  /** What came back of a pour, where somebody measured it; absent, what film and tank usually leave. */
  readonly backMl?: number | undefined;
}

/** What a run does to one bottle. */
export interface EffectEntry {
  readonly bottle: string;
  /** Of the step it was poured for. */
  readonly kind: StepKind;
  /** Over all its pours. */
  readonly drawnMl: number;
  /** What came back of them; nothing where they were thrown away. */
  readonly returnedMl: number;
  readonly returned: boolean;
  /** Roll equivalents that went through it. */
  readonly rolls: number;
  /** Of these, what the solution that stays has seen: nought where nothing came back. */
  readonly wears: number;
}

export interface RunEffect {
  readonly entries: readonly EffectEntry[];
  readonly jugsMl: Readonly<Record<Jug, number>>;
}

/** What film and tank keep of a pour that goes back into its bottle, in ml (domain.md 15; a habit). */
export function keptByFilmMl(rolls: number): number {
  return 5 + 8 * rolls;
}

/**
 * What a run does to bottles (domain.md 15, one effect): an entry for each bottle that is poured and none for others. A
 * repeat pours again; a bottle that holds less than the tank wants gives what it has. Forecast, settling, repairs, runs
 * entered by hand, reservations and jugs all read these entries.
 */
export function effectOfRun({ steps, bottles, tankMl, rolls, oneShot, pours = () => 1, backMl }: EffectQuestion): RunEffect {
  const keptMl = keptByFilmMl(rolls);
  const named = new Set(steps.flatMap(({ from }) => from ?? []));
  const entries = bottles.flatMap((bottle): EffectEntry[] => {
    const own = steps.filter((step) => isPoured(step) && isPouredFrom(step, bottle, named));
    const times = own.reduce((sum, step) => sum + pours(step), 0);
    const [first] = own;
    if (!first || times === 0) return [];
    // Nobody uses a single bath up at one time because the kit is: it goes back into its own bottle.
    const returned = (!oneShot || first.from !== undefined) && first.after === 'return';
    let [leftMl, drawnMl, returnedMl] = [bottle.mlLeft, 0, 0];
    for (let n = 0; n < times; n++) {
      const pouredMl = Math.min(leftMl, tankMl);
      const backIntoItMl = returned ? Math.min(pouredMl, backMl ?? Math.max(0, pouredMl - keptMl)) : 0;
      drawnMl += pouredMl;
      returnedMl += backIntoItMl;
      leftMl += backIntoItMl - pouredMl;
    }
    return [{ bottle: bottle.id, kind: first.kind, drawnMl, returnedMl, returned, rolls, wears: returned ? rolls : 0 }];
  });
  return { entries, jugsMl: jugsOf(entries) };
}

/** Whether a step is poured from this bottle: a single bath’s is named, the batch’s are found by their place. */
function isPouredFrom(step: PouredStep, { id, bath }: BottleToPour, named: ReadonlySet<string>): boolean {
  if (named.has(id)) return step.from === id;
  return step.from === undefined && (step.bath === bath || step.id === bath);
}

/** Water comes from no bottle. */
function isPoured({ bottle, madeUp }: PouredStep): boolean {
  return bottle !== null || madeUp !== undefined;
}

/** What was thrown away goes whole into the jug of its class; of what goes back nothing does. */
function jugsOf(entries: readonly EffectEntry[]): Record<Jug, number> {
  const ml = Object.fromEntries(JUGS.map((jug) => [jug, 0])) as Record<Jug, number>;
  for (const { kind, drawnMl, returned } of entries) if (!returned) ml[jugOf(kind)] += drawnMl;
  return ml;
}

/** What a pour leaves in a bottle that held `hadMl`. */
export function mlAfterPour(hadMl: number, { drawnMl, returnedMl }: Pick<EffectEntry, 'drawnMl' | 'returnedMl'>): number {
  return Math.max(0, hadMl - (drawnMl - returnedMl));
}

/** Bottles as some entries leave them, in their order. */
export function bottlesAfter<B extends { readonly id: string; readonly mlLeft: number; readonly wornRolls: number }>(
  bottles: readonly B[],
  entries: readonly EffectEntry[],
): B[] {
  return bottles.map((bottle) =>
    entries
      .filter((entry) => entry.bottle === bottle.id)
      .reduce<B>((now, entry) => ({ ...now, mlLeft: mlAfterPour(now.mlLeft, entry), wornRolls: now.wornRolls + entry.wears }), bottle),
  );
}

/** What runs that are planned and not done will do to a batch, all together. */
export interface Forecast {
  /** Roll equivalents that will go through the batch. */
  readonly rolls: number;
  /** Of these, what wears what stays. */
  readonly wears: number;
  readonly entries: readonly EffectEntry[];
}

export const NOTHING_TO_COME: Forecast = { rolls: 0, wears: 0, entries: [] };

/** One run's share of its batch: what went through, and what of it wears. */
export function shareOfBatch(entries: readonly Pick<EffectEntry, 'rolls' | 'wears'>[]): Pick<Forecast, 'rolls' | 'wears'> {
  return { rolls: Math.max(0, ...entries.map(({ rolls }) => rolls)), wears: Math.max(0, ...entries.map(({ wears }) => wears)) };
}

/** A forecast with one run more. `again` is film that has been through the batch before: it is no roll of the batch. */
export function withRun(forecast: Forecast, entries: readonly EffectEntry[], again = false): Forecast {
  const share = again ? NOTHING_TO_COME : shareOfBatch(entries);
  return {
    rolls: forecast.rolls + share.rolls,
    wears: forecast.wears + share.wears,
    entries: [...forecast.entries, ...entries],
  };
}
