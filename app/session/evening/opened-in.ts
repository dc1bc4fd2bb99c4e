import type { ShouldRevalidateFunctionArgs } from 'react-router';
import { isLook } from '../../ui/screen/looks.ts';

/** What of an evening is opened, by the page’s address, as far as the server has to bring more for it. */
export interface OpenedIn {
  /** The run that is looked at, counted from 0. */
  readonly run: number | null;
  /** Whether one of its steps is opened: with its working, its cues and its leaflet’s curve. */
  readonly step: boolean;
  readonly bath: boolean;
  readonly batch: boolean;
}

export const NOTHING_OPENED: OpenedIn = { run: null, step: false, bath: false, batch: false };

export function openedIn({ searchParams }: Pick<URL, 'searchParams'>): OpenedIn {
  const open = searchParams.get('open');
  return {
    run: searchParams.has('run') ? Number(searchParams.get('run')) || 0 : null,
    step: searchParams.has('step'),
    bath: open === 'bath',
    batch: open === 'batch',
  };
}

/** Another step of the same run, or what the page has already, plans nothing anew; what is opened beyond that is read. */
export function looksOnly(going: ShouldRevalidateFunctionArgs): boolean {
  return isLook(going) && isWithin(openedIn(going.nextUrl), openedIn(going.currentUrl)) ? false : going.defaultShouldRevalidate;
}

/** Whatever is opened next was brought already. */
function isWithin(next: OpenedIn, now: OpenedIn): boolean {
  return (!next.step || (now.step && now.run === next.run)) && (!next.bath || now.bath) && (!next.batch || now.batch);
}
