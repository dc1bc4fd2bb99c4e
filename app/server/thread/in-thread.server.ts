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
