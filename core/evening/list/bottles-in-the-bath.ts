import { sentence, type Sentence } from '../../units/sentence.ts';
import { SAME_BATH_C } from '../bath-through-the-evening.ts';
import { standsInBath, type EveningBath, type TubSetting } from '../evening-bath.ts';
import type { ListedRun } from './listed-run.ts';

/** What stands in the bath from one change of it to the next. */
export interface InTheBath {
  /** From which run on, by its place. */
  readonly run: number;
  readonly setC: number;
  readonly says: readonly Sentence[];
  /** All of it together. */
  readonly bottlesMl: number;
}

interface Group {
  readonly run: number;
  readonly setC: number;
  readonly batches: Map<string, { readonly run: ListedRun; readonly bottles: EveningBath['bottles'] }>;
}

/** The bottles or portions of the evening by the temperature they stand at: what is wanted at 41 is not left at 38, nor the other way. */
export function inTheBathFor(runs: readonly ListedRun[], tub: TubSetting): InTheBath[] {
  const severalBatches = new Set(runs.map(({ batchId }) => batchId)).size > 1;
  const groups: Group[] = [];
  runs.forEach((run, place) => {
    if (run.noHeater) return;
    const { setC, bottles } = standsInBath({ ...run, tub });
    if (bottles.length === 0) return;
    const last = groups.at(-1);
    const group: Group =
      last && (tub.heaterW === 0 || Math.abs(last.setC - setC) < SAME_BATH_C) ? last : { run: place, setC, batches: new Map() };
    if (group !== last) groups.push(group);
    const known = group.batches.get(run.batchId);
    if (!known || known.bottles.length < bottles.length) group.batches.set(run.batchId, { run, bottles });
  });
  return groups.map(({ run, setC, batches }) => {
    const each = [...batches.values()];
    return {
      run,
      setC,
      says: each.map((batch) => inWords(batch.run, batch.bottles, severalBatches)),
      bottlesMl: each.reduce((sum, { bottles }) => sum + bottles.reduce((ml, bottle) => ml + bottle.ml, 0), 0),
    };
  });
}

function inWords({ batchName, portionMl }: ListedRun, bottles: EveningBath['bottles'], named: boolean): Sentence {
  const names = bottles.map(({ name }) => name.toLowerCase()).join(', ');
  const of = named ? `${batchName}: ` : '';
  if (portionMl !== null) return sentence`${of}${{ volumeMl: portionMl }} of each in a jug, ${names}. The bottles stay out.`;
  return sentence`${of}${names}, ${{ volumeMl: bottles[0]?.ml ?? 0 }} each.`;
}
