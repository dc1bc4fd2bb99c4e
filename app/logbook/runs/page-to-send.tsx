import { renderToStaticMarkup } from 'react-dom/server';
import { data } from 'react-router';
import { filmOf } from '../../../core/film/process.ts';
import { seenInWords, VERDICT_WORDS } from '../../../core/inspection/inspection-words.ts';
import { isDeveloper, isWater, type StepKind } from '../../../core/kit/kind.ts';
import { plannedAndActual, type ComparedStep } from '../../../core/run/state/planned-and-actual.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { textIn } from '../../../core/units/sentence.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { judgementOf } from '../../run/acts/run-record.server.ts';
import { stateOfRun } from '../../run/acts/run-state.server.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { lessonsOfRun } from '../../server/runs/lessons.server.ts';
import { looksOfRun } from '../../server/runs/looks.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { StripDrawn } from '../inspection/drawings.tsx';
import type { Route } from './+types/page-to-send.ts';

const STYLE = `
  body { font: 15px/1.5 system-ui, sans-serif; color: #0b2b30; max-width: 46rem; margin: 2rem auto; padding: 0 1rem; }
  h1 { font-size: 1.5rem; margin: 0; } h2 { font-size: 1.1rem; margin: 1.6rem 0 .4rem; }
  table { border-collapse: collapse; width: 100%; } td, th { border-bottom: 1px solid #cfdad5; padding: .35rem .4rem; text-align: left; font-weight: normal; }
  td.figure { font-variant-numeric: tabular-nums; text-align: right; } .quiet { color: #47656a; } svg { width: 100%; height: auto; }
  dt { font-weight: 600; } dd { margin: 0 0 .3rem; }
  @media print { body { margin: 0; max-width: none; } h2 { break-after: avoid; } tr { break-inside: avoid; } }
`;

/** A run as one page that needs nothing beside it: to print, to keep as PDF, or to send. */
export function loader({ params }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run || run.endedAtMs === null) throw data('The logbook has no such run.', { status: 404 });
  const { plan } = run;
  const state = stateOfRun(run);
  const film = filmOf(plan.process);
  const units = storedUnits();
  const [look] = looksOfRun(run.id);
  const judgement = look ? judgementOf(run, look) : null;
  const page = (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width" />
        <title>{`${plan.rollNames.join(', ')} · Steady Reel`}</title>
        <style>{STYLE}</style>
      </head>
      <body>
        <main>
          <h1>{plan.rollNames.join(', ')}</h1>
          <p className="quiet">
            {plan.title}. {shownInstant(run.endedAtMs, 'EEEE d MMMM yyyy, HH:mm')}. {plan.kitName}, {plan.batchName}, roll {plan.rollNumber}
            ; {plan.tankName}.
          </p>
          <RunStrip steps={plan.steps} />
          <h2>Planned and as it was</h2>
          <Steps steps={plannedAndActual(plan, state)} temperature={(c) => showTemperature(c, units.temperature)} />
          {look && judgement && (
            <>
              <h2>{VERDICT_WORDS[judgement.verdict]}</h2>
              <StripDrawn seen={look.seen} film={film} says={seenInWords(look.seen, film)} />
              <p>
                {seenInWords(look.seen, film)} {look.note}
              </p>
              {judgement.causes.slice(0, 3).map((cause) => (
                <dl key={cause.id}>
                  <dt>{cause.title}</dt>
                  <dd>For: {cause.for.map((said) => textIn(said, units)).join(' ')}</dd>
                  {cause.against.length > 0 && <dd>Against: {cause.against.map((said) => textIn(said, units)).join(' ')}</dd>}
                  <dd>Next time: {cause.nextTime}</dd>
                </dl>
              ))}
            </>
          )}
          {(run.verdict || lessonsOfRun(run.id).length > 0) && <h2>What it taught</h2>}
          {run.verdict && <p>{run.verdict}</p>}
          <ul>
            {lessonsOfRun(run.id).map((lesson) => (
              <li key={lesson.id}>{lesson.text}</li>
            ))}
          </ul>
          {state.notes.length > 0 && (
            <>
              <h2>Notes of the Bench</h2>
              <ul>
                {state.notes.map((note) => (
                  <li key={`${note.atMs} ${note.text}`}>
                    {shownInstant(note.atMs, 'HH:mm:ss')} {note.text}
                  </li>
                ))}
              </ul>
            </>
          )}
        </main>
      </body>
    </html>
  );
  return new Response(`<!doctype html>${renderToStaticMarkup(page)}`, {
    headers: { 'Content-Type': 'text/html; charset=utf-8', 'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'" },
  });
}

function fillOf(kind: StepKind): string {
  if (isDeveloper(kind)) return '#0f3d42';
  return isWater(kind) ? '#dfe9e5' : '#9fbcb4';
}

/** The run lying on its side, in plain shapes. */
function RunStrip({ steps }: { readonly steps: readonly { readonly id: string; readonly kind: StepKind; readonly seconds: number }[] }) {
  const total = steps.reduce((sum, step) => sum + step.seconds, 0) || 1;
  const starts = steps.map((_, i) => steps.slice(0, i).reduce((sum, step) => sum + step.seconds, 0));
  return (
    <svg viewBox="0 0 700 26" aria-hidden="true">
      {steps.map((step, i) => (
        <rect
          key={step.id}
          x={((starts[i] ?? 0) / total) * 700}
          width={Math.max(1, (step.seconds / total) * 700 - 1)}
          height="26"
          fill={fillOf(step.kind)}
        />
      ))}
    </svg>
  );
}

function Steps({ steps, temperature }: { readonly steps: readonly ComparedStep[]; readonly temperature: (c: number) => string }) {
  return (
    <table>
      <thead>
        <tr className="quiet">
          <th>Bath</th>
          <th>planned</th>
          <th>was</th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step, i) => (
          <tr key={step.bath + String(i)}>
            <th scope="row">
              {step.name}
              {step.got?.words && <div className="quiet">{step.got.words}</div>}
              {step.readings.length > 0 && (
                <div className="quiet">
                  {step.readings.map((reading) => `${temperature(reading.c)} at ${showDuration(reading.atS)}`).join(', ')}
                </div>
              )}
            </th>
            <td className="figure">{showDuration(step.plannedS)}</td>
            <td className="figure">{step.skipped ? 'skipped' : step.actualS === null ? 'not run' : showDuration(step.actualS)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
