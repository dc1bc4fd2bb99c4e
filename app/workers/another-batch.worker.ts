/// <reference lib="webworker" />
import { withEachBatch } from '../../core/evening/another-batch.ts';
import type { EveningBatch, EveningQuestion } from '../../core/evening/evening.ts';

export interface AnotherBatchQuestion {
  readonly question: EveningQuestion;
  readonly shelf: readonly EveningBatch[];
}

/** Packs and plans the evening once for each batch on the shelf, off the page's thread. */
declare const self: DedicatedWorkerGlobalScope;
self.onmessage = ({ data }: MessageEvent<{ readonly id: number; readonly question: AnotherBatchQuestion }>) => {
  self.postMessage({ id: data.id, answer: withEachBatch(data.question.question, data.question.shelf) });
};
