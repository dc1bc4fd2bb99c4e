import { nanoid } from 'nanoid';
import { data, Form, redirect } from 'react-router';
import { nowMs } from '../server/clock.server.ts';
import { inTransaction } from '../server/database.server.ts';
import { addRoll } from '../server/rolls.server.ts';
import { INPUT, INPUT_SHAPE } from '../ui/fields.tsx';
import { Button, Card, LinkButton, Notice, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/import.ts';
import { COLUMNS, decodeText, guessColumns, readRows, readTable, type RollColumn } from './roll-csv.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Import rolls · Steady Reel' }];

const MOST_BYTES = 12_000_000;
const SHOWN = 60;

export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const file = form.get('file');
  const fromFile = file instanceof File && file.size > 0;
  if (fromFile && file.size > MOST_BYTES)
    return refuse('', `That file is larger than ${MOST_BYTES / 1_000_000} MB. Split it, or leave out the columns nobody needs.`);
  const text = fromFile ? decodeText(new Uint8Array(await file.arrayBuffer())) : String(form.get('text') ?? '');
  const table = readTable(text);
  if (table.headings.length === 0 || table.rows.length === 0)
    return refuse(text, 'There is nothing to read yet. The first line names the columns, each further line is a roll.');
  const columns = guessColumns(table.headings);
  for (const { field } of COLUMNS) if (form.has(`column-${field}`)) columns[field] = Number(form.get(`column-${field}`));
  const rows = readRows(table, columns);
  const good = rows.flatMap((row) => (row.ok ? [row.roll] : []));
  const bad = rows.filter((row) => !row.ok);
  if (form.get('intent') === 'import' && good.length > 0) {
    const atMs = nowMs();
    inTransaction(() => good.forEach((roll, i) => addRoll(nanoid(), roll, atMs + i)));
    throw redirect(`/rolls?imported=${good.length}&left=${bad.length}`);
  }
  return {
    text,
    message: null,
    preview: {
      headings: table.headings,
      columns,
      goodCount: good.length,
      badCount: bad.length,
      good: good.slice(0, SHOWN),
      bad: bad.slice(0, SHOWN),
    },
  };
}

function refuse(text: string, message: string) {
  return data({ text, message, preview: null }, { status: 422 });
}

export default function ImportRolls({ actionData }: Route.ComponentProps) {
  const preview = actionData?.preview ?? null;
  return (
    <>
      <PageHead title="Import rolls">From a spreadsheet saved as CSV. Nothing is stored before you have seen it.</PageHead>
      {actionData?.message && (
        <div className="mb-4">
          <Notice>{actionData.message}</Notice>
        </div>
      )}
      {!preview ? (
        <Form method="post" encType="multipart/form-data" className="grid max-w-3xl gap-4">
          <Card className="grid gap-4">
            <label className="font-semibold">
              A file
              <input type="file" name="file" accept=".csv,.txt,text/csv" className={`${INPUT} py-2`} />
            </label>
            <label className="font-semibold">
              or its text
              <textarea
                name="text"
                rows={8}
                defaultValue={actionData?.text ?? ''}
                className={`${INPUT} py-2 font-mono text-sm font-normal`}
                placeholder={'Name;Film;Process;Format;Box speed;Exposed at\nFerry firing 1;Fennel 200;C-41;135-36;200;200'}
              />
            </label>
            <div className="flex gap-3">
              <Button filled>Look at it</Button>
              <LinkButton to="/rolls">Back to the rolls</LinkButton>
            </div>
          </Card>
        </Form>
      ) : (
        <Form method="post" encType="multipart/form-data" className="grid gap-4 lg:grid-cols-[20rem_minmax(0,1fr)]">
          <textarea name="text" defaultValue={actionData?.text ?? ''} hidden readOnly />
          <Card className="self-start">
            <h2 className="mb-2 font-bold">Which column is what</h2>
            <div className="space-y-2">
              {COLUMNS.map(({ field, heading }) => (
                <label key={field} className="grid grid-cols-[8.5rem_1fr] items-center gap-2">
                  <span>{heading}</span>
                  <select name={`column-${field}`} defaultValue={preview.columns[field as RollColumn]} className={`${INPUT_SHAPE} w-full`}>
                    <option value={-1}>not in the file</option>
                    {preview.headings.map((given, i) => (
                      <option key={given + String(i)} value={i}>
                        {given || `column ${i + 1}`}
                      </option>
                    ))}
                  </select>
                </label>
              ))}
            </div>
            <Button className="mt-3" name="intent" value="look">
              Look again
            </Button>
          </Card>
          <div className="space-y-4">
            <Card>
              <h2 className="font-bold">
                {preview.goodCount} {preview.goodCount === 1 ? 'roll' : 'rolls'} can be imported
              </h2>
              <ul className="mt-2 divide-y divide-line">
                {preview.good.map((roll, i) => (
                  <li key={i} className="flex flex-wrap justify-between gap-x-4 py-1.5">
                    <span className="font-semibold">{roll.name}</span>
                    <span className="text-quiet">
                      {[roll.film, roll.process, roll.format, `${roll.exposedSpeed}`].filter(Boolean).join(', ')}
                    </span>
                  </li>
                ))}
              </ul>
              {preview.goodCount > SHOWN && <p className="text-quiet">and {preview.goodCount - SHOWN} more</p>}
            </Card>
            {preview.badCount > 0 && (
              <Card className="border-hot">
                <h2 className="font-bold text-hot">
                  {preview.badCount} {preview.badCount === 1 ? 'row is' : 'rows are'} not understood
                </h2>
                <ul className="mt-2 space-y-2">
                  {preview.bad.map((row) => (
                    <li key={row.row}>
                      <span className="font-semibold">Row {row.row}</span> <span className="text-quiet">{row.ok ? '' : row.cells}</span>
                      <br />
                      {row.ok ? '' : row.faults.join(' ')}
                    </li>
                  ))}
                </ul>
                {preview.badCount > SHOWN && <p className="mt-2 text-quiet">and {preview.badCount - SHOWN} more</p>}
              </Card>
            )}
            <div className="flex flex-wrap gap-3">
              <Button filled name="intent" value="import" disabled={preview.goodCount === 0}>
                {preview.badCount > 0
                  ? `Import the ${preview.goodCount} good rows`
                  : `Import ${preview.goodCount === 1 ? 'the roll' : `all ${preview.goodCount}`}`}
              </Button>
              <LinkButton to="/rolls/import" reloadDocument>
                Another file
              </LinkButton>
            </div>
          </div>
        </Form>
      )}
    </>
  );
}
