import Papa from 'papaparse';
import { MEASURES, figureOf } from '../../../core/inspection/strips/strip-measure.ts';
import { plannedAndActual } from '../../../core/run/state/planned-and-actual.ts';
import { trendOf } from '../../../core/run/trend.ts';
import { stateOfRun } from '../../run/acts/run-state.server.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { measuresInOrder } from '../../server/runs/measures.server.ts';
import { verdictsOf } from '../../server/runs/run-search.server.ts';
import { endedRuns } from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { harmless } from '../../ui/csv-cell.ts';

export const TABLES = ['runs', 'readings', 'measures'] as const;
export type TableName = (typeof TABLES)[number];

type Cell = string | number | null;

const asTime = (atMs: number | null) => (atMs === null ? null : shownInstant(atMs, "yyyy-MM-dd'T'HH:mm:ssxxx"));

/** A table of the book for a spreadsheet: degrees Celsius, millilitres, seconds, and times in the person’s zone. */
export function tableAsCsv(name: TableName): string {
  const { fields, rows } = { runs: runsTable, readings: readingsTable, measures: measuresTable }[name]();
  return Papa.unparse({
    fields: [...fields],
    data: rows.map((row) => row.map((cell) => (typeof cell === 'string' ? harmless(cell) : cell))),
  });
}

interface Table {
  readonly fields: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

function runsTable(): Table {
  const { runs } = endedRuns(-1, 0);
  const verdicts = verdictsOf(runs.map(({ id }) => id));
  return {
    fields: [
      'id',
      'ended',
      'ended_as',
      'rolls',
      'process',
      'kit',
      'batch',
      'tank',
      'roll_number',
      'push_stops',
      'treatment',
      'planned_s',
      'dose_share',
      'off_c',
      'between_s',
      'worst_off_s',
      'verdict',
      'in_a_word',
      'repair_of',
      'zone',
    ],
    rows: runs.map((run) => {
      const { plan } = run;
      const trend = trendOf(plan, stateOfRun(run));
      return [
        run.id,
        asTime(run.endedAtMs),
        run.state,
        plan.rollNames.join(', '),
        plan.process,
        plan.kitName,
        plan.batchName,
        plan.tankName,
        plan.rollNumber,
        plan.pushStops,
        plan.treatment ?? 'normal',
        plan.totalS,
        trend.doseShare === null ? null : Math.round(trend.doseShare * 1000) / 1000,
        trend.offC,
        trend.betweenS,
        trend.worstOffS,
        verdicts.get(run.id) ?? null,
        run.verdict,
        run.repairs,
        personsZone(),
      ];
    }),
  };
}

function readingsTable(): Table {
  return {
    fields: ['run', 'bath', 'at_s', 'c', 'thermometer'],
    rows: endedRuns(-1, 0).runs.flatMap((run) =>
      plannedAndActual(run.plan, stateOfRun(run)).flatMap((step) =>
        step.readings.map((reading) => [run.id, step.bath, reading.atS, reading.c, reading.thermometer ?? '']),
      ),
    ),
  };
}

function measuresTable(): Table {
  return {
    fields: [
      'id',
      'run',
      'run_ended',
      'roll',
      'scanner',
      'good',
      ...MEASURES.map((name) => name.replace('-', '_')),
      ...['base', 'leader'].flatMap((part) => ['r', 'g', 'b'].map((channel) => `${part}_${channel}`)),
    ],
    rows: measuresInOrder().map(({ measure, ...strip }) => [
      strip.id,
      strip.runId,
      asTime(strip.runEndedAtMs),
      strip.rollId,
      strip.scanner,
      strip.good ? 'yes' : 'no',
      ...MEASURES.map((name) => Math.round(figureOf(measure, name) * 1000) / 1000),
      ...[measure.base, measure.leader].flatMap(({ r, g, b }) => [r, g, b].map((value) => Math.round(value * 1000) / 1000)),
    ]),
  };
}
