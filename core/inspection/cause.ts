import type { LessonAbout } from '../lessons/lesson.ts';
import type { Moment } from '../lessons/moment.ts';
import type { Again } from '../run/plan/again.ts';
import type { Evidence } from './evidence.ts';
import type { Inspection, RunFacts } from './inspection.ts';

type CauseKind = 'exposure' | 'development' | 'film';

type Speaks = (seen: Inspection, run: RunFacts) => readonly (Evidence | false | undefined)[];

/**
 * Why a strip looks as it does. Evidence is all that a cause is made of: it has no score of its own, and what is not
 * known speaks neither for it nor against it (domain.md 16).
 */
export interface Cause {
  readonly id: string;
  readonly kind: CauseKind;
  /** What happened, as a heading. */
  readonly title: string;
  readonly for: Speaks;
  readonly against: Speaks;
  /** What can still be done for this film. */
  readonly now: string;
  /** The baths of a repair run, in order; empty where nothing helps any more. */
  readonly again: readonly Again[];
  readonly nextTime: string;
  /** The same where it is slides that lie in the hand, in so far as it reads otherwise. */
  readonly ofSlides?: Partial<Record<'title' | 'now' | 'nextTime', string>>;
  /** Where what it teaches is wanted the next time, unless the person says otherwise. */
  readonly returns: { readonly at: Moment; readonly about: LessonAbout['kind'] };
}
