import { data, redirect } from 'react-router';
import { nowMs } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { findEvening, setEveningDeleted } from '../../server/evenings.server.ts';
import { waitingRolls } from '../../server/rolls.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { readDraft, writeDraft } from '../draft/tonight.server.ts';
import type { Route } from './+types/evening-to-come.ts';
import { toCome } from './evenings-to-come.server.ts';

/** An evening to come is taken up, let go, or taken back. */
export async function action({ params, request }: Route.ActionArgs) {
  const evening = findEvening(params.eveningId);
  if (!evening) throw data('There is no such evening.', { status: 404 });
  switch (textOf(await postedForm(request), 'intent')) {
    case 'take-up': {
      inTransaction(() => {
        const { before: _, ...before } = readDraft();
        const waiting = waitingRolls();
        const { draft } = toCome(evening, waiting);
        const own = new Set((draft.arrangement ?? []).flatMap((run) => run.rollIds));
        // What else waits stays beside it, as when it was kept.
        writeDraft({ ...draft, excluded: waiting.map((roll) => roll.id).filter((id) => !own.has(id)), before });
        setEveningDeleted(evening.id, nowMs());
      });
      throw redirect(openSessionId() === null ? '/' : '/evenings/new');
    }
    case 'take-back':
      setEveningDeleted(evening.id, null);
      throw redirect('/');
    case 'let-go':
      setEveningDeleted(evening.id, nowMs());
      throw redirect(`/?letGo=${encodeURIComponent(evening.id)}`);
    default:
      throw data('That was not understood. Nothing was changed.', { status: 422 });
  }
}

export { RefusedAct as default } from '../../ui/act-page.tsx';
