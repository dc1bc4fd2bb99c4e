import { byTheLitre } from '../../../core/chemistry/mixing/made-at-use.ts';
import type { ArrangedRun } from '../../../core/evening/evening.ts';
import { OWN_ACCEPTED, parseOwnMargin } from '../../../core/timing/own-margin.ts';
import { parseReading } from '../../../core/units/typed-temperature.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { findKit } from '../../server/shelf/kits.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { arrangedAs } from './arranged-as.server.ts';
import { readDraftChange, type DraftChange } from './draft.ts';
import { postedWay } from '../way/posted-way.server.ts';

/** Why a change was not taken, in which field, and what was typed there. */
export interface Refusal {
  readonly field: string | null;
  readonly typed: string;
  readonly message: string;
  readonly nearest: string | null;
  readonly liveRunId: string | null;
  readonly moved?: undefined;
  readonly undone?: undefined;
}

/** A refusal that belongs to no one field. */
export function refusalOf(message: string, liveRunId: string | null = null): Refusal {
  return { field: null, typed: '', message, nearest: null, liveRunId };
}

export const MOVED_ON = 'This evening was changed on another screen meanwhile. Here is how it stands now; make your change again.';

/** A change as a form posted it, its figures as the person typed them. `arrangement` is that of now: what was made on another is refused. */
export function postedChange(
  kind: string,
  form: FormData,
  arrangement: () => readonly ArrangedRun[],
): { readonly ok: true; readonly change: DraftChange } | { readonly ok: false; readonly status: 409 | 422; readonly refusal: Refusal } {
  const typed = textOf(form, 'tempC').trim();
  const change: Record<string, unknown> = { ...Object.fromEntries(form), kind };
  for (const list of ['tankIds', 'rollIds']) change[list] = form.getAll(list).map(String);
  if (form.has('arranged')) {
    const runs = arrangement();
    if (textOf(form, 'arranged') !== arrangedAs(runs)) return { ok: false, status: 409, refusal: refusalOf(MOVED_ON) };
    change['runs'] = runs.map(({ tankId, batchId, rollIds }) => ({ tankId, batchId, rollIds }));
  }
  if (kind === 'temperature') {
    // A figure that the page itself offers comes in °C and exact.
    const exact = form.has('exactC');
    const reading = exact ? parseReading(textOf(form, 'exactC')) : parseReading(typed, storedUnits().temperature);
    if (!reading.ok) {
      const field = `${textOf(form, 'batchId')} ${textOf(form, 'step')}`;
      return { ok: false, status: 422, refusal: { field, typed, message: reading.message, nearest: reading.likely, liveRunId: null } };
    }
    change['tempC'] = reading.tempC;
  }
  if (kind === 'margin') {
    const [amount, reason] = [textOf(form, 'amount').trim(), textOf(form, 'reason').trim().slice(0, 200)];
    const own = parseOwnMargin(amount || '0');
    if (!own) {
      const field = `${textOf(form, 'batchId')} ${textOf(form, 'bath')} own`;
      return { ok: false, status: 422, refusal: { field, typed: amount, message: OWN_ACCEPTED, nearest: null, liveRunId: null } };
    }
    change['own'] = { ...own, reason };
  }
  if (kind === 'way') {
    const way = postedWay(form, storedUnits().temperature);
    if (!way.ok)
      return { ok: false, status: 422, refusal: { field: `way ${textOf(form, 'step')}`, ...way, nearest: null, liveRunId: null } };
    // Only what was said stands in the change; the fields' own text does not.
    for (const field of ['s', 'tempC', 'manner', 'counts', 'movement']) change[field] = undefined;
    Object.assign(change, way.said);
  }
  if (kind === 'way-set-in' && form.has('single')) {
    const single = findKit(textOf(form, 'single'))?.kit;
    const bath = single?.process === 'any' ? single.baths[0] : undefined;
    if (!single || !bath)
      return { ok: false, status: 422, refusal: refusalOf('That bath is not on the shelf any more. Nothing was changed.') };
    change['bottle'] = byTheLitre(bath, single.makesMl);
  }
  const read = readDraftChange(kind, change);
  if (read) return { ok: true, change: read };
  return { ok: false, status: 422, refusal: { ...refusalOf('That change was not understood. Nothing was changed; try it again.'), typed } };
}
