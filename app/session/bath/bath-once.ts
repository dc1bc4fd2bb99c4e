import { eveningBath, type EveningBath, type EveningBathQuestion } from '../../../core/evening/evening-bath.ts';

let last: { readonly asked: string; readonly bath: EveningBath } | null = null;

/** The evening's bath, followed once for a question: the clock, the card and every look at the page ask the same. */
export function bathOnce(question: EveningBathQuestion): EveningBath {
  const asked = JSON.stringify(question);
  if (last?.asked !== asked) last = { asked, bath: eveningBath(question) };
  return last.bath;
}
