import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { KIT_FORMAT } from '../../../core/kit/kit.ts';
import { liveRun } from '../../server/runs/runs.server.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { saveKit, setKitDeleted } from '../../server/shelf/kits.server.ts';
import { post as postTo } from '../../ui/forms/posting.fixture.ts';
import { startTonight } from '../run-acts/replan.server.ts';
import { startedRuns } from '../a-session.fixture.ts';
import { action } from '../tonight/tonight.tsx';
import { EMPTY_DRAFT, readDraftDocument } from '../draft/draft.ts';
import { readDraft, tonight, writeDraft } from '../draft/tonight.server.ts';
import { action as changeOfKit, loader as pageOfKit } from './kits-way.tsx';

const KIT = 'house-c41-three-bath';
beforeAll(() => void startedRuns(1));
beforeEach(() => writeDraft(EMPTY_DRAFT));

const post = (fields: Record<string, string>) => postTo(action, { kitId: 'house-c41-three-bath', treatment: 'normal', ...fields });
const steps = () => {
  const plan = tonight().evening.runs[0]?.plan;
  if (!plan?.ok) throw new Error(plan?.errors[0]?.message ?? 'no run');
  return plan.value.steps.map(({ id, seconds }) => `${id} ${seconds}`).join(', ');
};

test('a step is changed, set in and left out by pressing, and the evening follows; put back, it is the kit’s own', async () => {
  const before = steps();
  await post({ intent: 'way', step: 'wash', s: '5:00', manner: 'changes', counts: '4' });
  await post({ intent: 'way', step: 'rinse', s: '', manner: 'counted', counts: '5, 10, 20' });
  await post({ intent: 'way-set-in', after: 'bleach-fix', water: 'rinse' });
  await post({ intent: 'way-leave-out', step: 'prewash' });
  expect(steps()).toMatch(/^developer \d+, rinse 130, bleach-fix \d+, own-rinse-1 30, wash 300, stabiliser 60$/);
  expect(tonight().evening.runs[0]?.plan).toMatchObject({ ok: true, value: { warnings: [] } });
  // Each is told with what it was.
  expect(tonight().evening.runs[0]?.asTheKit).toMatchObject({ wash: { seconds: 180 }, rinse: { seconds: 30 }, prewash: { seconds: 60 } });
  for (const step of ['wash', 'rinse', 'own-rinse-1', 'prewash']) await post({ intent: 'way-back', step });
  expect(tonight().evening.runs[0]?.asTheKit).toEqual({});
  expect(steps()).toBe(before);
});

test('what cannot be is refused in words beside the step, and what was typed stays', async () => {
  const before = steps();
  const slip = await post({ intent: 'way', step: 'wash', s: 'soon' });
  expect(slip).toMatchObject({
    status: 422,
    data: { field: 'way wash', typed: 'soon', message: expect.stringContaining('5:00') as string },
  });
  expect(await post({ intent: 'way', step: 'wash', tempC: '380' })).toMatchObject({ status: 422, data: { field: 'way wash' } });
  const gone = await post({ intent: 'way-leave-out', step: 'developer' });
  expect(gone).toMatchObject({ status: 422, data: { message: expect.stringMatching(/No developer.*Nothing was changed/) as string } });
  expect(await post({ intent: 'way-set-in', after: 'wash', water: 'soup' })).toMatchObject({ status: 422 });
  expect(await post({ intent: 'way', step: 'wash', s: '60', kitId: 'no-such-kit' })).toMatchObject({ status: 422 });
  expect(steps()).toBe(before);
});

test('a way grows no further than it can be kept: the change too many is refused, and none of the others is lost', async () => {
  const water = (i: number) => ({ after: 'wash', id: `own-wash-${i + 1}`, water: 'wash' as const });
  const full = Array.from({ length: 100 }, (_, i) => water(i));
  writeDraft({ ...EMPTY_DRAFT, ways: { 'house-c41-three-bath': { normal: full } } });
  const refused = await post({ intent: 'way-set-in', after: 'wash', water: 'wash' });
  expect(refused).toMatchObject({ status: 422, data: { message: expect.stringMatching(/100 changes.*Nothing was changed/) as string } });
  expect(readDraft().ways['house-c41-three-bath']?.normal).toEqual(full);
});

