import type { Worker } from 'node:worker_threads';
import type { AnswerOf, JobName, QuestionOf } from './jobs.ts';
import { startThread } from './start-thread.server.ts';

interface Waiting {
  readonly answer: (answer: unknown) => void;
  readonly fail: (error: Error) => void;
}

type Said = { readonly id: number } & ({ readonly answer: unknown } | { readonly failed: string });

let thread: Worker | null = null;
let asked = 0;
const waiting = new Map<number, Waiting>();

/** Works `job` out in the thread for it, which is started with the first question and again should it ever die. */
export function inThread<N extends JobName>(job: N, question: QuestionOf<N>): Promise<AnswerOf<N>> {
  const id = ++asked;
  return new Promise<unknown>((answer, fail) => {
    waiting.set(id, { answer, fail });
    thread ??= begin();
    thread.ref();
    thread.postMessage({ id, job, question });
  }) as Promise<AnswerOf<N>>;
}

function begin(): Worker {
  const begun = startThread('thread.mjs', 'app/server/thread/worker.ts');
  begun.on('message', (said: Said) => {
    const who = waiting.get(said.id);
    waiting.delete(said.id);
    // Nothing asked, nothing that keeps the server from ending.
    if (waiting.size === 0) begun.unref();
    if ('failed' in said) who?.fail(new Error(said.failed));
    else who?.answer(said.answer);
  });
  begun.on('error', (error) => {
    thread = null;
    for (const who of waiting.values()) who.fail(error instanceof Error ? error : new Error(String(error)));
    waiting.clear();
  });
  return begun;
}

/**
 * Works one job out in a thread for it alone, which ends with it and gives back what it took. Throws a `RangeError` where the
 * job needs more memory than `heapMb`.
 */
export async function inOwnThread<N extends JobName>(job: N, question: QuestionOf<N>, heapMb: number): Promise<AnswerOf<N>> {
  const thread = startThread('thread.mjs', 'app/server/thread/worker.ts', { maxOldGenerationSizeMb: heapMb });
  try {
    return await new Promise<AnswerOf<N>>((answer, fail) => {
      thread.once('message', (said: Said) => ('failed' in said ? fail(new Error(said.failed)) : answer(said.answer as AnswerOf<N>)));
      thread.once('error', (error: NodeJS.ErrnoException) =>
        fail(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new RangeError('It needs more memory than there is for it.') : error),
      );
      thread.postMessage({ id: 0, job, question });
    });
  } finally {
    void thread.terminate();
  }
}
