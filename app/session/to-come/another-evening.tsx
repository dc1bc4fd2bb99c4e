import { nanoid } from 'nanoid';
import { redirect } from 'react-router';
import { addDays, format } from 'date-fns';
import { TZDate } from '@date-fns/tz';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { keepEvening } from '../../server/evenings.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { LinkButton } from '../../ui/button.tsx';
import { readForm, textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Later } from '../../ui/later.tsx';
import { onDemand } from '../../ui/on-demand.ts';
import { changeOnPaper } from '../draft/paper-action.server.ts';
import { readDraft, tonight } from '../draft/tonight.server.ts';
import { eveningPage } from '../evening/evening-page.server.ts';
import { eveningPlan } from '../evening/evening-plan.server.ts';
import { Planned } from '../evening/planned.tsx';
import { keepForNextTime } from '../run-acts/replan.server.ts';
import { openedIn } from '../evening/opened-in.ts';
import type { Route } from './+types/another-evening.ts';
import { eveningsToCome, keptDraft } from './evenings-to-come.server.ts';
import { keepSchema } from './keep-evening.ts';
import { KeptEvenings } from './kept-evenings.tsx';

/** The evening is looked at first, and kept when it is as it should be. */
const { part } = onDemand(() => import('./keep-form.tsx'));
const KeepForm = part((module) => module.KeepForm);

export { looksOnly as shouldRevalidate } from '../evening/opened-in.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Another evening · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const evening = tonight();
  const atMs = nowMs();
  return {
    page: eveningPage(evening, eveningPlan(evening, atMs), atMs, openedIn(new URL(request.url))),
    goesOn: openSessionId() !== null,
    tomorrow: format(addDays(new TZDate(atMs, personsZone()), 1), 'yyyy-MM-dd'),
    toCome: eveningsToCome(),
    once: nanoid(),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  if (textOf(form, 'intent') !== 'keep') {
    const changed = changeOnPaper(form);
    return { changed, kept: null };
  }
  const read = readForm(keepSchema, form);
  if (!read.ok) return { changed: null, kept: read.reply };
  const evening = tonight();
  const { before: _, ...draft } = readDraft();
  const arrangement = evening.evening.runs.map(({ tankId, batchId, rollIds }) => ({ tankId, batchId, rollIds }));
  if (arrangement.length === 0) return { changed: null, kept: read.refuse({}, ['There is no run to keep. Choose at least one roll.']) };
  if (read.value.onDay < today())
    return { changed: null, kept: read.refuse({ onDay: ['That day is past. Give today or a day to come.'] }) };
  keepEvening({ id: onceOf(form), ...read.value, draft: keptDraft({ ...draft, arrangement, excluded: [] }) }, nowMs());
  keepForNextTime(draft);
  throw redirect('/');
}

export default function AnotherEvening({ loaderData, actionData }: Route.ComponentProps) {
  const { page, goesOn, tomorrow, toCome, once } = loaderData;
  const changed = actionData?.changed ?? null;
  return (
    <>
      <Planned
        page={page}
        refusal={changed && 'data' in changed ? changed.data : null}
        instead={
          page.evening.runs.length === 0 ? (
            <LinkButton to="/">{goesOn ? 'Back to tonight' : 'Back'}</LinkButton>
          ) : (
            <Later>
              <KeepForm {...{ tomorrow, goesOn, once }} reply={actionData?.kept} />
            </Later>
          )
        }
      />
      <KeptEvenings evenings={toCome} letGo={null} />
    </>
  );
}
