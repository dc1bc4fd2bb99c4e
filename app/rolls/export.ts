import { listRolls } from '../server/rolls.server.ts';
import { rollsToCsv } from './roll-csv.ts';

/** All rolls as a spreadsheet file that the import reads back. */
export function loader() {
  const { rolls } = listRolls({ state: 'all', process: 'all', search: '', sort: 'added', limit: -1, offset: 0 });
  return new Response(rollsToCsv(rolls), {
    headers: { 'Content-Type': 'text/csv; charset=utf-8', 'Content-Disposition': 'attachment; filename="steady-reel-rolls.csv"' },
  });
}
