import { data, Form, redirect } from 'react-router';
import { upperFirst } from '../../../core/units/first-letter.ts';
import { mendRecord, setAside } from '../../server/book/mend-book.server.ts';
import { makeBackup } from '../../server/database/backups.server.ts';
import { nowMs, shownInstant } from '../../server/database/clock.server.ts';
import { databaseFile } from '../../server/database/database.server.ts';
import { forgetStumbling } from '../../server/database/readable.server.ts';
import { inOwnThread } from '../../server/thread/in-thread.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { LogbookNav } from '../logbook-nav.tsx';
import type { Route } from './+types/mend.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Look through the book · Steady Reel' }];

const READER_HEAP_MB = 300;

export async function loader({ request }: Route.LoaderArgs) {
  return {
    bad: await inOwnThread('faults-of-book', { database: databaseFile() }, READER_HEAP_MB),
    done: new URL(request.url).searchParams.get('done'),
  };
}

const stamp = () => shownInstant(nowMs(), 'yyyy-MM-dd-HHmmss');

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const [section, key] = [textOf(form, 'section'), textOf(form, 'key')];
  const copied = await makeBackup('by-hand', stamp()).catch((error: unknown) =>
    error instanceof Error ? error.message : 'It was not made.',
  );
  if (typeof copied === 'string')
    return data({ section, key, says: `No copy of the book could be made, so nothing was mended: ${copied}` }, { status: 507 });
  const typed = new Map(
    [...form.entries()].flatMap(([name, value]) => (name.startsWith('is-') && typeof value === 'string' ? [[name.slice(3), value]] : [])),
  );
  const mended = form.get('intent') === 'aside' ? setAside(section, key, stamp()) : mendRecord(section, key, typed);
  // Whatever is still at fault is stumbled over again.
  if (mended.ok) forgetStumbling();
  if (mended.ok) throw redirect(`/logbook/mend?done=${encodeURIComponent(mended.says)}`);
  return data({ section, key, says: mended.says }, { status: 422 });
}

/** `mixedOn` as a person writes it. */
const inWords = (name: string) => name.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
const KINDS: Readonly<Record<string, string>> = {
  kits: 'a kit',
  tanks: 'a tank',
  tankPlaces: 'a tank’s places',
  thermometers: 'a thermometer',
  boxes: 'a box',
  batches: 'a batch',
  bottles: 'a bottle',
  sessions: 'an evening under way',
  runs: 'a run',
  rolls: 'a roll',
  runEvents: 'an act at the Bench',
  bottleEntries: 'an entry of a bottle',
  evenings: 'an evening to come',
  mixings: 'a mixing',
  mixingActs: 'an act of mixing',
  handOvers: 'a hand-over',
  safetySheets: 'a safety sheet',
  looks: 'a look',
  lessons: 'a lesson',
  lessonAnswers: 'an answer about a lesson',
  measures: 'a measured strip',
  practices: 'a practice',
  practiceEvents: 'an act of a practice',
  settings: 'a setting',
};

/** Every record that a page could stumble over, with what to do about it. */
export default function Mend({ loaderData, actionData }: Route.ComponentProps) {
  const { bad, done } = loaderData;
  return (
    <>
      <LogbookNav />
      <PageHead title="Look through the book" action={<LinkButton to="/logbook/book">The book</LinkButton>}>
        Every record by the rules of today’s forms. A copy of the book is made before anything is mended.
      </PageHead>
      {done && (
        <div role="status" className="mb-4">
          <Notice tone="plain">{done}</Notice>
        </div>
      )}
      {bad.length === 0 ? (
        <Card>
          <p className="font-semibold">Every record is whole.</p>
        </Card>
      ) : (
        <ul className="grid max-w-3xl gap-4">
          {bad.map((record) => (
            <li key={`${record.section} ${record.key}`}>
              <Card>
                <h2 className="font-bold">
                  {record.name || record.key} <span className="font-normal text-quiet">{KINDS[record.section]}</span>
                </h2>
                {actionData?.section === record.section && actionData.key === record.key && (
                  <div role="alert" className="mt-2">
                    <Notice>{actionData.says}</Notice>
                  </div>
                )}
                <Form method="post" className="mt-2 grid gap-3">
                  <input type="hidden" name="section" value={record.section} />
                  <input type="hidden" name="key" value={record.key} />
                  {record.faults.map((fault) =>
                    fault.typed ? (
                      <label key={fault.field} className="grid gap-1 sm:grid-cols-[12rem_minmax(0,1fr)] sm:items-center">
                        <span>
                          {upperFirst(inWords(fault.field))}
                          <span className="block text-sm text-quiet">cannot be this: type what it was</span>
                        </span>
                        <input name={`is-${fault.field}`} defaultValue={fault.is ?? ''} className={`${INPUT_SHAPE} w-full`} />
                      </label>
                    ) : (
                      <p key={fault.field}>
                        {upperFirst(fault.says)} It can only be set aside, with what hangs on it; both stay in a file beside the book.
                      </p>
                    ),
                  )}
                  <div className="flex flex-wrap gap-3">
                    {record.faults.every(({ typed }) => typed) && (
                      <Button filled name="intent" value="mend">
                        Put it right
                      </Button>
                    )}
                    <Button name="intent" value="aside">
                      Set it aside
                    </Button>
                  </div>
                </Form>
              </Card>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
