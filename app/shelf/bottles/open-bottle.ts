import { redirect } from 'react-router';
import { findBottleRow, numberOfCode } from '../../server/shelf/bottles.server.ts';
import type { Route } from './+types/open-bottle.ts';

/** Where a code leads, typed on the Shelf (`?code=B17`) or scanned from a label (`/b/B17`). */
export function loader({ params, request }: Route.LoaderArgs) {
  const code = params.code ?? new URL(request.url).searchParams.get('code') ?? '';
  const number = numberOfCode(code);
  const bottle = number === null ? null : findBottleRow(number);
  throw redirect(bottle ? `/shelf/bottles/${bottle.number}` : `/shelf?no-bottle=${encodeURIComponent(code.slice(0, 20))}`);
}
