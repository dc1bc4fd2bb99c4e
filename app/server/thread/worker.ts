import { parentPort } from 'node:worker_threads';
import { JOBS, type JobName } from './jobs.ts';

/** The thread itself: a question by its job, its answer or why there is none. */
parentPort?.on('message', ({ id, job, question }: { readonly id: number; readonly job: JobName; readonly question: unknown }) => {
  try {
    parentPort?.postMessage({ id, answer: (JOBS[job] as (question: unknown) => unknown)(question) });
  } catch (error) {
    parentPort?.postMessage({ id, failed: error instanceof Error ? error.message : String(error) });
  }
});