test('a way belongs to its kit and treatment, outlasts the evening and a restart, and one press takes the last change back', async () => {
  await post({ intent: 'way', step: 'wash', s: '4:00' });
  expect(readDraft().ways).toEqual({ 'house-c41-three-bath': { normal: [{ id: 'wash', s: 240 }] } });
  await post({ intent: 'way', step: 'wash', movement: 'shaken', tempC: '30' });
  expect(readDraft().ways['house-c41-three-bath']?.normal).toEqual([{ id: 'wash', s: 240, movement: 'shaken', c: 30 }]);
  await post({ intent: 'undo' });
  expect(readDraft().ways['house-c41-three-bath']?.normal).toEqual([{ id: 'wash', s: 240 }]);
  expect(steps()).toContain('wash 240');
  // A way that says what nobody can do is left to the kit; the others stand.
  const stored = { ways: { a: { normal: [{ id: 'wash', s: -1 }] }, b: { normal: [{ id: 'wash', s: 9 }], dipped: [] }, c: 7 } };
  expect(readDraftDocument(stored).ways).toEqual({ a: {}, b: { normal: [{ id: 'wash', s: 9 }] }, c: {} });
  writeSetting('draft', { ...(storedSetting('draft') as object), ways: { 'house-c41-three-bath': { normal: [{ id: 'fixer', s: 60 }] } } });
  const plan = tonight().evening.runs[0]?.plan;
  expect(plan?.ok && plan.value.advice.map(({ message }) => message).join()).toContain('Your way names “fixer”');
  expect(liveRun()).toBeNull();
});

test('a last bath of one’s own, made of drops, is set in from the shelf with its dose for this tank; one that is gone is refused', async () => {
  const bath = {
    id: 'final-rinse',
    kind: 'final-rinse' as const,
    name: 'Last bath',
    nominalC: 20,
    time: { points: [{ c: 20, s: 75 }] },
    after: 'discard' as const,
    mix: { waterMl: 0, at: 'use' as const, parts: [{ name: 'wetting agent', mlPerLitre: 3 }] },
  };
  saveKit({ format: KIT_FORMAT, id: 'drops', name: 'Drops', process: 'any', makesMl: 1000, baths: [bath], sequence: [] }, 1);
  await post({ intent: 'way-leave-out', step: 'stabiliser' });
  expect(await post({ intent: 'way-set-in', after: 'wash', single: 'drops' })).toMatchObject({ status: 200 });
  const last = () => {
    const [run] = tonight().evening.runs;
    return run?.plan.ok ? run.plan.value.steps.at(-1) : undefined;
  };
  expect(last()).toMatchObject({
    kind: 'final-rinse',
    seconds: 75,
    bottle: null,
    after: 'discard',
    madeUp: expect.stringMatching(/ml wetting agent/) as string,
  });
  // It outlives the kit that it came from, and a draft is read with it.
  setKitDeleted('drops', 2);
  expect(last()?.seconds).toBe(75);
  expect(await post({ intent: 'way-set-in', after: 'wash', single: 'drops' })).toMatchObject({ status: 422 });
  expect(await post({ intent: 'way-set-in', after: 'wash', single: 'house-c41-three-bath' })).toMatchObject({ status: 422 });
});

test('two screens edit one way: what each said stands, whoever pressed last', async () => {
  // Both were opened before either pressed; each posts what it says of its own step.
  await Promise.all([
    post({ intent: 'way', step: 'wash', s: '4:00' }),
    post({ intent: 'way', step: 'rinse', s: '1:00' }),
    post({ intent: 'way', step: 'wash', movement: 'shaken' }),
  ]);
  expect(steps()).toMatch(/rinse 60.*wash 240/);
  expect(readDraft().ways[KIT]?.normal).toHaveLength(2);
  // Thirty changes in a minute are kept, and told with the shortest time.
  await post({ intent: 'way', step: 'wash', s: '1:00', manner: 'changes', counts: '30' });
  const plan = tonight().evening.runs[0]?.plan;
  expect(plan?.ok && plan.value.warnings.map(({ message }) => message)).toContain(
    'Wash: 30 changes take 10:00 at least, filling and emptying alone, and it has 1:00.',
  );
});

