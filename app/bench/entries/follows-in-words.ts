import type { BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';

/** What an incident means, at once and in this place. */
export function followsInWords({ name, standing }: Pick<BottleAtBench, 'name' | 'standing'>): string {
  if (standing === 'spent')
    return `${name} is spent: no run is poured from it until a test passes. What waits for it is led to another batch, a test or the end.`;
  if (standing === 'doubtful') return `${name} is doubtful: test it with a snip before a film that matters.`;
  return `${name} may still be used.`;
}
