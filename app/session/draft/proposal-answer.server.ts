import { PROCESSES } from '../../../core/film/process.ts';
import { putProposalAway } from '../../run/judging/proposals.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { saveLesson } from '../../server/runs/lessons.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';

/**
 * What a person says to a proposal: no for good, or to be reminded of it with the film. Either way it is not made again.
 */
export function answerProposal(form: FormData): void {
  const film = textOf(form, 'film').trim().slice(0, 120);
  const process = PROCESSES.find((each) => each === textOf(form, 'process'));
  const kind = textOf(form, 'proposal') === 'longer' ? 'longer' : 'more-light';
  if (film === '' || !process) return;
  const speed = Number(textOf(form, 'speed'));
  if (textOf(form, 'intent') === 'proposal-kept' && Number.isInteger(speed) && speed > 0 && speed <= 25_600)
    saveLesson(
      {
        id: `speed-${process}-${film}`,
        text: `Expose ${film} at ${speed}: it came out thin with its full dose.`,
        about: { kind: 'film', is: film, name: film },
        at: 'planning',
        runId: null,
      },
      nowMs(),
    );
  putProposalAway(film, process, kind);
}
