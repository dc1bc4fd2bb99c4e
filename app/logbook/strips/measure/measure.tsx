import { nanoid } from 'nanoid';
import { data, Link, redirect } from 'react-router';
import { filmOf, type Film } from '../../../../core/film/process.ts';
import { PART_WORDS, STRIP_PARTS } from '../../../../core/inspection/strips/strip-measure.ts';
import { nowMs } from '../../../server/database/clock.server.ts';
import { rollsOfRun } from '../../../server/rolls.server.ts';
import { addMeasure, knownScanners, measuresOfRun, setMeasureDeleted, setMeasureGood } from '../../../server/runs/measures.server.ts';
import { findRun } from '../../../server/runs/runs.server.ts';
import { dropScan, findScan } from '../../../server/runs/scans.server.ts';
import { Card } from '../../../ui/card.tsx';
import { readForm, textOf } from '../../../ui/forms/read-form.ts';
import { onceOf } from '../../../ui/forms/once.ts';
import { postedForm } from '../../../ui/forms/posted-form.ts';
import { Notice } from '../../../ui/notice.tsx';
import { PageHead } from '../../../ui/page-head.tsx';
import type { Route } from './+types/measure.ts';
import { MarkAndMeasure } from './mark-and-measure.tsx';
import { encodingOf, measureSchema, rectanglesOf } from './measure-schema.ts';
import { inScanProcess } from '../scan-process/in-scan-process.server.ts';
import { proposedOn } from './proposed.server.ts';
import { UploadForm } from './upload-form.tsx';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `Measure ${loaderData?.name ?? 'a strip'} · Steady Reel` }];

export async function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run || run.endedAtMs === null) throw data('The logbook has no such run.', { status: 404 });
  const asked = new URL(request.url).searchParams;
  const scan = findScan(asked.get('scan') ?? '');
  const mine = scan?.runId === run.id ? scan : null;
  const rolls = rollsOfRun(run.id).map(({ id, name }) => ({ id, name }));
  return {
    runId: run.id,
    film: filmOf(run.plan.process),
    name: run.plan.rollNames.join(', '),
    once: nanoid(),
    rolls,
    scanners: knownScanners(),
    refused: asked.get('refused') ?? (asked.has('scan') && !mine ? 'That scan is not there any more. Bring it in again.' : null),
    scan: mine && { id: mine.id, fileName: mine.fileName, width: mine.width, height: mine.height, bits: mine.bits },
    proposed: mine && (await proposedOn(mine)),
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const run = findRun(params.runId);
  if (!run || run.endedAtMs === null) throw data('The logbook has no such run.', { status: 404 });
  const measured = measuresOfRun(run.id).find((each) => each.id === form.get('measure'))?.id;
  const film = filmOf(run.plan.process);
  const intent = form.get('intent');
  if (intent === 'good' || intent === 'not-good' || intent === 'drop') {
    if (measured && intent === 'drop') setMeasureDeleted(measured, nowMs());
    else if (measured) setMeasureGood(measured, intent === 'good');
    throw redirect(`/logbook/${run.id}#measures`);
  }
  const scan = findScan(textOf(form, 'scan'));
  const once = onceOf(form);
  // Sent twice: the first has measured it, and let the scan go.
  if (measuresOfRun(run.id).some((each) => each.id === once)) throw redirect(`/logbook/${run.id}#measures`);
  const read = readForm(measureSchema(film), form);
  if (!read.ok) return data(read.reply, { status: 400 });
  if (scan?.runId !== run.id) return data(read.refuse({}, ['That scan is not there any more. Bring it in again.']), { status: 409 });
  const strip = await inScanProcess('measure', {
    file: scan.file,
    name: scan.fileName,
    rectangles: rectanglesOf(read.value),
    encoding: encodingOf(read.value),
  });
  if (!strip.ok)
    return data(
      read.refuse(
        {},
        strip.errors.map((fault) => inPersonsWords(fault.message, film)),
      ),
      { status: 422 },
    );
  addMeasure(
    {
      id: once,
      runId: run.id,
      rollId: rollsOfRun(run.id).find((roll) => roll.id === read.value.roll)?.id ?? null,
      scanner: read.value.scanner,
      measure: strip.value.measure,
      good: read.value.good,
      atMs: nowMs(),
    },
    strip.value.picture,
  );
  await dropScan(scan.id);
  throw redirect(`/logbook/${run.id}#measures`);
}

/** Refusals name a rectangle as a script does; a person calls it by its name on the page. */
function inPersonsWords(message: string, film: Film): string {
  const part = STRIP_PARTS.find((name) => message.startsWith(`${name} `));
  return part ? `${PART_WORDS[film][part]}${message.slice(part.length)}` : message;
}

export default function Measure({ loaderData, actionData }: Route.ComponentProps) {
  const { film, name, refused, scan, proposed, runId } = loaderData;
  return (
    <>
      <PageHead title={`Measure ${name}`}>
        A scan of the strip’s end shows three things side by side:{' '}
        {film === 'slide'
          ? 'bare light, the clear leader, and the black border.'
          : 'bare light, the film’s clear base, and the dark leader.'}
      </PageHead>
      {refused && (
        <div role="alert" className="mb-4">
          <Notice>{refused}</Notice>
        </div>
      )}
      {scan && proposed ? (
        <MarkAndMeasure key={scan.id} {...loaderData} scan={scan} proposed={proposed} result={actionData} />
      ) : (
        <Card className="max-w-3xl">
          <ul className="mb-4 list-disc space-y-1 pl-5">
            <li>
              {film === 'slide'
                ? 'Lay the end of the strip so that the leader, which was out in the light and is clear, the black film beside or after it and bare light are all on the scan.'
                : 'Lay the end of the strip so that the leader, which was out in the light, the clear film after it and bare light are all on the scan.'}
            </li>
            <li>Turn off every correction of the scanner, and keep one setting: only strips of one scanner and setting compare.</li>
            <li>With 120 film the edge print takes the leader’s place.</li>
            <li>The scan is let go of once it was measured; a small picture is kept with the figures.</li>
          </ul>
          <UploadForm runId={runId} />
          <p className="mt-3">
            <Link className="underline" to={`/logbook/${runId}`}>
              Back to the run
            </Link>
          </p>
        </Card>
      )}
    </>
  );
}
