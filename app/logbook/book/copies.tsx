import type { ReactNode } from 'react';
import { Form, Link } from 'react-router';
import type { WouldBeLost } from '../../server/database/backups.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';

interface CopiesProps {
  readonly backups: readonly { readonly name: string; readonly kind: string; readonly when: string; readonly size: string }[];
  readonly folder: string;
  /** The copy that is looked at before it is restored, and what that would do. */
  readonly restoring: { readonly name: string; readonly fault: string | null; readonly lost: readonly WouldBeLost[] } | null;
  /** What is at the Bench; null while nothing is. */
  readonly live: string | null;
  readonly refused: ReactNode;
}

/** The copies of the book: made each day and by a press, and restored once it is said what that loses. */
export function Copies({ backups, folder, restoring, live, refused }: CopiesProps) {
  return (
    <Card>
      <h2 className="text-lg font-bold">Copies</h2>
      <p className="mt-1">One each day that Steady Reel runs, fourteen kept, each looked through when it is made.</p>
      <Form method="post" className="mt-2">
        <Button name="intent" value="backup">
          Make a copy now
        </Button>
      </Form>
      {refused}
      {restoring && (
        <div className="mt-3 rounded-card border-2 border-hot p-3" id="restore">
          <p className="font-bold">Restore {restoring.name}?</p>
          {restoring.fault ? (
            <p className="mt-1">It cannot be restored: {restoring.fault}.</p>
          ) : (
            <>
              <p className="mt-1">
                {restoring.lost.length === 0
                  ? 'Nothing would be lost: the copy has all that the book has.'
                  : `Lost would be ${restoring.lost.map(({ what, count }) => `${count} ${what}`).join(', ')}.`}{' '}
                The present is kept as a copy first.
              </p>
              {live && <p className="mt-1 font-semibold text-hot">{live} is at the Bench. A book is restored when no run is live.</p>}
              <Form method="post" className="mt-2 flex items-center gap-4">
                <input type="hidden" name="copy" value={restoring.name} />
                <Button name="intent" value="restore" disabled={live !== null}>
                  Restore it
                </Button>
                <Link className="underline" to="/logbook/book">
                  Leave it
                </Link>
              </Form>
            </>
          )}
        </div>
      )}
      {backups.length === 0 ? (
        <p className="mt-3 text-quiet">There is none yet. The first is made within the hour, or by your press.</p>
      ) : (
        <ul className="mt-2 divide-y divide-line">
          {backups.map((copy) => (
            <li key={copy.name} className="flex flex-wrap items-center justify-between gap-x-4">
              <span>
                {copy.when} <span className="text-sm text-quiet">{copy.kind}</span>
              </span>
              <span className="flex items-center gap-4">
                <span className="figure text-sm text-quiet">{copy.size}</span>
                <Link className="inline-flex min-h-11 items-center underline" to={`?restore=${encodeURIComponent(copy.name)}#restore`}>
                  Restore
                </Link>
              </span>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-3 text-sm text-quiet">
        They lie in <span className="figure break-all">{folder}</span>. Put that folder on another disk now and then.
      </p>
    </Card>
  );
}
