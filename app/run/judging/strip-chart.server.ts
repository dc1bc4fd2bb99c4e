import { filmOf, type Process } from '../../../core/film/process.ts';
import { MEASURE_WORDS, signalNow, signalPointsTo, type SignalNow } from '../../../core/inspection/signal-words.ts';
import { controlChart, type ControlChart } from '../../../core/inspection/strips/control-chart.ts';
import { figureOf, MEASURES, type MeasureName } from '../../../core/inspection/strips/strip-measure.ts';
import type { StepKind } from '../../../core/kit/kind.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { measuresInOrder, type ChartedMeasure } from '../../server/runs/measures.server.ts';
import type { Run } from '../../server/runs/runs.server.ts';

export interface StripChart extends ControlChart {
  readonly measure: MeasureName;
  readonly points: readonly (ChartedMeasure & { readonly value: number })[];
  readonly signal: SignalNow | null;
}

/** Which strips compare: those of one scanner and setting, and of one process (domain.md 17). */
export type Compares = Pick<ChartedMeasure, 'scanner' | 'process'>;

/** Strips that compare, as a control chart: of one batch, or over all of them. */
export function stripChart(measure: MeasureName, { scanner, process }: Compares, batchId: string | null): StripChart {
  const strips = whileUnchanged('strips', measuresInOrder).filter(
    (strip) => strip.scanner === scanner && strip.process === process && (batchId === null || strip.batchId === batchId),
  );
  return chartOf(measure, strips, process);
}

function chartOf(measure: MeasureName, strips: readonly ChartedMeasure[], process: Process): StripChart {
  const points = strips.map((strip) => ({ ...strip, value: figureOf(strip.measure, measure) }));
  const chart = controlChart(points);
  return {
    measure,
    points,
    ...chart,
    signal: signalNow(
      chart,
      points.map(({ value }) => value),
      measure,
      filmOf(process),
    ),
  };
}

/** The strips that a batch is compared with: its own where there are limits for them, else all of that scanner. */
function chartForBatch(measure: MeasureName, comparing: Compares, batchId: string): StripChart {
  const own = stripChart(measure, comparing, batchId);
  if (own.centre !== null) return own;
  return stripChart(measure, comparing, null);
}

/**
 * Whether the strips of a run’s batch, up to that run, show a falling range: true where its strip gives such a signal,
 * false where it gives none, null where it was not measured or there is nothing to compare it with.
 */
export function rangeFallingAt(run: Pick<Run, 'id' | 'batchId'>): boolean | null {
  const strips = whileUnchanged('strips', measuresInOrder);
  const mine = strips.findLast((strip) => strip.runId === run.id);
  if (!mine) return null;
  const until = strips
    .slice(0, strips.indexOf(mine) + 1)
    .filter((strip) => strip.scanner === mine.scanner && strip.process === mine.process);
  const own = chartOf(
    'range',
    until.filter((strip) => strip.batchId === run.batchId),
    mine.process,
  );
  const chart = own.centre === null ? chartOf('range', until, mine.process) : own;
  return chart.centre === null ? null : chart.signal?.way === 'falling';
}

/** What the strips of a batch say of one of its bottles. */
export interface BottleSignal {
  readonly measure: MeasureName;
  /** Whether a bath of this kind is what the signal points to. */
  readonly pointsTo: (kind: StepKind) => boolean;
  readonly says: string;
}

/** Signals that the last strip of a batch gives, by each figure; none where it was never measured (domain.md 17). */
export function signalsOfBatch(batchId: string): BottleSignal[] {
  const mine = whileUnchanged('strips', measuresInOrder).filter((strip) => strip.batchId === batchId);
  const last = mine.at(-1);
  if (!last) return [];
  return MEASURES.flatMap((measure): BottleSignal[] => {
    const chart = chartForBatch(measure, last, batchId);
    // A batch that was mixed since has nothing to do with what another one showed.
    if (!chart.signal || chart.points.at(-1)?.id !== last.id) return [];
    // Three figures are measured of a strip: which one it is says more than how far it went.
    const says = `${MEASURE_WORDS[filmOf(last.process)][measure].name}, ${lowerFirst(chart.signal.says)}`;
    return [{ measure, says, pointsTo: (kind) => signalPointsTo(measure, kind) }];
  });
}
