import { data } from 'react-router';
import { findKit, kitDocument } from '../../server/shelf/kits.server.ts';
import type { Route } from './+types/kit-file.ts';

/** A kit as a file, to be given to somebody else, who reads it in as a document. */
export function loader({ params }: Route.LoaderArgs) {
  const found = findKit(params.kitId);
  if (!found) throw data('There is no such kit on the shelf.', { status: 404 });
  return new Response(`${JSON.stringify(kitDocument(found.kit), null, 2)}\n`, {
    headers: { 'Content-Type': 'application/json; charset=utf-8', 'Content-Disposition': `attachment; filename="${found.id}.kit.json"` },
  });
}
