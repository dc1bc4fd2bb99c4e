import CalendarDays from 'lucide-react/icons/calendar-days';
import FlaskConical from 'lucide-react/icons/flask-conical';
import ShieldAlert from 'lucide-react/icons/shield-exclamation-point';
import Tags from 'lucide-react/icons/tags';
import Wallet from 'lucide-react/icons/wallet';
import { Form, Link, redirect } from 'react-router';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { setBoxDeleted } from '../../server/shelf/boxes.server.ts';
import { findKit, setKitDeleted } from '../../server/shelf/kits.server.ts';
import { findTank, setTankDeleted } from '../../server/shelf/tanks.server.ts';
import { setThermometerDeleted } from '../../server/shelf/thermometers.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { UndoBar } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { takeBatchBack } from '../bottles/keep-entry.server.ts';
import type { Route } from './+types/shelf.ts';
import { BatchOnBoard } from './batch-on-board.tsx';
import { BottleParts } from './bottle-drawing.tsx';
import { BoxesOnShelf } from './boxes-on-shelf.tsx';
import { EmptyShelf } from './empty-shelf.tsx';
import { Equipment } from './equipment.tsx';
import { JugsOnShelf } from './jugs-on-shelf.tsx';
import { shelfInWords } from './shelf-in-words.ts';
import { shelfPage } from './shelf-page.server.ts';
import { ToDo } from './to-do.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Shelf · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  return { ...shelfPage(), away: searchParams.get('away'), noBottle: searchParams.get('no-bottle') };
}

/** Takes back what was put away. `away` names the kind and the id. */
export async function action({ request }: Route.ActionArgs) {
  const [kind, id = ''] = textOf(await postedForm(request), 'away').split(':');
  const batch = kind === 'batch' ? findBatch(id) : null;
  if (batch) takeBatchBack(batch);
  if (kind === 'tank' && findTank(id)) setTankDeleted(id, null);
  if (kind === 'kit') setKitDeleted(id, null);
  if (kind === 'box') setBoxDeleted(id, null);
  if (kind === 'thermometer') setThermometerDeleted(id, null);
  throw redirect(kind === 'kit' && findKit(id) ? `/shelf/kits/${id}` : '/shelf');
}

export default function Shelf({ loaderData }: Route.ComponentProps) {
  const { batches, retired, kits, tanks, thermometers, away, boxes, jugs, toDo, today, apart, mixings, noBottle } = loaderData;
  return (
    <>
      <BottleParts />
      <PageHead
        title="Shelf"
        action={
          <LinkButton filled to="/shelf/batches/new">
            Mix a batch
          </LinkButton>
        }
      >
        {shelfInWords(batches)}
      </PageHead>
      {away && (
        <UndoBar
          action={
            <Form method="post">
              <Button name="away" value={away}>
                Undo
              </Button>
            </Form>
          }
        >
          The {away.split(':')[0]} was put away.
        </UndoBar>
      )}
      {mixings.map((mixing) => (
        <p key={mixing.id} className="mb-4 flex flex-wrap items-center justify-between gap-3 rounded-card border-2 border-teal px-4 py-2">
          <span>
            <strong>{mixing.batchName}</strong> is being mixed.
          </span>
          <LinkButton filled to={`/mixing/${mixing.id}`} reloadDocument>
            Back to the mixing bench
          </LinkButton>
        </p>
      ))}
      {batches.length > 0 && <ToDo toDo={toDo} />}
      <h2 className="sr-only">Batches</h2>
      {batches.length === 0 ? (
        <EmptyShelf kits={kits.filter((kit) => !kit.shipped).length} />
      ) : (
        <div className="grid gap-4 md:grid-cols-2 xl:grid-cols-3">
          {batches.map((batch) => (
            <BatchOnBoard key={batch.id} batch={batch} today={today} />
          ))}
        </div>
      )}
      {apart.length > 0 && (
        <section aria-labelledby="apart" className="mt-6">
          <h2 id="apart" className="text-lg font-bold">
            Standing apart
          </h2>
          <ul className="mt-1 flex flex-wrap gap-x-6">
            {apart.map((bottle) => (
              <li key={bottle.id}>
                <Link className="inline-flex min-h-11 items-center gap-2 underline" to={`/shelf/bottles/${bottle.number}`}>
                  <span className="figure">{bottle.code}</span> {bottle.name}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className="mt-4 grid gap-4 md:grid-cols-2">
        <BoxesOnShelf boxes={boxes} today={today} />
        <JugsOnShelf jugs={jugs} />
      </div>
      <div className="mt-4 flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <nav aria-label="More about the shelf" className="flex flex-wrap gap-x-5">
          {MORE.map(({ to, label, icon: Icon, file }) => (
            <Link key={to} to={to} reloadDocument={file} className="inline-flex min-h-11 items-center gap-2 font-semibold underline">
              <Icon aria-hidden size={18} />
              {label}
            </Link>
          ))}
        </nav>
        <Form method="get" action="/shelf/bottles" className="flex flex-wrap items-center gap-2">
          <label htmlFor="code" className="font-semibold">
            Code on a label
          </label>
          <input
            id="code"
            name="code"
            className={`${INPUT_SHAPE} w-24 font-mono`}
            placeholder="B17"
            autoComplete="off"
            autoCapitalize="characters"
            aria-invalid={noBottle === null ? undefined : true}
            aria-describedby={noBottle === null ? undefined : 'no-bottle'}
          />
          <Button>Open the bottle</Button>
          {noBottle !== null && (
            <p id="no-bottle" role="alert" className="w-full font-semibold text-hot">
              No bottle has the code “{noBottle}”. It stands on the label as a B and a number, such as B17.
            </p>
          )}
        </Form>
      </div>
      <Equipment kits={kits} tanks={tanks} thermometers={thermometers} />
      {retired.length > 0 && (
        <details className="mt-8">
          <summary className="font-semibold">Batches put away ({retired.length})</summary>
          <ul className="mt-2 space-y-1">
            {retired.map((batch) => (
              <li key={batch.id}>
                <Link className="underline" to={`/shelf/batches/${batch.id}`}>
                  {batch.name}
                </Link>{' '}
                <span className="text-quiet">{batch.kitName}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

const MORE = [
  { to: '/shelf/labels', label: 'Labels', icon: Tags, file: false },
  { to: '/shelf/cost', label: 'Cost', icon: Wallet, file: false },
  { to: '/shelf/spent', label: 'Spent solution', icon: FlaskConical, file: false },
  { to: '/safety', label: 'Safety', icon: ShieldAlert, file: false },
  { to: '/shelf/reminders.ics', label: 'Reminders', icon: CalendarDays, file: true },
] as const;
