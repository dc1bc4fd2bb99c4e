import { Form } from 'react-router';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import type { EveningToCome } from './evenings-to-come.server.ts';

const counted = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

/** Evenings planned for days to come: each can be taken up, put into the calendar, or let go. */
export function KeptEvenings({
  evenings,
  letGo,
}: {
  readonly evenings: readonly Pick<EveningToCome, 'id' | 'name' | 'day' | 'firstPour' | 'rolls' | 'runs'>[];
  /** One that was let go just now, with the way back. */
  readonly letGo: { readonly id: string; readonly name: string } | null;
}) {
  if (evenings.length === 0 && letGo === null) return null;
  return (
    <Card aria-labelledby="evenings-to-come" className="mt-4">
      <h2 id="evenings-to-come" className="font-bold">
        Evenings to come
      </h2>
      {letGo && (
        <Form method="post" action={`/evenings/${letGo.id}`} className="mt-2 flex flex-wrap items-center gap-3" aria-live="polite">
          <p>{letGo.name} was let go; its rolls wait for tonight again.</p>
          <Button name="intent" value="take-back">
            Take that back
          </Button>
        </Form>
      )}
      <ul className="divide-y divide-line">
        {evenings.map((evening) => (
          <li key={evening.id} className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 py-2.5">
            <span>
              <span className="font-semibold">{evening.name}</span>, {evening.day}, first pour{' '}
              <span className="figure">{evening.firstPour}</span>
              <span className="block text-sm text-quiet">
                {evening.rolls === 0
                  ? 'None of its rolls waits any more.'
                  : `${counted(evening.rolls, 'roll')} in ${counted(evening.runs, 'run')}, kept for it`}
              </span>
            </span>
            <Form method="post" action={`/evenings/${evening.id}`} className="flex flex-wrap gap-2">
              <Button name="intent" value="take-up">
                Take it up
              </Button>
              <LinkButton reloadDocument to={`/evenings/${evening.id}/evening.ics`}>
                To the calendar
              </LinkButton>
              <Button name="intent" value="let-go">
                Let it go
              </Button>
            </Form>
          </li>
        ))}
      </ul>
    </Card>
  );
}