test('a step is moved by pressing; what breaks the order is refused, and put back it stands where the kit has it', async () => {
  const order = () => steps().replace(/ \d+/g, '');
  const before = order();
  await post({ intent: 'way-move', step: 'wash', after: 'stabiliser' });
  expect(order()).toBe('prewash, developer, rinse, bleach-fix, stabiliser, wash');
  await post({ intent: 'way-move', step: 'wash', before: 'bleach-fix' });
  expect(order()).toBe('prewash, developer, rinse, wash, bleach-fix, stabiliser');
  expect(await post({ intent: 'way-move', step: 'bleach-fix', before: 'developer' })).toMatchObject({
    status: 422,
    data: { message: expect.stringContaining('Nothing was changed') as string },
  });
  expect(await post({ intent: 'way-move', step: 'wash', before: 'rinse', after: 'rinse' })).toMatchObject({ status: 422 });
  await post({ intent: 'way-back', step: 'wash' });
  expect(order()).toBe(before);
});

test('for tonight only: it goes with the evening, is kept for good by a press, and a press has it as always', async () => {
  const before = steps();
  await post({ intent: 'way', step: 'wash', s: '4:00' });
  await post({ intent: 'way', step: 'rinse', s: '1:00', scope: 'tonight' });
  expect(steps()).toContain('rinse 60, bleach-fix');
  expect(readDraft().ways[KIT]?.normal).toEqual([{ id: 'wash', s: 240 }]);
  // What is said from now on holds tonight too.
  await post({ intent: 'way', step: 'wash', s: '5:00' });
  expect(steps()).toMatch(/rinse 60.*wash 300/);
  await post({ intent: 'way-as-always' });
  expect(steps()).toMatch(/rinse 30.*wash 300/);
  // Nothing of one's own tonight is a way too.
  await post({ intent: 'way-back', step: 'wash', scope: 'tonight' });
  expect(steps()).toBe(before);
  expect(readDraftDocument(storedSetting('draft')).waysTonight?.[KIT]?.normal).toEqual([]);
  await post({ intent: 'way-for-good' });
  expect([readDraft().ways[KIT]?.normal, steps()]).toEqual([undefined, before]);
});

test('a way is for good: the evening begins, and the next one goes so; what was for tonight only is gone', async () => {
  await post({ intent: 'way', step: 'wash', s: '4:00' });
  await post({ intent: 'way', step: 'rinse', s: '1:00', scope: 'tonight' });
  const started = startTonight();
  expect(started.ok).toBe(true);
  expect(readDraft().ways).toEqual({ [KIT]: { normal: [{ id: 'wash', s: 240 }] } });
  expect(readDraft().waysTonight ?? {}).toEqual({});
  // Changed on the kit's own page while the evening goes on, it is kept there and for the runs to come.
  const asked = (form: Record<string, string>) => postTo(changeOfKit, { kitId: KIT, treatment: 'normal', ...form });
  expect(await asked({ intent: 'way', step: 'wash', s: '6:00' })).toMatchObject({ status: 200 });
  expect(readDraft().ways[KIT]?.normal).toEqual([{ id: 'wash', s: 360 }]);
  expect(await asked({ intent: 'roll-out', rollId: 'x' })).toMatchObject({ status: 422 });
  const page = pageOfKit({ params: { kitId: KIT }, request: new Request('http://x/?treatment=bleach-bypass') } as never);
  expect(page).toMatchObject({ treatments: ['normal', 'bleach-bypass', 'cine-in-c41', 'cross-process'], fault: null });
});
