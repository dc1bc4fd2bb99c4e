import { createReadStream, existsSync } from 'node:fs';
import { createReadableStreamFromReadable } from '@react-router/node';
import { data } from 'react-router';
import { findScan } from '../../server/runs/scans.server.ts';
import { previewFile } from '../../server/runs/scan-files.ts';
import type { Route } from './+types/preview.ts';

/** The scan as it is marked on: a smaller picture of it. */
export function loader({ params }: Route.LoaderArgs) {
  const scan = findScan(params.scanId);
  const file = scan && previewFile(scan.file);
  if (!file || !existsSync(file)) throw data('That scan is not there any more. Send it again.', { status: 404 });
  return new Response(createReadableStreamFromReadable(createReadStream(file)), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=3600' },
  });
}
