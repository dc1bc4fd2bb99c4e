import { isRouteErrorResponse, Link } from 'react-router';
import { useAlone } from './screen/reach.ts';

/** Whatever goes wrong with a page: what, in a sentence, and what can be done. */
export function WhatWentWrong({ error }: { readonly error: unknown }) {
  const said = isRouteErrorResponse(error) && typeof error.data === 'string' && error.data ? error.data : null;
  const notThere = isRouteErrorResponse(error) && error.status === 404;
  // What a browser says of a network that is gone has no other name.
  const away = useAlone() || (error instanceof TypeError && /fetch|network|load failed/i.test(error.message));
  const ours = said === null && !notThere && !away;
  if (away)
    return (
      <div className="max-w-xl py-6">
        <h1 className="text-2xl font-bold">The laptop does not answer</h1>
        <p className="mt-3 text-quiet">Is it awake, and on the same network? What was done on this screen is kept.</p>
        <p className="mt-6 flex flex-wrap gap-4">
          <Link reloadDocument className="underline" to="/">
            The evening in order
          </Link>
          <Link reloadDocument className="underline" to="/bench">
            The Bench
          </Link>
        </p>
      </div>
    );
  return (
    <div className="max-w-xl py-6">
      <h1 className="text-2xl font-bold">{notThere ? 'Nothing is kept at this address' : 'That did not work'}</h1>
      <p className="mt-3 text-quiet">
        {said ??
          (notThere
            ? 'It may have been deleted, or the address has a slip in it.'
            : 'The fault is ours; what you recorded is safe. Go back and try again.')}
      </p>
      {ours && (
        <p className="mt-3">
          If it stays so, this page stumbles over a record of the book:{' '}
          <Link className="font-semibold underline" to="/logbook/mend">
            find it and mend it
          </Link>
          .
        </p>
      )}
      <p className="mt-6 flex flex-wrap gap-4">
        <Link className="underline" to="/">
          Tonight’s session
        </Link>
        <Link className="underline" to="/bench">
          The Bench
        </Link>
        <Link className="underline" to="/logbook">
          Logbook
        </Link>
      </p>
    </div>
  );
}
