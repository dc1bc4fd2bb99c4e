import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import type { Inspection } from '../../../core/inspection/inspection.ts';
import { lessonsInUse } from '../../server/runs/lessons.server.ts';
import { saveLook, setLookDeleted } from '../../server/runs/looks.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { action } from '../../session/tonight/tonight.tsx';
import { tonight } from '../../session/draft/tonight.server.ts';
import { eveningPage } from '../../session/evening/evening-page.server.ts';
import { NOTHING_OPENED } from '../../session/evening/opened-in.ts';
import { eveningPlan } from '../../session/evening/evening-plan.server.ts';
import { post } from '../../ui/forms/posting.fixture.ts';
import { storeDoneRun } from '../acts/a-done-run.fixture.ts';
import { proposalOf } from './proposals.server.ts';

const FILM = 'Sorrel 400';
const KIT = 'house-c41-three-bath';
const thinByLight: Inspection = { edge: 'normal', frames: 'thin', colour: 'right', marks: [] };
const thinByDeveloper: Inspection = { edge: 'thin', frames: 'thin', colour: 'right', marks: [] };
const look = (runId: string, seen: Inspection) =>
  saveLook({ id: `look-${runId}`, runId, rollId: null, filmIs: 'dry', seen, note: '', atMs: 9 });
const page = () => {
  const evening = tonight();
  return eveningPage(evening, eveningPlan(evening, 1_790_000_000_000), 1_790_000_000_000, { ...NOTHING_OPENED, run: 0, step: true });
};

beforeAll(() => {
  storeTank('One', 1);
  storeBatch('batch', 0);
  for (const [i, id] of ['spring', 'summer'].entries())
    storeDoneRun(id, {
      batchId: 'batch',
      tankId: 'One',
      on: `2026-0${4 + i}-02`,
      rolls: [{ id: `of-${id}`, film: FILM, exposedSpeed: 400 }],
      readings: [[5, 38]],
    });
  storeRoll('tonight', { film: FILM });
});

test('twice thin with the full dose is a proposal on Session; with a look undone it is gone, and a roll that came out right ends it', () => {
  expect(proposalOf(FILM, 'C-41')).toBeNull();
  look('spring', thinByLight);
  expect(proposalOf(FILM, 'C-41')).toBeNull();
  look('summer', thinByLight);
  expect(proposalOf(FILM, 'C-41')).toMatchObject({ kind: 'more-light', speed: 250, says: [{ runId: 'summer' }, { runId: 'spring' }] });
  expect(page().proposals).toMatchObject([{ film: FILM, kind: 'more-light' }]);
  setLookDeleted('look-spring', 7);
  expect(proposalOf(FILM, 'C-41')).toBeNull();
  look('spring', thinByLight);
  look('summer', { edge: 'normal', frames: 'normal', colour: 'right', marks: [] });
  expect(proposalOf(FILM, 'C-41')).toBeNull();
});

test('thin by development: a press gives it as a margin of the film, and what is set is not proposed again', async () => {
  for (const run of ['spring', 'summer']) look(run, thinByDeveloper);
  const proposal = proposalOf(FILM, 'C-41');
  if (proposal?.kind !== 'longer') throw new Error(`no such proposal: ${proposal?.kind}`);
  const developer = () => {
    const [run] = page().evening.runs;
    return run?.plan.ok ? run.plan.value.steps.find(({ bath }) => bath === 'developer') : undefined;
  };
  const beforeS = developer()?.seconds ?? 0;
  const given = {
    intent: 'margin',
    batchId: 'batch',
    kitId: KIT,
    bath: 'developer',
    film: FILM,
    amount: `+${proposal.extraS}`,
    reason: 'thin',
  };
  await post(action, given);
  expect(developer()?.seconds).toBe(beforeS + proposal.extraS);
  expect(developer()?.working.at(-1)).toMatchObject({ what: 'own', label: 'Your own margin: thin' });
  expect(page().proposals).toEqual([null]);
  await post(action, { ...given, amount: '' });
  expect(page().proposals).toMatchObject([{ kind: 'longer' }]);
});

test('no is no for good, for that and not for the other; a speed is kept as a lesson of the film', async () => {
  const answer = (intent: string, proposal: string, more = {}) => post(action, { intent, film: FILM, process: 'C-41', proposal, ...more });
  await answer('proposal-no', 'longer');
  expect(proposalOf(FILM, 'C-41')).toBeNull();
  for (const run of ['spring', 'summer']) look(run, thinByLight);
  expect(proposalOf(FILM, 'C-41')).toMatchObject({ kind: 'more-light' });
  await answer('proposal-kept', 'more-light', { speed: '250' });
  expect(proposalOf(FILM, 'C-41')).toBeNull();
  expect(lessonsInUse()).toMatchObject([
    { text: `Expose ${FILM} at 250: it came out thin with its full dose.`, at: 'planning', about: { is: FILM } },
  ]);
  // Odd posts say nothing and keep nothing.
  await answer('proposal-kept', 'more-light', { speed: 'fast', film: '' });
  expect(lessonsInUse()).toHaveLength(1);
});

test('a press makes tonight as it was last time: as warm, with what was one’s own, for that film', async () => {
  const developer = () => {
    const [run] = page().evening.runs;
    return run?.plan.ok ? run.plan.value.steps.find(({ bath }) => bath === 'developer') : undefined;
  };
  await post(action, { intent: 'as-last', batchId: 'batch', kitId: KIT, bath: 'developer', tempC: '36.5', ownS: '12', film: FILM });
  expect(developer()).toMatchObject({ temperatureC: 36.5 });
  expect(developer()?.working.at(-1)).toMatchObject({ what: 'own', seconds: 12, label: 'Your own margin: as last time' });
  await post(action, { intent: 'undo' });
  expect(developer()).toMatchObject({ temperatureC: 38 });
  expect(
    await post(action, { intent: 'as-last', batchId: 'batch', kitId: KIT, bath: 'developer', tempC: 'warm', ownS: '0' }),
  ).toMatchObject({ status: 422 });
});
