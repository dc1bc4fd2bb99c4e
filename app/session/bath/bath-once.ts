import { readyByTopUpsS } from '../../../core/evening/bath-through-the-evening.ts';
import { eveningBath, type EveningBathQuestion } from '../../../core/evening/evening-bath.ts';

/** What is worked out once for a question, as long as nobody asks another: the clock, the card and every look at the page ask the same. */
function once<Q, A>(work: (question: Q) => A): (question: Q) => A {
  let last: { readonly asked: string; readonly answer: A } | null = null;
  return (question) => {
    const asked = JSON.stringify(question);
    if (last?.asked !== asked) last = { asked, answer: work(question) };
    return last.answer;
  };
}

/** The evening's bath. */
export const bathOnce = once(eveningBath);

/** When the bottles of a bath without a heater may be poured, topped up on the way. */
export const toppedUpOnceS = once(({ steps, bottleMl, portionMl = null, bathC, noHeater = false, tub }: EveningBathQuestion) =>
  readyByTopUpsS({ batchId: '', steps, bottleMl, portionMl, bathC, noHeater }, tub),
);
