import { isBareStep, type StepKind } from './kind.ts';
import type { Bath, Kit } from './kit.ts';
import type { StepSaid } from './manner.ts';

export interface SequenceStep {
  /** The bath's id, or the bare word. */
  readonly id: string;
  readonly kind: StepKind;
  readonly name: string;
  /** Absent for a bare word, which belongs to no bottle. */
  readonly bath: Bath | undefined;
  /** What the document says of its water; null for a bath or a bare word. */
  readonly said: StepSaid | null;
}

export const BARE_STEP_NAMES: Readonly<Record<string, string>> = {
  prewash: 'Prewash',
  rinse: 'Rinse',
  stop: 'Stop bath',
  wash: 'Wash',
  'wetting-agent': 'Wetting agent',
};

/** The sequence with each word resolved: a bath of the kit first, a bare word otherwise. Unknown words are left out. */
export function sequenceSteps(kit: Kit): SequenceStep[] {
  return kit.sequence.flatMap((place): SequenceStep[] => {
    if (typeof place !== 'string') {
      const { id, water, ...said } = place;
      return [{ id: id ?? water, kind: water, name: BARE_STEP_NAMES[water] ?? water, bath: undefined, said }];
    }
    const bath = kit.baths.find((candidate) => candidate.id === place);
    if (bath) return [{ id: bath.id, kind: bath.kind, name: bath.name, bath, said: null }];
    return isBareStep(place) ? [{ id: place, kind: place, name: BARE_STEP_NAMES[place] ?? place, bath: undefined, said: null }] : [];
  });
}
