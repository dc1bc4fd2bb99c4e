import { jugInWords } from '../../chemistry/safety/spent.ts';
import { isWater } from '../../kit/kind.ts';
import type { PlannedStep } from '../../schedule/plan.ts';

/** What comes after a run, as far as its bottles and reels are concerned. */
interface AfterIt {
  /** Baths of its batch that the next run wants warm. */
  readonly warm: readonly string[];
  /** The next run’s number; null after the last. */
  readonly next: number | null;
  /** The run that wants these reels dry; null where none does. */
  readonly reelsFor: number | null;
}

/** Where everything goes once a run hangs: into the bath, onto the shelf, into its jug (domain.md 13, 15). */
export function putBackInWords(
  steps: readonly Pick<PlannedStep, 'kind' | 'bath' | 'name' | 'bottle' | 'after'>[],
  { warm, next, reelsFor }: AfterIt,
): string[] {
  const solutions = steps.filter((step) => !isWater(step.kind));
  const names = (these: typeof solutions) => [...new Set(these.map(({ bottle, name }) => (bottle ?? name).toLowerCase()))].join(', ');
  const back = solutions.filter((step) => step.bottle !== null && step.after === 'return');
  const [stays, shelf] = [back.filter(({ bath }) => warm.includes(bath)), back.filter(({ bath }) => !warm.includes(bath))];
  const away = solutions.filter(({ after }) => after === 'discard');
  const jugs = [...new Set(away.map(({ kind }) => jugInWords(kind)))];
  return [
    ...(stays.length > 0 ? [`Into the bath for run ${next ?? ''}: ${names(stays)}.`] : []),
    ...(shelf.length > 0 ? [`On the shelf, air squeezed out: ${names(shelf)}.`] : []),
    ...jugs.map((jug) => `Into ${jug}: ${names(away.filter(({ kind }) => jugInWords(kind) === jug))}.`),
    reelsFor === null ? 'Reels and tank rinsed.' : `Reels rinsed and dried, for run ${reelsFor}.`,
  ];
}
