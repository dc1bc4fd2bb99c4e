import { Form, Link } from 'react-router';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import type { HistoryLine } from './history.server.ts';

/** What happened, the latest first; each line can be taken back, with why. Nothing is ever wiped out. */
export function History({
  lines,
  born,
  refusal,
}: {
  readonly lines: readonly HistoryLine[];
  readonly born: string;
  readonly refusal: { readonly entry: string; readonly says: string } | null;
}) {
  return (
    <Card aria-labelledby="history" className="self-start">
      <h2 id="history" className="font-bold">
        What happened
      </h2>
      <ol className="mt-1 divide-y divide-line">
        {lines.map((line) => (
          <li key={line.id} className="py-2" data-entry={line.id}>
            <div className="flex justify-between gap-3">
              <span className={line.undoneWhy === null ? '' : 'text-quiet line-through'}>{line.says}</span>
              <span className="text-right whitespace-nowrap text-quiet">{line.on}</span>
            </div>
            {line.note && <p className="text-sm text-quiet">{line.note}</p>}
            {line.undoneWhy !== null && <p className="text-sm text-quiet">Taken back: {line.undoneWhy}</p>}
            {line.runId && (
              <Link to={`/logbook/${line.runId}`} className="mr-4 inline-flex min-h-9 items-center text-sm underline">
                Its run
              </Link>
            )}
            {line.undoneWhy === null && (
              <details className="inline-block align-top" open={refusal?.entry === line.id}>
                <summary className="inline-flex min-h-9 items-center text-sm underline">Take it back</summary>
                <Form method="post" className="mt-1 flex flex-wrap items-end gap-2 pb-2">
                  <input type="hidden" name="intent" value="undo" />
                  <label className="text-sm">
                    Why
                    <input
                      name="reason"
                      className={`${INPUT_SHAPE} mt-1 block w-64 max-w-full`}
                      maxLength={200}
                      aria-invalid={refusal?.entry === line.id ? true : undefined}
                      placeholder="Wrong bottle"
                    />
                  </label>
                  <Button name="entry" value={line.id}>
                    Take it back
                  </Button>
                  {refusal?.entry === line.id && (
                    <p role="alert" className="w-full text-sm font-semibold text-hot">
                      {refusal.says}
                    </p>
                  )}
                </Form>
              </details>
            )}
          </li>
        ))}
        <li className="flex justify-between gap-3 py-2 text-quiet">{born}</li>
      </ol>
    </Card>
  );
}
