import { data } from 'react-router';
import { liveRunTitle } from '../../server/runs/runs.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { changedEvening, keptTankReading } from '../draft/paper-action.server.ts';
import { answerProposal } from '../draft/proposal-answer.server.ts';
import { postedChange, refusalOf } from '../draft/posted-change.server.ts';
import { comingDraft, queuedOf } from './coming.server.ts';
import { changeComing, endEarly, undoComing, type Changed } from './change.server.ts';

/** What a person changes of an evening that goes on; it says what moved. */
export function changeUnderWay(sessionId: string, form: FormData) {
  const intent = textOf(form, 'intent');
  switch (intent) {
    case 'evening':
      return changedEvening(form);
    case 'tank-reading':
      return keptTankReading(form);
    case 'undo':
      return told(undoComing(sessionId), true);
    case 'end-early':
      return told(endEarly(sessionId));
    case 'start':
      return data(refusalOf('An evening goes on already. Its next run begins from its own button.', liveRunTitle()?.id ?? null), {
        status: 409,
      });
    case 'proposal-no':
    case 'proposal-kept':
      answerProposal(form);
      return null;
    default: {
      const posted = postedChange(intent, form, () => comingDraft(sessionId, queuedOf(sessionId)).arrangement ?? []);
      if (posted.ok) return told(changeComing(sessionId, posted.change));
      return data(posted.refusal, { status: posted.status });
    }
  }
}

/** `undone` says that it was a change taken back, which is not itself taken back by the same button. */
function told(changed: Changed, undone = false) {
  return changed.ok ? { moved: changed.moved, undone, field: undefined } : data(refusalOf(changed.message), { status: 409 });
}
