import { existsSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Form } from 'react-router';
import { backupFolder } from '../../server/database/backups.server.ts';
import { databaseFile } from '../../server/database/database.server.ts';
import { houseFolder } from '../../server/house.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { LogbookNav } from '../logbook-nav.tsx';
import type { Route } from './+types/kept.ts';

export const meta: Route.MetaFunction = () => [{ title: 'What is kept, and where · Steady Reel' }];

export function loader({ context: { who } }: Route.LoaderArgs) {
  const file = databaseFile();
  const places = [
    { what: 'The book: rolls, shelf, runs, looks, lessons, small pictures of strips', path: file },
    { what: 'Its copies, one a day, and those by a press', path: backupFolder() },
    { what: 'Safety sheets that you attached', path: join(dirname(file), 'safety-sheets') },
    { what: 'Who may come in: screens, the certificate and its keys', path: houseFolder(file) },
  ];
  return {
    places: places.map((place) => ({ ...place, bytes: bytesIn(place.path) })),
    // Where things lie on the laptop's disk is for whoever sits at it.
    owner: who?.kind !== 'screen',
  };
}

function bytesIn(path: string): number {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.size;
  return readdirSync(path).reduce((sum, name) => sum + bytesIn(join(path, name)), 0);
}

const sizeOf = (bytes: number) =>
  bytes === 0 ? 'nothing yet' : bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

export default function Kept({ loaderData: { places, owner } }: Route.ComponentProps) {
  return (
    <>
      <LogbookNav />
      <PageHead title="What is kept, and where">On one machine, in files that are yours. Nothing is sent anywhere.</PageHead>
      <div className="grid gap-4 lg:grid-cols-2">
        <Card>
          <h2 className="text-lg font-bold">On the laptop</h2>
          <ul className="mt-2 divide-y divide-line">
            {places.map(({ what, path, bytes }) => (
              <li key={path} className="py-2">
                <div className="flex justify-between gap-4">
                  <span>{what}</span>
                  <span className="figure shrink-0">{sizeOf(bytes)}</span>
                </div>
                {owner && <span className="figure text-sm break-all text-quiet">{path}</span>}
              </li>
            ))}
          </ul>
        </Card>
        <Card>
          <h2 className="text-lg font-bold">To delete all of it</h2>
          <ol className="mt-2 list-decimal space-y-1.5 pl-6">
            <li>Take the book out first if you may want it again: “The book”, “Take the book out”.</li>
            <li>End Steady Reel: Ctrl+C in its terminal.</li>
            <li>Delete the files and folders named here, and what begins with the book’s name beside them. That is everything.</li>
            <li>On each phone press “Forget this screen”, and take the certificate out of its settings, where you trusted it.</li>
          </ol>
        </Card>
        <Card>
          <h2 className="text-lg font-bold">In this browser</h2>
          <p className="mt-1">
            What is needed at the sink (the evening’s list, the loading room, the Bench, a practice, the mixing bench) keeps its page, its
            files and what was pressed on it here once it was opened, so that it goes on without the laptop; and how loud you like its
            sound. A screen that was let in keeps one cookie, its key. There is nothing else: no count of visits, nobody else’s script.
          </p>
          <Form method="post" action="/forget" reloadDocument className="mt-3">
            <Button>Forget it in this browser</Button>
          </Form>
          {!owner && <p className="mt-2 text-quiet">This screen then has to be let in again.</p>}
        </Card>
        <Card>
          <h2 className="text-lg font-bold">Over the network</h2>
          <p className="mt-1">
            Pages, letters and sounds all come from the laptop. No request leaves your network, and Steady Reel asks nobody for anything,
            not even whether there is a newer one. With the house closed nothing leaves the laptop itself.
          </p>
        </Card>
      </div>
    </>
  );
}
