import { getFormProps, type SubmissionResult } from '@conform-to/react';
import type { ReactNode } from 'react';
import { Form } from 'react-router';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { Notice } from '../../ui/notice.tsx';
import { Term } from '../../ui/term.tsx';
import type { Facts } from '../facts.server.ts';

const filmSchema = schemaOnDemand(async () => (await import('../first-schemas.ts')).firstFilmSchema);

interface RealStepProps {
  readonly facts: Facts;
  readonly kit: { readonly id: string; readonly name: string } | null;
  readonly once: string;
  readonly reply: SubmissionResult | null;
  readonly next: ReactNode;
}

/** The real roll: mixed, written down, planned, poured. One thing is next at a time. */
export function RealStep({ facts, kit, once, reply, next }: RealStepProps) {
  const { batch, rolls, live, run } = facts;
  if (run)
    return (
      <>
        <p className="max-w-prose text-lg">{run.title} hangs on its line. That was a whole colour process, and you did it.</p>
        {next}
      </>
    );
  const parts = [
    {
      title: 'Mix the kit',
      done: batch !== null || live !== null,
      body: (
        <>
          <p className="mb-3">
            One mixing is a <Term id="batch">batch</Term>. The page leads through it part by part, and each bottle gets its label.
          </p>
          {kit ? (
            <LinkButton filled to={`/shelf/batches/new?kit=${encodeURIComponent(kit.id)}`}>
              Mix {kit.name}
            </LinkButton>
          ) : (
            <LinkButton filled to="/first-roll?step=kit">
              First, which kit it is
            </LinkButton>
          )}
        </>
      ),
    },
    { title: 'Write the roll down', done: rolls > 0 || live !== null, body: <FilmForm once={once} reply={reply} /> },
    {
      title: 'To the Bench',
      done: false,
      body: live ? (
        <>
          <p className="mb-3">{live.title} is at the Bench. Each bath says there what it does.</p>
          <LinkButton filled to={`/bench/${live.id}`} reloadDocument>
            Back to the Bench
          </LinkButton>
        </>
      ) : (
        <>
          <p className="mb-3">
            The Session page has worked out every time. Load the film in the dark, set the bottles warming, and start when the developer is
            right. Read it in its bottle, swirled.
          </p>
          <LinkButton filled to="/">
            To tonight’s session
          </LinkButton>
        </>
      ),
    },
  ];
  const at = parts.findIndex((part) => !part.done);
  return (
    <>
      <ol className="space-y-3">
        {parts.map((part, i) => (
          <li key={part.title}>
            <Card className={i === at ? 'border-petrol outline-2 outline-petrol' : ''}>
              <h3 className="font-bold">
                {i + 1}. {part.title} {part.done && <span className="font-normal text-teal">· done</span>}
              </h3>
              {i === at && <div className="mt-1">{part.body}</div>}
            </Card>
          </li>
        ))}
      </ol>
      <div className="mt-4">
        <Notice>Gloves and glasses on, window open, the safety data sheet beside the sink.</Notice>
      </div>
      {next}
    </>
  );
}

function FilmForm({ once, reply }: Pick<RealStepProps, 'once' | 'reply'>) {
  const [form, fields] = useCheckedForm([filmSchema], reply);
  return (
    <Form method="post" {...getFormProps(form)} className="grid max-w-xl gap-3 sm:grid-cols-2">
      <input type="hidden" name="intent" value="film" />
      <input type="hidden" name="once" value={once} />
      <TextField field={fields.film} label="Film" hint="As on its box" />
      <TextField field={fields.speed} label="ISO" figures hint="The number on the box" />
      <FormErrors errors={form.errors} />
      <div className="sm:col-span-2">
        <Button filled>It waits to be developed</Button>
      </div>
    </Form>
  );
}
