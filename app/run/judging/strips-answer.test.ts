import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import type { StripMeasure } from '../../../core/inspection/strips/strip-measure.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { addMeasure, setMeasureDeleted } from '../../server/runs/measures.server.ts';
import { storeBatch, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { storeDoneRun } from '../acts/a-done-run.fixture.ts';
import { whatStripsSay } from './strips-answer.server.ts';

const COMPARES = { scanner: 'Flatbed, 2400', process: 'C-41' } as const;
const SHARES = [0.88, 0.92, 0.95, 0.98, 1, 1.02, 1.06, 1.1, 1];
const flat = (value: number) => ({ r: value, g: value, b: value });
const measured = (range: number): StripMeasure =>
  ({ base: flat(0.2), leader: flat(0.2 + range), range: flat(range), redGreen: 0, blueGreen: 0 }) as unknown as StripMeasure;

/** Nine runs of one film whose strips lie on a line; the last has the plain dose and is a tenth of a range short. */
beforeAll(() => {
  storeTank('One', 1);
  storeBatch('batch', 0);
  SHARES.forEach((share, i) => {
    const id = `run-${i}`;
    storeDoneRun(id, {
      batchId: 'batch',
      tankId: 'One',
      on: `2026-0${i + 1}-02`,
      rolls: [{ id: `roll-${i}`, film: 'Fennel 200' }],
      shares: { developer: share },
    });
    const short = i === SHARES.length - 1 ? 0.1 : 0;
    addMeasure(
      {
        id: `strip-${i}`,
        runId: id,
        rollId: `roll-${i}`,
        scanner: COMPARES.scanner,
        measure: measured(1.7 + 1.2 * Math.log(share) - short),
        good: true,
        atMs: i,
      },
      null,
    );
  });
});

test('eight strips on a line answer the ninth: so much longer as its range is short, for the developer of its kit', () => {
  const say = whatStripsSay(COMPARES);
  const plannedS = findRun('run-8')?.plan.steps.find(({ critical }) => critical)?.seconds ?? NaN;
  // 0.1 of range at 1.2 a unit of ln(dose): e^0.0833 − 1 of the planned time.
  const wanted = plannedS * (Math.exp(0.1 / 1.2) - 1);
  expect(say).toMatchObject({ batchId: 'batch', kitId: 'house-c41-three-bath', bath: 'developer' });
  const answer = say?.answer;
  if (!answer || !('extraS' in answer)) throw new Error(JSON.stringify(answer));
  // Doses are those of whole seconds that hands gave.
  expect(Math.abs(answer.extraS - wanted)).toBeLessThanOrEqual(1);
  expect(answer.plusMinusS).toBeLessThan(4);
});

test('with fewer it says how many are missing, and of another scanner or process nothing', () => {
  setMeasureDeleted('strip-0', 1);
  setMeasureDeleted('strip-1', 1);
  expect(whatStripsSay(COMPARES)?.answer).toEqual({ missing: 2 });
  expect(whatStripsSay({ ...COMPARES, scanner: 'Camera' })).toBeNull();
  expect(whatStripsSay({ ...COMPARES, process: 'E-6' })).toBeNull();
});
