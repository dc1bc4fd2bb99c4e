import { bathForecast } from '../../../core/probe/forecast.ts';
import { faultsOfBook } from '../book/faults-of-book.ts';
import { copyBook } from '../database/copy-book.server.ts';
import { examineBook, lookAtBook } from '../book/look-at-book.ts';

/** What takes longer than an answer to the Bench may wait: worked out in a thread of its own, one question after another. */
export const JOBS = {
  'copy-book': copyBook,
  'bath-forecast': bathForecast,
  'examine-book': examineBook,
  'look-at-book': lookAtBook,
  'faults-of-book': faultsOfBook,
} as const;

export type JobName = keyof typeof JOBS;
export type QuestionOf<N extends JobName> = Parameters<(typeof JOBS)[N]>[0];
export type AnswerOf<N extends JobName> = Awaited<ReturnType<(typeof JOBS)[N]>>;
