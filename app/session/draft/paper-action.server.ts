import { data } from 'react-router';
import { usualHabits } from '../../run/evening/usual-habits.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { changeEvening } from '../evening/evening-change.server.ts';
import { startTonight } from '../run-acts/replan.server.ts';
import { toTheBench } from '../run-acts/to-the-bench.ts';
import { withChange } from './draft.ts';
import { answerProposal } from './proposal-answer.server.ts';
import { postedChange, refusalOf } from './posted-change.server.ts';
import { keepTankReading } from './tank-reading.server.ts';
import { readDraft, tonight, writeDraft } from './tonight.server.ts';
import { wayRefusal } from '../way/way-check.server.ts';

/** What a person changes of an evening that has not begun, whichever page it is laid out on. */
export function changeOnPaper(form: FormData) {
  const intent = textOf(form, 'intent');
  switch (intent) {
    case 'start':
      return toTheBench(startTonight());
    case 'evening':
      return changedEvening(form);
    case 'tank-reading':
      return keptTankReading(form);
    case 'undo': {
      const { before } = readDraft();
      if (before) writeDraft(before);
      return null;
    }
    case 'proposal-no':
    case 'proposal-kept':
      answerProposal(form);
      return null;
    default:
      return changeDraft(intent, form);
  }
}

export function keptTankReading(form: FormData) {
  const refusal = keepTankReading(form);
  return refusal ? data(refusal, { status: 422 }) : null;
}

export function changedEvening(form: FormData) {
  const refusal = changeEvening(form);
  return refusal ? data(refusalOf(refusal), { status: 422 }) : null;
}

/** Each change keeps the draft before it, so that one press takes it back. */
function changeDraft(kind: string, form: FormData) {
  const posted = postedChange(kind, form, () => tonight().evening.runs);
  if (!posted.ok) return data(posted.refusal, { status: posted.status });
  const { before: _, ...draft } = readDraft();
  const next = withChange(draft, posted.change, usualHabits());
  const broken = wayRefusal(next, posted.change);
  if (broken) return data(refusalOf(broken), { status: 422 });
  writeDraft({ ...next, before: draft });
  return null;
}
