import { A_ROLL_LOST } from '../../../core/chemistry/ledger/what-follows.ts';
import { lowerFirst, upperFirst } from '../../../core/units/first-letter.ts';
import type { BatchView } from './batch-on-board.tsx';

const WORDS = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve'];
const words = (n: number) => WORDS[n] ?? String(n);

/** The shelf in one line: how many batches, and what is the matter with them. */
export function shelfInWords(batches: readonly Pick<BatchView, 'bottles' | 'ends' | 'follows'>[]): string {
  if (batches.length === 0) return 'Bottles, boxes, kits and tanks. Nothing is mixed yet.';
  const spent = batches.flatMap((batch) => batch.bottles).filter((bottle) => bottle.standing === 'spent' && !bottle.emptied).length;
  const early = batches.filter(
    ({ follows, ends }) => (follows.urgency === 'soon' || follows.urgency === 'fine') && (ends.rollsLost ?? 0) >= A_ROLL_LOST,
  ).length;
  const matters = [
    spent > 0 ? `${lowerFirst(words(spent))} bottle${spent === 1 ? ' is' : 's are'} spent` : null,
    early > 0
      ? `${lowerFirst(words(early))} batch${early === 1 ? '' : 'es'} will grow old before ${early === 1 ? 'it is' : 'they are'} worn`
      : null,
  ].filter((part) => part !== null);
  const all = `${words(batches.length)} batch${batches.length === 1 ? '' : 'es'}.`;
  if (matters.length === 0) return all;
  const rest = matters.join('; ');
  return `${all} ${upperFirst(rest)}.`;
}
