import { readFileSync } from 'node:fs';
import { data, Form, Link, redirect } from 'react-router';
import { indexRunAnew } from '../../run/acts/run-index.server.ts';
import { resumeClockOfBook } from '../../run/evening/resume-clock.server.ts';
import { bookImports, mergeBook, relabelled, undoImport } from '../../server/book/merge-book.server.ts';
import { readBook } from '../../server/book/read-book.ts';
import {
  backupFolder,
  findBackup,
  listBackups,
  makeBackup,
  restoreBackup,
  wouldBeLost,
  type BackupKind,
} from '../../server/database/backups.server.ts';
import { faultOfBackup } from '../../server/database/copy-book.server.ts';
import { nowMs, shownInstant } from '../../server/database/clock.server.ts';
import { databaseFile, inTransaction } from '../../server/database/database.server.ts';
import { liveRunTitle } from '../../server/runs/runs.server.ts';
import { inOwnThread } from '../../server/thread/in-thread.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { textOf } from '../../ui/forms/read-form.ts';
import { receivedFolder } from '../../server/received-folder.server.ts';
import { dropReceived, receivedForm, type ReceivedFile } from '../../ui/forms/received-form.server.ts';
import { Notice, UndoBar } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { LogbookNav } from '../logbook-nav.tsx';
import type { Route } from './+types/book.ts';
import { BringIn, type BroughtBook } from './bring-in.tsx';
import { Copies } from './copies.tsx';
import { dropBook, keepBook, keptBook } from './kept-books.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'The book · Steady Reel' }];

const MOST_BOOK_BYTES = 52_000_000;
const MOST_BESIDE_A_RUN_BYTES = 2_000_000;
/** A book of that size, read, with the pictures in it. */
const READER_HEAP_MB = 280;

const KIND_WORDS: Readonly<Record<BackupKind, string>> = {
  daily: 'of the day',
  'by-hand': 'by your press',
  'before-restore': 'from before a restore',
  'before-update': 'from before an update',
};

