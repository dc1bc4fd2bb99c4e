import { textOf } from '../ui/form.ts';
import { data, Form, Link, redirect } from 'react-router';
import { bottlesOfRun } from '../run/bottles-of-run.server.ts';
import { plannedAndActual } from '../../core/run/planned-and-actual.ts';
import { showDuration, showDurationChange } from '../../core/units/duration.ts';
import { showTemperature } from '../../core/units/temperature.ts';
import { stateOfRun } from '../run/run-log.server.ts';
import { rollsOfRun } from '../server/rolls.server.ts';
import { draftOfSession, findRun, openSessionId, setRunVerdict } from '../server/runs.server.ts';
import { shownInstant } from '../server/clock.server.ts';
import { writeSetting } from '../server/settings.server.ts';
import { INPUT } from '../ui/fields.tsx';
import { Button, Card, Label, Notice, PageHead } from '../ui/parts.tsx';
import { Strip } from '../ui/strip.tsx';
import { useUnits } from '../ui/units.ts';
import type { Route } from './+types/run.ts';
import { LookAtTheStrip } from './look-at-the-strip.tsx';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.plan.title ?? 'A run'} · Steady Reel` }];

export function loader({ params }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('The logbook has no such run.', { status: 404 });
  if (run.state === 'live') throw redirect(`/bench/${run.id}`);
  const state = stateOfRun(run);
  const firstMs = state.actual.find((step) => step)?.startMs ?? null;
  return {
    id: run.id,
    plan: run.plan,
    verdict: run.verdict,
    state: run.state,
    when: run.endedAtMs === null ? 'never begun' : shownInstant(firstMs ?? run.endedAtMs, "EEEE d MMMM yyyy, 'first pour' HH:mm:ss"),
    steps: plannedAndActual(run.plan, state),
    notes: state.notes.map((note) => ({ at: shownInstant(note.atMs, 'HH:mm:ss'), text: note.text })),
    skipped: state.skippedChecks,
    givenUp: state.givenUp,
    bottles: bottlesOfRun(run).map(({ name, code, standing }) => ({ name, code, standing })),
    rolls: rollsOfRun(run.id).map((roll) => ({ id: roll.id, name: roll.name, film: roll.film })),
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const form = await request.formData();
  if (form.get('intent') === 'again') {
    const run = findRun(params.runId);
    // Its rolls are done: what carries over is how the evening was set, not which roll went where. Its document is the Session place's own to read; here only what must not come back is taken out.
    const draft = run ? draftOfSession(run.sessionId) : null;
    if (typeof draft === 'object' && draft !== null) writeSetting('draft', { ...draft, arrangement: null, excluded: [] });
    // Tonight's own plan is not on the table while an evening goes on.
    throw redirect(openSessionId() === null ? '/' : '/evenings/new');
  }
  if (!findRun(params.runId)) throw data('The logbook has no such run.', { status: 404 });
  setRunVerdict(params.runId, textOf(form, 'verdict').trim().slice(0, 2000));
  throw redirect(`/logbook/${params.runId}`);
}

export default function RunPage({ loaderData }: Route.ComponentProps) {
  const { plan, steps, notes, rolls, when, verdict, givenUp, skipped, bottles } = loaderData;
  const { temperature } = useUnits();
  return (
    <>
      <PageHead title={plan.rollNames.join(', ')}>
        {plan.title}. {when}
      </PageHead>
      {givenUp && (
        <div className="mb-4">
          <Notice>
            Given up{givenUp.reason && `: ${givenUp.reason}`}.{' '}
            {givenUp.countsRolls ? 'Its rolls counted for the batch.' : 'Its rolls wait again.'}
          </Notice>
        </div>
      )}
      <Card className="mb-4">
        <Strip steps={plan.steps.map((step) => ({ id: step.bath, kind: step.kind, name: step.name, seconds: step.seconds }))} />
      </Card>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
        <Card>
          <h2 className="mb-2 font-bold">Planned and as it was</h2>
          <table className="w-full">
            <thead>
              <tr className="border-b border-line text-left text-sm text-quiet">
                <th className="py-1.5 font-normal">Bath</th>
                <th className="text-right font-normal max-sm:hidden">from</th>
                <th className="pl-3 text-right font-normal">planned</th>
                <th className="pl-3 text-right font-normal">was</th>
                <th className="pl-3 text-right font-normal max-sm:hidden">off by</th>
              </tr>
            </thead>
            <tbody>
              {steps.map((step, i) => (
                <tr key={step.bath + String(i)} className="border-b border-line last:border-0">
                  <th scope="row" className="py-2 text-left font-semibold">
                    {step.name}
                    {step.got?.words && (
                      <span className={`block text-sm font-normal ${step.got.verdict === 'on-time' ? 'text-quiet' : 'text-hot'}`}>
                        {step.got.words}
                      </span>
                    )}
                    {step.own && <span className="block text-sm font-normal text-quiet">{step.own.words}</span>}
                    {plan.steps[i]?.critical && plan.steps[i].pourC !== null && (
                      <span className="block text-sm font-normal text-quiet">
                        planned to be poured at {showTemperature(plan.steps[i].pourC, temperature)}
                      </span>
                    )}
                    {step.readings.length > 0 && (
                      <span className="block text-sm font-normal text-quiet">
                        {step.readings
                          .map(
                            (reading) =>
                              `${showTemperature(reading.c, temperature)} at ${showDuration(reading.atS)}${reading.thermometer ? ` by ${reading.thermometer}` : ''}`,
                          )
                          .join(', ')}
                      </span>
                    )}
                  </th>
                  <td className="figure text-right text-quiet max-sm:hidden">
                    {step.startedAtS === null ? '' : showDuration(step.startedAtS)}
                  </td>
                  <td className="figure text-right">{showDuration(step.plannedS)}</td>
                  <td className="figure text-right font-semibold text-teal">
                    {step.skipped ? 'skipped' : step.actualS === null ? 'not run' : showDuration(step.actualS)}
                  </td>
                  <td className="figure text-right text-quiet max-sm:hidden">
                    {step.actualS === null ? '' : showDurationChange(step.actualS - step.plannedS)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Card>
        <div className="space-y-4">
          <Card>
            <h2 className="mb-2 font-bold">Rolls</h2>
            <ul className="space-y-1">
              {rolls.length > 0
                ? rolls.map((roll) => (
                    <li key={roll.id}>
                      <Link className="underline" to={`/rolls/${roll.id}`}>
                        {roll.name}
                      </Link>{' '}
                      <span className="text-quiet">{roll.film}</span>
                    </li>
                  ))
                : plan.rollNames.map((name) => <li key={name}>{name}</li>)}
            </ul>
            <div className="mt-3 space-y-1 border-t border-line pt-2 text-[0.95rem]">
              <Label figure={plan.batchName}>Batch</Label>
              <Label figure={`roll ${plan.rollNumber}`}>Up to</Label>
              <Label figure={plan.tankName}>Tank</Label>
            </div>
          </Card>
          <LookAtTheStrip />
          <Form method="post">
            <Button name="intent" value="again" className="w-full">
              Plan an evening like this one
            </Button>
          </Form>
          {bottles.length > 0 && (
            <Card>
              <h2 className="font-bold">Its bottles</h2>
              <ul className="mt-1 divide-y divide-line">
                {bottles.map((bottle) => (
                  <li key={bottle.code}>
                    <Link className="flex min-h-11 items-center justify-between gap-3 hover:underline" to={`/shelf/bottles/${bottle.code}`}>
                      <span>
                        {bottle.name} <span className="figure text-quiet">{bottle.code}</span>
                      </span>
                      <span className={bottle.standing === 'good' ? 'text-quiet' : 'font-semibold text-hot'}>{bottle.standing}</span>
                    </Link>
                  </li>
                ))}
              </ul>
              <p className="mt-2 text-sm text-quiet">Something got into one of them? Open it and write it down.</p>
            </Card>
          )}
          <Card>
            <h2 className="mb-2 font-bold">Notes</h2>
            {notes.length === 0 ? (
              <p className="text-quiet">None were made at the Bench.</p>
            ) : (
              <ul className="space-y-1.5">
                {notes.map((note) => (
                  <li key={note.at + note.text}>
                    <span className="figure text-sm text-quiet">{note.at}</span> {note.text}
                  </li>
                ))}
              </ul>
            )}
            {skipped.length > 0 && <p className="mt-2 text-sm text-quiet">Not ticked before the first pour: {skipped.join(', ')}.</p>}
            <Form method="post" className="mt-3">
              <label htmlFor="verdict" className="font-semibold">
                What it taught
              </label>
              <textarea id="verdict" name="verdict" defaultValue={verdict} rows={3} maxLength={2000} className={`${INPUT} py-2`} />
              <Button className="mt-2">Keep</Button>
            </Form>
          </Card>
        </div>
      </div>
    </>
  );
}
