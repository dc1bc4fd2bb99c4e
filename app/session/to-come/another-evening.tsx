import { getFormProps } from '@conform-to/react';
import { nanoid } from 'nanoid';
import { Form, redirect } from 'react-router';
import { addDays, format } from 'date-fns';
import { TZDate } from '@date-fns/tz';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { keepEvening } from '../../server/evenings.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { FormErrors, TextField } from '../../ui/forms/fields.tsx';
import { readForm, textOf, useCheckedForm } from '../../ui/forms/form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
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
  const [form, fields] = useCheckedForm(keepSchema, actionData?.kept, { onDay: tomorrow, firstPour: '19:30' });
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
            <Form method="post" {...getFormProps(form)} className="flex flex-wrap items-end gap-3">
              <input type="hidden" name="once" value={once} />
              <TextField field={fields.name} label="Keep this evening as" className="w-52" />
              <TextField field={fields.onDay} label="Day" type="date" className="w-44" figures />
              <TextField field={fields.firstPour} label="First pour" className="w-28" figures />
              <Button filled name="intent" value="keep" className="min-h-11">
                Keep it
              </Button>
              <FormErrors errors={form.errors} />
              <LinkButton to="/">{goesOn ? 'Back to tonight' : 'Back'}</LinkButton>
            </Form>
          )
        }
      />
      <KeptEvenings evenings={toCome} letGo={null} />
    </>
  );
}
