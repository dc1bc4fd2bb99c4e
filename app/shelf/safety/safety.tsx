import { Form, redirect } from 'react-router';
import { SAFETY } from '../../../core/chemistry/safety/safety-words.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { listBatches } from '../../server/shelf/batches.server.ts';
import { listBoxes } from '../../server/shelf/boxes.server.ts';
import { findKit, listKits } from '../../server/shelf/kits.server.ts';
import {
  dropSheetFile,
  isPdf,
  MOST_SHEET_BYTES,
  safetySheets,
  saveContains,
  saveSheetFile,
} from '../../server/shelf/safety-sheets.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { oneLine } from '../../ui/forms/typed.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/safety.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Safety · Steady Reel' }];

export function loader() {
  const sheets = safetySheets();
  const here = new Set([...listBatches().map((batch) => batch.kitId), ...listBoxes().map((box) => box.kitId)]);
  // Kits of this household: on the shelf, typed in, or with a sheet.
  const kits = listKits().filter(({ id, shipped }) => here.has(id) || sheets.has(id) || !shipped);
  return {
    kits: kits.map(({ id, kit }) => ({
      id,
      name: kit.name,
      baths: kit.baths.map((bath) => bath.name).join(', '),
      contains: sheets.get(id)?.contains ?? '',
      fileName: sheets.get(id)?.fileName ?? null,
    })),
  };
}

const LONGEST = 4000;

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const kitId = textOf(form, 'kitId');
  if (!findKit(kitId)) return { kitId, says: 'That kit is not there any more.', typed: textOf(form, 'contains') };
  const contains = textOf(form, 'contains');
  const refuse = (says: string) => ({ kitId, says, typed: contains });
  if (form.get('intent') === 'drop') {
    dropSheetFile(kitId, nowMs());
    throw redirect('/safety');
  }
  if (contains.length > LONGEST) return refuse(`Up to ${LONGEST} characters; attach the sheet itself for more.`);
  const file = form.get('file');
  if (file instanceof File && file.size > 0) {
    if (file.size > MOST_SHEET_BYTES) return refuse('A sheet is a PDF of at most 10 MB. Nothing was kept.');
    const bytes = new Uint8Array(await file.arrayBuffer());
    if (!isPdf(bytes)) return refuse('That is no PDF. A safety sheet is kept as a PDF of at most 10 MB.');
    saveSheetFile(kitId, oneLine(file.name).slice(0, 120) || 'safety-sheet.pdf', bytes, nowMs());
  }
  saveContains(kitId, contains.trim(), nowMs());
  throw redirect('/safety');
}

export default function Safety({ loaderData, actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead title="Safety">
        What to do, and what this household’s kits contain. The kit’s safety sheet and local rules overrule this page.
      </PageHead>
      <div className="grid gap-4 md:grid-cols-2 xl:grid-cols-4">
        {SAFETY.map(({ title, says }, i) => (
          <Card key={title} className={i === 0 ? 'border-2! border-hot!' : ''}>
            <h2 className="font-bold">{title}</h2>
            <ul className="mt-1 list-disc space-y-1 pl-5">
              {says.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </Card>
        ))}
      </div>
      <h2 className="mt-8 mb-2 text-lg font-bold">What your kits contain</h2>
      {loaderData.kits.length === 0 && (
        <Notice tone="plain">
          No kit is yours yet. Copy one on the Shelf and type in its leaflet; what its safety sheet says has its place here.
        </Notice>
      )}
      <div className="grid gap-4 lg:grid-cols-2">
        {loaderData.kits.map((kit) => {
          const refused = actionData?.kitId === kit.id ? actionData : null;
          return (
            <Card key={kit.id} aria-labelledby={`kit-${kit.id}`}>
              <h3 id={`kit-${kit.id}`} className="font-bold">
                {kit.name}
              </h3>
              <p className="text-sm text-quiet">{kit.baths}</p>
              {kit.fileName && (
                <p className="mt-1">
                  <a
                    className="inline-flex min-h-11 items-center font-semibold underline"
                    href={`/safety/sheets/${kit.id}`}
                    target="_blank"
                    rel="noreferrer"
                  >
                    {kit.fileName}
                  </a>
                </p>
              )}
              <Form method="post" encType="multipart/form-data" className="mt-2 space-y-3">
                <input type="hidden" name="kitId" value={kit.id} />
                <label className="block font-semibold">
                  As its sheet says
                  <textarea
                    name="contains"
                    rows={3}
                    defaultValue={refused?.typed ?? kit.contains}
                    placeholder="What is in it, its warnings, and whom the sheet says to call"
                    className={`${INPUT} py-2 font-normal`}
                  />
                </label>
                <label className="block font-semibold">
                  The sheet itself, a PDF of at most 10 MB
                  <input
                    type="file"
                    name="file"
                    accept="application/pdf,.pdf"
                    className="mt-1 block w-full font-normal file:mr-3 file:min-h-11 file:rounded-card file:border file:border-solid file:border-[#8aa39e] file:bg-card file:px-4 file:font-semibold"
                  />
                </label>
                {refused && (
                  <p role="alert" className="font-semibold text-hot">
                    {refused.says}
                  </p>
                )}
                <div className="flex flex-wrap gap-3">
                  <Button filled>Keep</Button>
                  {kit.fileName && (
                    <Button name="intent" value="drop">
                      Take the file off
                    </Button>
                  )}
                </div>
              </Form>
            </Card>
          );
        })}
      </div>
    </>
  );
}
