import type { BottleNow } from '../../chemistry/ledger/bottle.ts';
import { newStanding, withIncident } from '../../chemistry/ledger/standing.ts';
import { isDeveloper, type BathKind } from '../../kit/kind.ts';
import { dayAndYear } from '../../units/day.ts';
import { asMessage, sentence, type Spoken } from '../../units/sentence.ts';
import type { RunState } from '../state/state.ts';

/** A bottle as it is named at the Bench: where it stands in the order of pouring, its code, its cap. */
export interface BottleAtBench extends Pick<BottleNow, 'name' | 'mlLeft' | 'goodUntil' | 'standing' | 'why'> {
  readonly bath: string;
  readonly kind: BathKind;
  readonly place: number;
  readonly code: string;
  readonly cap: string;
}

/** The bottle that a step is poured from; undefined for water, and where the shelf does not know it. */
export function bottleOf(
  bottles: readonly BottleAtBench[],
  step: { readonly bath: string; readonly bottle: string | null },
): BottleAtBench | undefined {
  return step.bottle === null ? undefined : bottles.find((bottle) => bottle.bath === step.bath);
}

/** `bottle 2, B17, blue cap`: how a hand finds it. */
export function bottleInWords({ place, code, cap }: BottleAtBench): string {
  return `bottle ${place}, ${code}${cap ? `, ${/cap/i.test(cap) ? cap : `${cap} cap`}` : ''}`;
}

/** A bottle as the incidents of this run leave it: what was told a minute ago counts before the book is read again. */
export function asToldAtTheBench(bottle: BottleAtBench, { incidents }: Pick<RunState, 'incidents'>): BottleAtBench {
  return incidents
    .filter((incident) => incident.bath === bottle.bath)
    .reduce((now, incident) => {
      const before = { ...newStanding(), standing: now.standing, why: now.why };
      const { standing, why } = withIncident(before, now.kind, now.mlLeft, incident);
      return { ...now, standing, why };
    }, bottle);
}

/** What is the matter with a bottle before it is poured, in the order of what matters; empty when nothing is. */
export function bottleTrouble(bottle: BottleAtBench, tankMl: number, today: string): (Spoken & { readonly message: string })[] {
  const why = bottle.why.at(-1);
  return [
    ...(bottle.standing === 'spent' ? [{ message: `Spent: do not pour it. ${why ?? ''}`.trim() }] : []),
    ...(bottle.standing === 'doubtful' ? [{ message: `Doubtful: test it with a snip first. ${why ?? ''}`.trim() }] : []),
    ...(bottle.mlLeft < tankMl - 1e-9
      ? [asMessage(sentence`It holds ${{ volumeMl: bottle.mlLeft }}, and the tank takes ${{ volumeMl: tankMl }}.`)]
      : []),
    ...(bottle.goodUntil !== null && bottle.goodUntil < today
      ? [{ message: `Past its time: it was good until ${dayAndYear(bottle.goodUntil)}.` }]
      : []),
    ...(bottle.standing === 'good' && isDeveloper(bottle.kind) && bottle.why.some((line) => line.includes('filter'))
      ? [{ message: 'Pour it through a coffee filter first: remjet flakes got in.' }]
      : []),
  ];
}
