import { data, Form, redirect } from 'react-router';
import type { Fault } from '../../../core/answer.ts';
import { mixFaults } from '../../../core/chemistry/mixing/mixing.ts';
import { parseJson } from '../../../core/json-text.ts';
import { readShelfKit } from '../../../core/kit/shelf-kit.ts';
import { kitIdFor } from '../../../core/kit/kit-id.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { findKit, kitIdTaken, saveKit } from '../../server/shelf/kits.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/kit-as-document.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Your kit · Steady Reel' }];

export function loader({ params }: Route.LoaderArgs) {
  const found = findKit(params.kitId);
  if (!found) throw data('There is no such kit on the shelf.', { status: 404 });
  const { kit, shipped } = found;
  const copy = shipped ? { ...kit, id: kitIdFor(`My ${kit.name}`, kitIdTaken), name: `My ${kit.name}`, note: 'From my own leaflet.' } : kit;
  return { id: kit.id, name: kit.name, document: JSON.stringify(copy, null, 2) };
}

const MOST_BYTES = 2_000_000;

export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const file = form.get('file');
  const fromFile = file instanceof File && file.size > 0;
  if (fromFile && file.size > MOST_BYTES)
    return data(
      {
        typed: textOf(form, 'document'),
        errors: [{ code: 'too-large', path: '$', message: 'That file is larger than 2 MB. A kit takes a few kB.' }],
      },
      { status: 422 },
    );
  const typed = (fromFile ? await file.text() : textOf(form, 'document')).replace(/^\uFEFF/, '');
  const refuse = (errors: readonly Fault[]) => data({ typed, errors }, { status: 422 });
  let document: unknown;
  try {
    document = parseJson(typed);
  } catch (error) {
    return refuse([
      { code: 'not-json', path: '$', message: `This is not JSON yet: ${error instanceof Error ? error.message : 'unreadable'}.` },
    ]);
  }
  const read = readShelfKit(document);
  if (!read.ok) return refuse(read.errors);
  if (findKit(read.value.id)?.shipped)
    return refuse([{ code: 'reserved', path: '$.id', message: `“${read.value.id}” is a shipped kit. Give yours an id of its own.` }]);
  // Kept under another name it is a new kit; that name must not be another kit's.
  if (read.value.id !== params.kitId && kitIdTaken(read.value.id))
    return refuse([
      {
        code: 'reserved',
        path: '$.id',
        message: `Another kit of yours has the id “${read.value.id}”. Give this one an id of its own, such as ${kitIdFor(read.value.name, kitIdTaken)}.`,
      },
    ]);
  const unmixable = mixFaults(read.value);
  if (unmixable.length > 0) return refuse(unmixable);
  saveKit(read.value, nowMs());
  throw redirect(`/shelf/kits/${encodeURIComponent(read.value.id)}`);
}

export default function KitAsDocument({ loaderData, actionData }: Route.ComponentProps) {
  const errors = actionData?.errors ?? [];
  return (
    <>
      <PageHead title={`Your kit, from ${loaderData.name}`}>
        Change the figures to what your leaflet says. The shape is described in{' '}
        <a className="underline" href="/kit.schema.json">
          the kit schema
        </a>
        .
      </PageHead>
      <Form method="post" encType="multipart/form-data" className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <Card>
          <label htmlFor="document" className="font-semibold">
            Kit document
          </label>
          <textarea
            id="document"
            name="document"
            rows={28}
            spellCheck={false}
            defaultValue={actionData?.typed ?? loaderData.document}
            className={`${INPUT} py-2 font-mono text-sm`}
            aria-invalid={errors.length > 0 ? true : undefined}
            aria-describedby="kit-faults"
          />
          <label className="mt-3 block font-semibold">
            or read it from a file
            <input type="file" name="file" accept=".json,application/json" className={`${INPUT} py-2 font-normal`} />
          </label>
        </Card>
        <div id="kit-faults" className="space-y-3" aria-live="polite">
          {errors.length > 0 && (
            <Card className="border-hot">
              <h2 className="font-bold text-hot">
                {errors.length === 1 ? 'One thing to put right' : `${errors.length} things to put right`}
              </h2>
              <ul className="mt-2 space-y-2">
                {errors.map((error) => (
                  <li key={error.path + error.code}>
                    <code className="text-sm font-semibold">{error.path}</code>
                    <br />
                    {error.message}
                  </li>
                ))}
              </ul>
            </Card>
          )}
          <Button filled>Keep this kit</Button>
          <LinkButton className="ml-3" to={`/shelf/kits/${loaderData.id}/leaflet`}>
            Back to the form
          </LinkButton>
        </div>
      </Form>
    </>
  );
}
