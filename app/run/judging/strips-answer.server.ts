import { answerOfStrips, type StripsAnswer } from '../../../core/inspection/strips/strips-answer.ts';
import { figureOf } from '../../../core/inspection/strips/strip-measure.ts';
import { isMainDeveloper } from '../../../core/kit/kind.ts';
import { withoutOwnS } from '../../../core/run/state/plan-as-run.ts';
import { trendOf } from '../../../core/run/trend.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { findRoll } from '../../server/rolls.server.ts';
import { measuresInOrder, type ChartedMeasure } from '../../server/runs/measures.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { stateOfRun } from '../acts/run-state.server.ts';
import type { Compares } from './strip-chart.server.ts';

/** What the person's own strips say of the newest one, and the developer that a margin would be for. */
export interface StripsSay {
  readonly answer: StripsAnswer;
  /** How much less range the newest strip has than the line through the others. */
  readonly lacks: number | null;
  readonly batchId: string;
  readonly kitId: string;
  readonly bath: string;
  readonly developer: string;
}

interface Dosed {
  readonly strip: ChartedMeasure;
  readonly film: string;
  readonly range: number;
  readonly dose: number;
  readonly plannedS: number;
  readonly bath: string;
  readonly developer: string;
}

/** From strips of one scanner, setting and process whose runs gave a dose that is known (domain.md 20); null where there is none. */
export function whatStripsSay(compares: Compares): StripsSay | null {
  // Each strip's run is folded for its dose: a page that is looked at again folds none.
  return whileUnchanged('strips-answer', () => stripsSay(compares), `${compares.process} ${compares.scanner}`);
}

function stripsSay({ scanner, process }: Compares): StripsSay | null {
  const dosed = measuresInOrder()
    .filter((strip) => strip.scanner === scanner && strip.process === process)
    .flatMap(withDose);
  const newest = dosed.at(-1);
  const batch = newest && findBatch(newest.strip.batchId);
  if (!newest || !batch) return null;
  const others = alike(dosed.slice(0, -1), newest.film);
  const answer = answerOfStrips(others, { range: newest.range, dose: newest.dose, seconds: newest.plannedS });
  const mean = others.reduce((sum, { range }) => sum + range, 0) / Math.max(1, others.length);
  return {
    answer,
    lacks: 'extraS' in answer ? Math.round((mean - newest.range) * 100) / 100 : null,
    batchId: batch.id,
    kitId: batch.kit.id,
    bath: newest.bath,
    developer: newest.developer,
  };
}

function withDose(strip: ChartedMeasure): Dosed[] {
  const run = findRun(strip.runId);
  const step = run?.plan.steps.find((each) => isMainDeveloper(each.kind));
  const dose = run ? trendOf(run.plan, stateOfRun(run)).doseShare : null;
  if (!step || dose === null || !(dose > 0)) return [];
  const film = strip.rollId === null ? '' : (findRoll(strip.rollId)?.film ?? '');
  return [
    { strip, film, range: figureOf(strip.measure, 'range'), dose, plannedS: withoutOwnS(step), bath: step.bath, developer: step.name },
  ];
}

/** Of one film as they are; of several each film's own mean is taken off, and that of the newest strip's film put in its place. */
function alike(strips: readonly Dosed[], film: string): { readonly range: number; readonly dose: number }[] {
  const meanOf = (name: string) => {
    const own = strips.filter((strip) => strip.film === name);
    return own.length === 0 ? null : own.reduce((sum, { range }) => sum + range, 0) / own.length;
  };
  const whole = strips.reduce((sum, { range }) => sum + range, 0) / Math.max(1, strips.length);
  const to = meanOf(film) ?? whole;
  return strips.map((strip) => ({ dose: strip.dose, range: strip.range - (meanOf(strip.film) ?? whole) + to }));
}
