import { data } from 'react-router';
import { readSheetFile } from '../../server/shelf/safety-sheets.server.ts';
import type { Route } from './+types/sheet-file.ts';

/** A kit's safety sheet as it was attached. */
export function loader({ params }: Route.LoaderArgs) {
  const sheet = readSheetFile(params.kitId);
  if (!sheet)
    throw data('No safety sheet is kept for this kit, or its file is gone from the data folder. Attach it again.', { status: 404 });
  return new Response(new Uint8Array(sheet.bytes), {
    headers: {
      'Content-Type': 'application/pdf',
      'X-Content-Type-Options': 'nosniff',
      'Content-Disposition': `inline; filename*=UTF-8''${encodeURIComponent(sheet.name)}`,
    },
  });
}
