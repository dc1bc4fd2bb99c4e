import { getFormProps } from '@conform-to/react';
import { Form, redirect } from 'react-router';
import { readTipsAway } from '../../../core/run/tips.ts';
import { usualHabits } from '../../run/evening/usual-habits.server.ts';
import { draftOfSession, openSessionId } from '../../server/runs/runs.server.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, TextField } from '../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../ui/forms/form.ts';
import { readForm } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { PageHead } from '../../ui/page-head.tsx';
import { readDraftDocument } from '../draft/draft.ts';
import { readDraft, writeDraft } from '../draft/tonight.server.ts';
import { changeComingHabits } from '../under-way/change.server.ts';
import type { Route } from './+types/habits.ts';
import { QUESTIONS } from './habit-questions.ts';
import { formFromHabits, habitsFromForm, habitsSchema } from './habits-schema.ts';

const habitsChecked = schemaOnDemand(async () => (await import('./habits-schema.ts')).habitsSchema);

export const meta: Route.MetaFunction = () => [{ title: 'Habits · Steady Reel' }];

export function loader() {
  const sessionId = openSessionId();
  const draft = sessionId === null ? readDraft() : readDraftDocument(draftOfSession(sessionId));
  return {
    goesOn: sessionId !== null,
    habits: formFromHabits(draft.habits ?? usualHabits()),
    tipsAway: readTipsAway(storedSetting('tips')).length,
  };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const read = readForm(habitsSchema, form);
  if (!read.ok) return read.reply;
  const habits = habitsFromForm(read.value);
  const { habits: _, ...draft } = readDraft();
  const sessionId = openSessionId();
  if (form.get('for') === 'tonight' && sessionId !== null) {
    const changed = changeComingHabits(sessionId, habits);
    if (!changed.ok) return read.refuse({}, [changed.message]);
  } else if (form.get('for') === 'tonight') writeDraft({ ...draft, habits });
  else {
    writeSetting('habits', { format: 'steady-reel/habits@2', ...habits });
    writeDraft(draft);
  }
  throw redirect('/');
}

export default function HabitsPage({ loaderData, actionData }: Route.ComponentProps) {
  const [form, fields] = useCheckedForm([habitsChecked], actionData, loaderData.habits);
  const extra: Record<string, React.ReactNode> = {
    prewash: <TextField className="mt-3 max-w-56" field={fields.prewashS} label="Prewash takes" unit="s" figures hint="60 if empty" />,
    clock: (
      <TextField
        className="mt-3 max-w-56"
        field={fields.changeoverS}
        label="Hands need between baths"
        unit="s"
        figures
        hint="on top of filling and draining"
      />
    ),
    agitation: (
      <div className="mt-3 flex flex-wrap gap-4">
        <TextField className="w-44" field={fields.initialS} label="First without a pause" unit="s" figures hint="15 if empty" />
        <TextField className="w-44" field={fields.inversions} label="Inversions each time" figures hint="4 if empty" />
      </div>
    ),
    drying: (
      <TextField className="mt-3 max-w-56" field={fields.dryingH} label="In this house it takes" unit="h" figures hint="2 if empty" />
    ),
    washing: (
      <div className="mt-3 flex flex-wrap gap-4">
        <TextField className="w-44" field={fields.washS} label="A wash takes" unit="s" figures hint="180 if empty" />
        <TextField className="w-44" field={fields.washN} label="Changes" figures hint="7 if empty" />
      </div>
    ),
  };
  return (
    <>
      <PageHead title="Habits">Your own way where schools differ. It holds for every session until you change it.</PageHead>
      <Form method="post" {...getFormProps(form)} className="grid gap-4 md:grid-cols-2">
        {QUESTIONS.map((question) => {
          const field = fields[question.name as keyof typeof fields];
          return (
            <Card key={question.name} role="radiogroup" aria-labelledby={`${question.name}-asks`}>
              <h2 id={`${question.name}-asks`} className="mb-1 font-bold">
                {question.asks}
              </h2>
              {question.schools.map((school) => (
                <label key={school.value} className="flex gap-3 rounded px-1 py-2 hover:bg-porcelain">
                  <input
                    type="radio"
                    name={question.name}
                    value={school.value}
                    defaultChecked={field.initialValue === school.value}
                    className="mt-0.5 size-5 shrink-0 accent-petrol"
                  />
                  <span>
                    <span className="font-semibold">{school.label}</span>
                    <span className="block text-sm text-quiet">{school.does}</span>
                  </span>
                </label>
              ))}
              {extra[question.name]}
            </Card>
          );
        })}
        <div className="flex flex-wrap gap-3 md:col-span-2">
          <FormErrors errors={form.errors} />
          <Button filled name="for" value="always">
            Keep these habits
          </Button>
          <Button name="for" value="tonight">
            {loaderData.goesOn ? 'For what is still to come tonight' : 'For this session only'}
          </Button>
          <LinkButton to="/">Leave them as they were</LinkButton>
        </div>
      </Form>
      {loaderData.tipsAway > 0 && (
        <Form method="post" action="/tips" className="mt-6 flex flex-wrap items-center gap-3">
          <input type="hidden" name="back" value="/habits" />
          <p className="text-quiet">
            {loaderData.tipsAway === 1 ? 'One tip at the Bench is' : `${loaderData.tipsAway} tips at the Bench are`} put away.
          </p>
          <Button name="all-back" value="yes">
            Say them again
          </Button>
        </Form>
      )}
    </>
  );
}
