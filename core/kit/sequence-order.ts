import type { Fault } from '../answer.ts';
import type { Process } from '../film/process.ts';
import { bleachesOrFixes, isDeveloper, isFinal, isWater, type StepKind } from './kind.ts';

interface Placed {
  readonly kind: StepKind;
  readonly name: string;
}

/**
 * The order rules of domain.md 3. `steps` is the whole sequence; faults point at `$.sequence[i]`.
 * A way of one's own may have water after a last bath, a kit may not (domain.md 9.1).
 * Returns every broken rule at once, an empty list when the order holds.
 */
export function orderFaults(process: Process, steps: readonly Placed[], whose: 'by-the-kit' | 'in-a-way' = 'by-the-kit'): Fault[] {
  const faults: Fault[] = [];
  const fault = (index: number | null, message: string) =>
    faults.push({ code: 'order', path: index === null ? '$.sequence' : `$.sequence[${index}]`, message });

  const firstDeveloper = steps.findIndex((step) => isDeveloper(step.kind));
  const lastDeveloper = steps.findLastIndex((step) => isDeveloper(step.kind));
  if (firstDeveloper === -1) {
    fault(null, 'No developer: a sequence needs a developer before it bleaches or fixes.');
  }

  steps.forEach((step, index) => {
    if ((bleachesOrFixes(step.kind) || step.kind === 'pre-bleach') && index < lastDeveloper) {
      fault(index, `${step.name} comes before the last developer; nothing may bleach or fix until development is over.`);
    }
    if ((step.kind === 'prebath' || step.kind === 'remjet-rinse') && firstDeveloper !== -1 && index > firstDeveloper) {
      fault(index, `${step.name} comes after the developer; remjet is removed before the first developer.`);
    }
  });

  if (process === 'E-6') slideFaults(steps, fault);
  else {
    steps.forEach((step, index) => {
      if (step.kind === 'first-developer' || step.kind === 'reversal') {
        fault(index, `${step.name} belongs to slide film; ${process} has no reversal.`);
      }
    });
  }

  if (process === 'ECN-2') {
    const remjet = steps.findIndex((step) => step.kind === 'remjet-rinse');
    if (remjet === -1) fault(null, 'No remjet rinse: ECN-2 film needs its remjet removed before the developer.');
  }

  const final = steps.findIndex((step) => isFinal(step.kind));
  if (final !== -1) {
    steps.slice(final + 1).forEach((step, offset) => {
      if (step.kind !== 'wetting-agent' && !(whose === 'in-a-way' && (isWater(step.kind) || isFinal(step.kind)))) {
        fault(final + 1 + offset, `${step.name} comes after the ${steps[final]?.name}; only a wetting agent may follow it.`);
      }
    });
  }
  return faults;
}

function slideFaults(steps: readonly Placed[], fault: (index: number | null, message: string) => void): void {
  const first = steps.findIndex((step) => step.kind === 'first-developer');
  const colour = steps.findIndex((step) => step.kind === 'colour-developer');
  const reversal = steps.findIndex((step) => step.kind === 'reversal');
  if (first === -1) fault(null, 'No first developer: E-6 begins with one.');
  if (colour === -1) fault(null, 'No colour developer: E-6 needs one after its first developer.');
  steps.forEach((step, index) => {
    if (step.kind === 'developer') fault(index, `${step.name} is a plain developer; E-6 has a first and a colour developer.`);
  });
  if (first === -1) return;
  if (colour !== -1 && colour < first) fault(colour, 'The colour developer comes before the first developer.');
  if (reversal !== -1 && (reversal < first || (colour !== -1 && reversal > colour))) {
    fault(reversal, 'The reversal belongs between the first developer and the colour developer.');
  }
  if (colour > first) {
    const between = steps.slice(first + 1, colour).map((step) => step.kind);
    if (!between.some((kind) => kind === 'stop' || kind === 'rinse' || kind === 'wash')) {
      fault(colour, 'Put a stop, rinse or wash between the first and the colour developer.');
    }
  }
}