export async function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams;
  const [lastImport] = bookImports();
  const chosen = findBackup(asked.get('restore') ?? '');
  return {
    brought: await broughtBook(asked.get('brought')),
    done: asked.get('done'),
    lastImport: lastImport && !lastImport.undone ? { ...lastImport, when: shownInstant(lastImport.atMs, 'd MMM, HH:mm') } : null,
    folder: backupFolder(),
    live: liveRunTitle()?.title ?? null,
    backups: listBackups().map(({ name, kind, atMs, bytes }) => ({
      name,
      kind: KIND_WORDS[kind],
      when: shownInstant(atMs, 'EEE d MMM yyyy, HH:mm'),
      size: bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${Math.round(bytes / 100_000) / 10} MB`,
    })),
    restoring: chosen === null ? null : { name: asked.get('restore') ?? '', ...whatRestoringDoes(chosen) },
  };
}

function whatRestoringDoes(path: string) {
  const fault = faultOfBackup(path);
  return { fault, lost: fault ? [] : wouldBeLost(path) };
}

async function broughtBook(id: string | null): Promise<BroughtBook | null> {
  const kept = id === null ? null : keptBook(id);
  const look = kept && (await inOwnThread('look-at-book', { path: kept.path, database: databaseFile() }, READER_HEAP_MB));
  if (!kept || !look || id === null) return null;
  const written = Date.parse(look.writtenAt);
  return {
    id,
    fileName: kept.fileName,
    written: Number.isNaN(written) ? null : shownInstant(written, 'd MMMM yyyy, HH:mm'),
    sections: look.sections,
    relabelled: look.relabelled,
  };
}

async function faultOfBook(file: ReceivedFile): Promise<string | null> {
  if (file.cut) return `That file is larger than ${MOST_BOOK_BYTES / 1e6} MB, and so no book that this Steady Reel could take in.`;
  return inOwnThread('examine-book', file, READER_HEAP_MB).catch((error: unknown) => {
    if (error instanceof RangeError) return 'That file takes more memory to read than any book does. Nothing was taken from it.';
    throw error;
  });
}

const stamp = () => shownInstant(nowMs(), 'yyyy-MM-dd-HHmmss');

export async function action({ request }: Route.ActionArgs) {
  const { form, file } = await receivedForm(request, MOST_BOOK_BYTES, receivedFolder());
  const refuse = (where: 'in' | 'copies', says: string, status = 400) => data({ where, says }, { status });
  const done = (words: string) => redirect(`/logbook/book?done=${encodeURIComponent(words)}`);
  switch (form.get('intent')) {
    case 'bring': {
      if (!file) return refuse('in', 'Choose a book first: the file that “Take the book out” gives.');
      const fault = await faultOfBook(file);
      if (fault === null) throw redirect(`/logbook/book?brought=${keepBook(file.path, file.name)}#in`);
      await dropReceived(file);
      return refuse('in', fault);
    }
    case 'merge': {
      const id = textOf(form, 'brought');
      const kept = keptBook(id);
      // Taking a large one in holds everything else up for some seconds, and whoever is at the Bench must not notice.
      if (kept && kept.bytes > MOST_BESIDE_A_RUN_BYTES && liveRunTitle() !== null)
        return refuse(
          'in',
          'A run is at the Bench. A book as large as this one is brought in when no run is live; it stays here until then.',
          409,
        );
      const book = kept && readBook(readFileSync(kept.path));
      if (!kept || !book?.ok) return refuse('in', 'That book is not here any more. Bring it again.', 409);
      const moved = relabelled(book.value);
      const labels = moved.length > 0 ? ` Change these labels: ${moved.map(({ from, to }) => `B${from} is B${to} now`).join(', ')}.` : '';
      // A run that came is found from the instant it is there, or neither is.
      const merged = inTransaction(() => {
        const done = mergeBook(book.value, form.get('theirs') === 'yes', kept.fileName, nowMs(), form.get('settings') === 'yes');
        if (done.ok) done.runIds.forEach(indexRunAnew);
        return done;
      });
      if (!merged.ok) return refuse('in', merged.says, 409);
      dropBook(id);
      throw done(`Brought in: ${merged.added} added${merged.replaced > 0 ? `, ${merged.replaced} replaced` : ''}.${labels}`);
    }
    case 'forget':
      dropBook(textOf(form, 'brought'));
      throw redirect('/logbook/book');
    case 'undo-import': {
      const undone = undoImport(textOf(form, 'import'), nowMs());
      if (!undone.ok) return refuse('in', undone.says, 409);
      throw done(undone.says);
    }
    case 'backup': {
      const copy = await makeBackup('by-hand', stamp()).catch((error: unknown) =>
        error instanceof Error ? error.message : 'The copy was not made.',
      );
      if (typeof copy === 'string') return refuse('copies', `No copy was made: ${copy} The book is as it was.`, 507);
      throw done('A copy was made, and checked.');
    }
    case 'restore': {
      const path = findBackup(textOf(form, 'copy'));
      if (!path) return refuse('copies', 'That copy is not there any more.', 404);
      const restored = await restoreBackup(path, stamp());
      if (!restored.ok) return refuse('copies', restored.says, 409);
      // The book that was brought back may have been copied in the middle of a run.
      resumeClockOfBook();
      throw done(`Restored. What was there before is kept as ${restored.kept}.`);
    }
    default:
      throw redirect('/logbook/book');
  }
}

const TABLES = [
  ['/logbook/tables/runs.csv', 'Runs'],
  ['/rolls.csv', 'Rolls'],
  ['/logbook/tables/readings.csv', 'Readings'],
  ['/logbook/tables/measures.csv', 'Measured strips'],
] as const;

export default function Book({ loaderData, actionData }: Route.ComponentProps) {
  const { brought, done, lastImport, backups, folder, restoring, live } = loaderData;
  const said = (where: 'in' | 'copies') =>
    actionData?.where === where && (
      <div role="alert" className="mt-3">
        <Notice>{actionData.says}</Notice>
      </div>
    );
  return (
    <>
      <LogbookNav />
      <PageHead title="The book">All that is kept here, out and in, and its copies.</PageHead>
      {done && (
        <UndoBar
          action={
            lastImport && done.startsWith('Brought in') ? (
              <Form method="post">
                <input type="hidden" name="import" value={lastImport.id} />
                <button name="intent" value="undo-import" className="min-h-11 font-semibold underline">
                  Take it back
                </button>
              </Form>
            ) : null
          }
        >
          {done}
        </UndoBar>
      )}
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <div className="space-y-4">
          <Card>
            <h2 className="text-lg font-bold">Out</h2>
            <p className="mt-1">
              Everything as one document: kits, bottles, rolls, runs with every act, looks, lessons, measures. Another Steady Reel reads it
              back to the last figure.
            </p>
            <p className="mt-3">
              <a
                href="/logbook/book.json"
                download
                className="inline-flex min-h-11 items-center rounded-card bg-petrol px-4 font-semibold text-white no-underline"
              >
                Take the book out
              </a>
            </p>
            <p className="mt-3 font-semibold">As tables for a spreadsheet</p>
            <p className="flex flex-wrap gap-x-4">
              {TABLES.map(([href, name]) => (
                <a key={href} href={href} download className="inline-flex min-h-11 items-center underline">
                  {name}
                </a>
              ))}
              <a href="/logbook/book.schema.json" className="inline-flex min-h-11 items-center text-quiet underline">
                The book’s schema
              </a>
            </p>
            <p>
              <Link className="inline-flex min-h-11 items-center underline" to="/logbook/mend">
                Look through it
              </Link>
            </p>
            <p className="text-sm text-quiet">Files of safety sheets are not in a book: their PDFs lie beside it on the disk.</p>
          </Card>
          <Card id="in">
            <h2 className="text-lg font-bold">In</h2>
            {brought ? (
              <BringIn book={brought} />
            ) : (
              <Form method="post" encType="multipart/form-data" className="mt-1">
                <label className="block">
                  A book is looked through first: you see what it would add before anything changes, and one press takes it back.
                  <input
                    type="file"
                    name="file"
                    accept="application/json,.json"
                    aria-label="A book to bring in"
                    className="mt-2 block w-full file:mr-3 file:min-h-11 file:rounded-card file:border file:border-solid file:border-[#8aa39e] file:bg-card file:px-4 file:font-semibold"
                  />
                </label>
                <Button name="intent" value="bring" className="mt-2">
                  Look through it
                </Button>
              </Form>
            )}
            {said('in')}
            {lastImport && !done && (
              <Form method="post" className="mt-2 text-sm text-quiet">
                <input type="hidden" name="import" value={lastImport.id} />
                {lastImport.fileName} was brought in on {lastImport.when}.{' '}
                <button name="intent" value="undo-import" className="min-h-11 underline">
                  Take it back
                </button>
              </Form>
            )}
          </Card>
        </div>
        <Copies {...{ backups, folder, restoring, live }} refused={said('copies')} />
      </div>
    </>
  );
}
