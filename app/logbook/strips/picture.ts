import { data } from 'react-router';
import { pictureOfMeasure } from '../../server/runs/measures.server.ts';
import type { Route } from './+types/picture.ts';

/** What was kept of a scan. */
export function loader({ params }: Route.LoaderArgs) {
  const picture = pictureOfMeasure(params.measureId);
  if (!picture) throw data('No picture was kept of that strip.', { status: 404 });
  return new Response(new Uint8Array(picture), { headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=86400' } });
}
