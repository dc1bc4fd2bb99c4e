import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import busboy from 'busboy';
import { nanoid } from 'nanoid';
import { data, redirect } from 'react-router';
import { DAMAGED, openScan } from '../../../scan/read-scan.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { addScan, dropFile, dropOldScans, receiveScan } from '../../server/runs/scans.server.ts';
import { oneLine } from '../../ui/forms/typed.ts';
import type { Route } from './+types/upload.ts';
import { prepareScan } from './measure/measure-strip.server.ts';

const MOST_BYTES = 200_000_000;

/** Takes in a scan of a strip: written as it comes, looked at, and shown for marking. A refusal is said on that page. */
export async function action({ request, params }: Route.ActionArgs) {
  const run = findRun(params.runId);
  if (!run || run.endedAtMs === null) throw data('The logbook has no such run.', { status: 404 });
  const back = (query: Record<string, string>) => redirect(`/logbook/${run.id}/measure?${new URLSearchParams(query).toString()}`);
  await dropOldScans(nowMs());
  const came = await receivedFile(request);
  if (!came.ok) throw back({ refused: came.says });
  const scan = await openScan(came.file, came.name);
  const prepared =
    scan.ok &&
    (await prepareScan(came.file, scan.value).then(
      () => true,
      () => false,
    ));
  if (!scan.ok || !prepared) {
    await dropFile(came.file);
    throw back({ refused: scan.ok ? DAMAGED.message : (scan.errors[0]?.message ?? DAMAGED.message) });
  }
  const id = nanoid();
  const { width, height, deep } = scan.value;
  addScan({ id, runId: run.id, fileName: came.name, file: came.file, width, height, bits: deep ? 16 : 8, atMs: nowMs() });
  throw back({ scan: id });
}

type Received = { readonly ok: true; readonly file: string; readonly name: string } | { readonly ok: false; readonly says: string };

const NO_FILE = 'Choose the scan first: a PNG, TIFF or JPEG of the strip’s end.';

/** The one file of a posted form, on the disk; the form is read as it arrives. What breaks off leaves nothing there. */
async function receivedFile(request: Request): Promise<Received> {
  const type = request.headers.get('content-type') ?? '';
  if (!request.body || !type.startsWith('multipart/form-data')) return { ok: false, says: NO_FILE };
  const files: Promise<Received>[] = [];
  try {
    const form = busboy({ headers: { 'content-type': type }, limits: { files: 1, fileSize: MOST_BYTES, fields: 20 } });
    form.on('file', (_field, stream, { filename }) => {
      const file = keptAsItComes(stream, oneLine(filename ?? '').slice(0, 120));
      // A form that breaks off is noticed below; its file is not to be missed twice.
      file.catch(() => undefined);
      files.push(file);
    });
    await pipeline(Readable.fromWeb(request.body as ReadableStream<Uint8Array>), form);
    return (await files[0]) ?? { ok: false, says: NO_FILE };
  } catch {
    const half = await files[0]?.catch(() => null);
    if (half?.ok) await dropFile(half.file);
    return { ok: false, says: 'The scan did not arrive whole. Send it again.' };
  }
}

async function keptAsItComes(stream: Readable, name: string): Promise<Received> {
  let long = false;
  stream.on('limit', () => (long = true));
  const file = await receiveScan(stream);
  if (!long && name !== '') return { ok: true, file, name };
  await dropFile(file);
  return { ok: false, says: long ? 'The scan is larger than 200 MB. Scan the strip’s end alone, or save it with 8 bits.' : NO_FILE };
}
