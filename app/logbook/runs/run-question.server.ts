import { TZDate } from '@date-fns/tz';
import { addDays, addMonths } from 'date-fns';
import type { RunQuestion } from '../../server/runs/run-search.server.ts';
import { personsZone } from '../../server/settings.server.ts';

export interface AskedRuns {
  readonly question: RunQuestion;
  /** A month or a day, as instants in the person’s zone; null for all time. */
  readonly span: { readonly from: number; readonly to: number } | null;
  readonly day: string;
}

/** What an address asks of the logbook; whatever is no such thing asks nothing. */
export function askedRuns(asked: URLSearchParams): AskedRuns {
  const word = (name: string, most = 120) => (asked.get(name) ?? '').slice(0, most);
  const day = /^\d{4}-\d{2}-\d{2}$/.test(word('day')) ? word('day') : '';
  const month = /^\d{4}-(0[1-9]|1[0-2])$/.test(word('month')) ? word('month') : '';
  const question: RunQuestion = {
    search: word('q', 200),
    process: word('process'),
    kit: word('kit'),
    batch: word('batch'),
    tank: word('tank'),
    month,
    verdict: word('verdict'),
  };
  return { question, span: day !== '' ? spanOf(day, 'day') : month !== '' ? spanOf(`${month}-01`, 'month') : null, day };
}

function spanOf(firstDay: string, length: 'day' | 'month'): AskedRuns['span'] {
  const [year, month, date] = firstDay.split('-').map(Number) as [number, number, number];
  const from = new TZDate(year, month - 1, date, personsZone());
  const to = length === 'day' ? addDays(from, 1) : addMonths(from, 1);
  return Number.isNaN(from.getTime()) ? null : { from: from.getTime(), to: to.getTime() };
}
