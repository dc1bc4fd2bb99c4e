import type { Process } from '../film/process.ts';
import type { Treatment } from '../film/treatment.ts';
import type { Moment } from './moment.ts';

export const ABOUT = ['everything', 'kit', 'batch', 'tank', 'film', 'process', 'treatment'] as const;

/** What a lesson is tied to. `is` is an id, or for a film, process or treatment its own word; `name` is how it is called. */
export interface LessonAbout {
  readonly kind: (typeof ABOUT)[number];
  readonly is: string;
  readonly name: string;
}

/** A sentence kept from a run, with where it matters (domain.md 16). */
export interface Lesson {
  readonly id: string;
  readonly text: string;
  readonly about: LessonAbout;
  readonly at: Moment;
}

/** A run, by what lessons can be tied to. */
export interface Situation {
  readonly kitId: string;
  readonly batchId: string;
  readonly tankId: string;
  readonly films: readonly string[];
  readonly process: Process;
  readonly treatment: Treatment;
}

/** Whether a lesson has something to say to a run. */
export function concerns({ about }: Pick<Lesson, 'about'>, run: Situation): boolean {
  switch (about.kind) {
    case 'everything':
      return true;
    case 'kit':
      return about.is === run.kitId;
    case 'batch':
      return about.is === run.batchId;
    case 'tank':
      return about.is === run.tankId;
    case 'film':
      return run.films.includes(about.is);
    case 'process':
      return about.is === run.process;
    case 'treatment':
      return about.is === run.treatment;
  }
}

/** The lessons for a moment, those that are tied most closely first; of the same tie the newest first, as they are given. */
export function lessonsAt<L extends Lesson>(lessons: readonly L[], moments: readonly Moment[]): L[] {
  const close = (lesson: L) => CLOSENESS.indexOf(lesson.about.kind);
  return lessons.filter((lesson) => moments.includes(lesson.at)).sort((a, b) => close(a) - close(b));
}

const CLOSENESS: readonly LessonAbout['kind'][] = ['film', 'batch', 'tank', 'treatment', 'kit', 'process', 'everything'];
