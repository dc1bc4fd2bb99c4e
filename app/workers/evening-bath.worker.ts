/// <reference lib="webworker" />
import { eveningBath, type EveningBathQuestion } from '../../core/heat/evening-bath.ts';

/** Sliders ask, the core answers, the page stays smooth. */
const scope = self as unknown as DedicatedWorkerGlobalScope;
scope.onmessage = (message: MessageEvent<{ readonly id: number; readonly question: EveningBathQuestion }>) => {
  scope.postMessage({ id: message.data.id, answer: eveningBath(message.data.question) });
};
