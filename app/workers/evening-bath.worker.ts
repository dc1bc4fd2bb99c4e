/// <reference lib="webworker" />
import { eveningBath, type EveningBathQuestion } from '../../core/evening/evening-bath.ts';

/** Sliders ask, the core answers, the page stays smooth. */
declare const self: DedicatedWorkerGlobalScope;
self.onmessage = (message: MessageEvent<{ readonly id: number; readonly question: EveningBathQuestion }>) => {
  self.postMessage({ id: message.data.id, answer: eveningBath(message.data.question) });
};
