import { data, redirect } from 'react-router';
import { nanoid } from 'nanoid';
import { nowMs } from '../../server/database/clock.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { addScan, dropFile, dropOldScans, keepScanFile } from '../../server/runs/scans.server.ts';
import { receivedFolder } from '../../server/received-folder.server.ts';
import { dropReceived, isForm, receivedForm } from '../../ui/forms/received-form.server.ts';
import type { Route } from './+types/upload.ts';
import { inScanProcess } from './scan-process/in-scan-process.server.ts';

const MOST_BYTES = 200_000_000;

/** Takes in a scan of a strip: written as it comes, looked at, and shown for marking. A refusal is said on that page. */
export async function action({ request, params }: Route.ActionArgs) {
  const run = findRun(params.runId);
  if (!run || run.endedAtMs === null) throw data('The logbook has no such run.', { status: 404 });
  const back = (query: Record<string, string>) => redirect(`/logbook/${run.id}/measure?${new URLSearchParams(query).toString()}`);
  await dropOldScans(nowMs());
  const came = await receivedForm(request, MOST_BYTES, receivedFolder()).catch(() => null);
  if (!came && isForm(request)) throw back({ refused: 'The scan did not arrive whole. Send it again.' });
  if (!came?.file) throw back({ refused: 'Choose the scan first: a PNG, TIFF or JPEG of the strip’s end.' });
  if (came.file.cut) {
    await dropReceived(came.file);
    throw back({ refused: 'The scan is larger than 200 MB. Scan the strip’s end alone, or save it with 8 bits.' });
  }
  const { name } = came.file;
  const file = keepScanFile(came.file.path);
  const prepared = await inScanProcess('prepare', { file, name });
  if (!prepared.ok) {
    await dropFile(file);
    throw back({ refused: prepared.errors[0]?.message ?? 'The picture could not be read.' });
  }
  const id = nanoid();
  const { width, height, deep } = prepared.value;
  addScan({ id, runId: run.id, fileName: name, file, width, height, bits: deep ? 16 : 8, atMs: nowMs() });
  throw back({ scan: id });
}
