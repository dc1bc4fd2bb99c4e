import { Select } from '@headlessui/react';
import { useEffect } from 'react';
import { data, Form, redirect, useRevalidator } from 'react-router';
import { Button, LinkButton } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';
import { INPUT, INPUT_SHAPE } from '../ui/forms/input-shape.ts';
import { textOf } from '../ui/forms/read-form.ts';
import { receivedFolder } from '../server/received-folder.server.ts';
import { dropReceived, receivedForm } from '../ui/forms/received-form.server.ts';
import { Notice } from '../ui/notice.tsx';
import { PageHead } from '../ui/page-head.tsx';
import type { Route } from './+types/import.ts';
import { endImport, findImport, lookAgain, startImport, storeImport } from './import-jobs.server.ts';
import { COLUMNS } from './roll-csv.ts';
import { TickBox } from '../ui/forms/tick-box.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Import rolls · Steady Reel' }];

const SHOWN = 60;
const MOST_FILE_BYTES = 30_000_000;

export function loader({ request }: Route.LoaderArgs) {
  const id = new URL(request.url).searchParams.get('job');
  const job = id === null ? null : findImport(id);
  if (id !== null && !job)
    return { message: 'That import is over, or the server was started anew since. Read the file in again.', progress: null, preview: null };
  if (!job) return { message: null, progress: null, preview: null };
  switch (job.phase) {
    case 'failed':
      return { message: job.message, progress: null, preview: null };
    case 'stored':
      endImport(job.id);
      throw redirect(`/rolls?state=all&imported=${job.stored}&left=${job.badCount}`);
    case 'reading':
    case 'storing':
      return { message: null, progress: { doing: job.phase, done: job.done, of: job.lines }, preview: null };
    case 'ready':
      return {
        message: null,
        progress: null,
        preview: {
          headings: job.headings,
          columns: job.columns,
          goodCount: job.good.length,
          knownCount: job.known.length,
          badCount: job.badCount,
          good: job.good.slice(0, SHOWN).map(({ roll }) => roll),
          bad: job.bad.slice(0, SHOWN),
        },
      };
  }
}

export async function action({ request }: Route.ActionArgs) {
  const { form, file } = await receivedForm(request, MOST_FILE_BYTES, receivedFolder());
  const job = findImport(new URL(request.url).searchParams.get('job') ?? '');
  if (job && form.get('intent') === 'import') {
    storeImport(job, form.has('also-known'));
    throw redirect(`/rolls/import?job=${job.id}`);
  }
  if (job && form.get('intent') === 'look') {
    const columns = { ...job.columns };
    for (const { field } of COLUMNS) if (form.has(`column-${field}`)) columns[field] = Math.trunc(Number(form.get(`column-${field}`))) || 0;
    lookAgain(job, columns);
    throw redirect(`/rolls/import?job=${job.id}`);
  }
  const text = textOf(form, 'text');
  const refuse = (message: string) => data({ text, message }, { status: 422 });
  if (file?.cut) {
    await dropReceived(file);
    return refuse('The file is larger than 30 MB: divide it.');
  }
  if (!file && text.trim() === '')
    return refuse('There is nothing to read yet. The first line names the columns, each further line is a roll.');
  const started = startImport(file ? { kind: 'file', path: file.path } : { kind: 'text', text });
  throw redirect(`/rolls/import?job=${started.id}`);
}

/** While a file is read or stored the page asks how far it is. */
function useProgress(on: boolean): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    if (!on) return;
    const every = setInterval(() => void revalidate(), 300);
    return () => clearInterval(every);
  }, [on, revalidate]);
}

function Progress({ doing, done, of }: { readonly doing: 'reading' | 'storing'; readonly done: number; readonly of: number }) {
  return (
    <Card className="max-w-xl" aria-live="polite">
      <noscript>
        <meta httpEquiv="refresh" content="1" />
      </noscript>
      <p className="font-semibold">
        {doing === 'reading' ? 'Reading' : 'Storing'}{' '}
        {of > 0 && (
          <span className="figure">
            {done} of {of}
          </span>
        )}
      </p>
      <progress className="mt-2 block h-3 w-full accent-petrol" max={Math.max(1, of)} value={done} aria-label="How far it is" />
    </Card>
  );
}

export default function ImportRolls({ loaderData, actionData }: Route.ComponentProps) {
  const { preview, progress } = loaderData;
  useProgress(progress !== null);
  const message = actionData?.message ?? loaderData.message;
  return (
    <>
      <PageHead title="Import rolls">From a spreadsheet saved as CSV. Nothing is stored before you have seen it.</PageHead>
      {message && (
        <div className="mb-4">
          <Notice>{message}</Notice>
        </div>
      )}
      {progress ? (
        <Progress {...progress} />
      ) : !preview ? (
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
          <Card className="self-start">
            <h2 className="mb-2 font-bold">Which column is what</h2>
            <div className="space-y-2">
              {COLUMNS.map(({ field, heading }) => (
                <label key={field} className="grid grid-cols-[8.5rem_1fr] items-center gap-2">
                  <span>{heading}</span>
                  <Select name={`column-${field}`} defaultValue={preview.columns[field]} className={`${INPUT_SHAPE} w-full`}>
                    <option value={-1}>not in the file</option>
                    {preview.headings.map((given, i) => (
                      <option key={given + String(i)} value={i}>
                        {given || `column ${i + 1}`}
                      </option>
                    ))}
                  </Select>
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
            {preview.knownCount > 0 && (
              <Card>
                <h2 className="font-bold">
                  {preview.knownCount} {preview.knownCount === 1 ? 'row is' : 'rows are'} here already
                </h2>
                <TickBox name="also-known" className="mt-1">
                  Import them too, as further rolls
                </TickBox>
              </Card>
            )}
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
              <Button filled name="intent" value="import" disabled={preview.goodCount + preview.knownCount === 0}>
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
