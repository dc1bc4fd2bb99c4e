import { parentPort } from 'node:worker_threads';
import { JOBS, type JobName } from './jobs.ts';

interface Asked {
  readonly id: number;
  readonly job: JobName;
  readonly question: unknown;
}

/** The thread itself: a question by its job, its answer or why there is none. */
parentPort?.on('message', (asked: Asked) => void answer(asked));

async function answer({ id, job, question }: Asked): Promise<void> {
  try {
    parentPort?.postMessage({ id, answer: await (JOBS[job] as (question: unknown) => unknown)(question) });
  } catch (error) {
    parentPort?.postMessage({ id, failed: error instanceof Error ? error.message : String(error) });
  }
}
