import { data } from 'react-router';
import type { Route } from './+types/table-file.ts';
import { TABLES, tableAsCsv } from './tables.server.ts';

/** A table of the book as a spreadsheet file; rolls have one of their own, which is read back. */
export function loader({ params }: Route.LoaderArgs) {
  const name = TABLES.find((each) => `${each}.csv` === params.table);
  if (!name) throw data(`There is no such table. There are ${TABLES.map((each) => `${each}.csv`).join(', ')}.`, { status: 404 });
  return new Response(tableAsCsv(name), {
    headers: { 'Content-Type': 'text/csv; charset=utf-8', 'Content-Disposition': `attachment; filename="steady-reel-${name}.csv"` },
  });
}
