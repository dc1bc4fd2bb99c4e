import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** The frame of what a posted act answers by itself: what is the matter, what can be done, and the ways on. */
export function ActPage({ title, children }: { readonly title: string; readonly children?: ReactNode }) {
  return (
    <main className="mx-auto max-w-2xl px-5 py-8 sm:py-12">
      <h1 className="text-2xl font-bold">{title}</h1>
      <div className="mt-3 space-y-4">{children}</div>
      <p className="mt-8 flex flex-wrap gap-4">
        <Link className="underline" to="/bench" reloadDocument>
          The Bench
        </Link>
        <Link className="underline" to="/">
          Tonight’s session
        </Link>
      </p>
    </main>
  );
}

interface Answered {
  readonly message?: string;
  readonly liveRunId?: string | null;
}

/** An act that was refused, posted from a page without scripts: the sentence on a page, never bare data. */
export function RefusedAct({ actionData }: { readonly actionData?: Answered | undefined }) {
  return (
    <ActPage title={actionData?.message ? 'Nothing was changed' : 'Nothing is kept at this address'}>
      <p>{actionData?.message ?? 'It takes what a button of another page sends. Go back to that page.'}</p>
      {actionData?.liveRunId && (
        <a className="font-semibold underline" href={`/bench/${actionData.liveRunId}`}>
          To the run at the Bench
        </a>
      )}
    </ActPage>
  );
}
