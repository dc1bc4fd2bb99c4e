import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import busboy from 'busboy';
import { nanoid } from 'nanoid';
import { notWhole, postedForm } from './posted-form.ts';
import { oneLine } from './typed.ts';

/** A file as it lies on the disk until somebody moves it away or drops it. */
export interface ReceivedFile {
  readonly path: string;
  /** As its owner called it. */
  readonly name: string;
  /** More than may come came: what lies there is its beginning. */
  readonly cut: boolean;
}

const MOST_TEXT_BYTES = 2_000_000;
/** Whether a request brings a form that can hold a file. */
export const isForm = (request: Request) => request.headers.get('content-type')?.startsWith('multipart/form-data') === true;

/**
 * A posted form whose one file goes to the disk as it arrives: however large, it is never in memory whole. What breaks off
 * is refused in words and leaves nothing there.
 */
export async function receivedForm(
  request: Request,
  mostFileBytes: number,
  folder: string,
): Promise<{ readonly form: FormData; readonly file: ReceivedFile | null }> {
  const type = request.headers.get('content-type') ?? '';
  if (!request.body || !isForm(request)) return { form: await postedForm(request), file: null };
  const form = new FormData();
  const files: Promise<ReceivedFile | null>[] = [];
  try {
    const reading = busboy({
      headers: { 'content-type': type },
      limits: { files: 1, fileSize: mostFileBytes, fieldSize: MOST_TEXT_BYTES },
    });
    reading.on('field', (name, value) => form.append(name, value));
    reading.on('file', (_field, stream, { filename }) => {
      const file = keptAsItComes(stream, folder, oneLine(filename ?? '').slice(0, 120));
      // A form that breaks off is noticed below; its file is not to be missed twice.
      file.catch(() => undefined);
      files.push(file);
    });
    await pipeline(Readable.fromWeb(request.body as ReadableStream<Uint8Array>), reading);
    return { form, file: (await files[0]) ?? null };
  } catch {
    const half = await files[0]?.catch(() => null);
    if (half) await dropReceived(half);
    throw notWhole();
  }
}

/** Null where no file was chosen: a browser then sends one without a name. */
async function keptAsItComes(stream: Readable, folder: string, name: string): Promise<ReceivedFile | null> {
  let cut = false;
  stream.on('limit', () => (cut = true));
  const path = join(folder, nanoid());
  try {
    await pipeline(stream, createWriteStream(path));
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
  if (name !== '') return { path, name, cut };
  await rm(path, { force: true });
  return null;
}

export async function dropReceived({ path }: Pick<ReceivedFile, 'path'>): Promise<void> {
  await rm(path, { force: true });
}
