import { nowInWords } from './now-in-words.ts';
import { whatMoved, type ComingRun } from './what-moved.ts';
import { toDoInWords, whatsNext, type ToCome } from './whats-next.ts';

const min = (n: number) => n * 60_000;
const live = {
  run: 1,
  hungMs: min(30),
  steps: [
    { name: 'Developer', startMs: 0, endMs: min(4), is: 'done' as const },
    { name: 'Bleach-fix', startMs: min(5), endMs: min(15), is: 'running' as const },
    { name: 'Wash', startMs: min(16), endMs: min(19), is: 'to-come' as const },
  ],
};
const run2: ToCome = {
  run: 2,
  warmFromMs: min(31),
  loadFromMs: min(32),
  loadUntilMs: min(42),
  firstPourMs: min(42),
  endMs: min(60),
  hungMs: min(65),
};
const said = (toDo: ReturnType<typeof whatsNext>) =>
  toDo.map((thing) => ({ ...thing, words: toDoInWords(thing), at: `19:${thing.atMs / 60_000}` }));

test('everything still to do comes in the order of the clock, what is done is behind', () => {
  expect(said(whatsNext(live, [run2], min(10))).map(({ words, at }) => `${at} ${words}`)).toEqual([
    '19:15 bleach-fix out',
    '19:16 pour wash in',
    '19:19 wash out',
    '19:30 hang run 1 up',
    '19:31 bottles for run 2 back into the bath',
    '19:32 load run 2 in the dark',
    '19:42 first pour of run 2',
    '19:65 everything hangs',
  ]);
});

test('one sentence says what is next and when; what is due is now, and stays so until it is done', () => {
  const at = (nowMs: number) => nowInWords(said(whatsNext(live, [run2], nowMs)), nowMs);
  expect(at(min(10))).toEqual({
    next: 'Bleach-fix out at 19:15',
    inShort: '19:15 bleach-fix out',
    then: 'Then hang run 1 up at 19:30, load run 2 in the dark at 19:32, first pour of run 2 at 19:42.',
  });
  expect(at(min(16))?.next).toBe('Now: bleach-fix out');
  expect(nowInWords([], 0)).toBeNull();
  // Between runs, the bottles once put back are no longer asked for; the load that is late is.
  const between = (nowMs: number) => nowInWords(said(whatsNext(null, [run2], nowMs)), nowMs)?.next;
  expect([between(min(30)), between(min(31.5)), between(min(33))]).toEqual([
    'Bottles for run 2 back into the bath at 19:31',
    'Load run 2 in the dark at 19:32',
    'Now: load run 2 in the dark',
  ]);
});

test('a change is told run by run: rolls, tank, batch, developers and first pour, and nothing that stayed', () => {
  const step = (id: string, name: string, kind: 'developer' | 'bleach-fix', seconds: number) => ({ id, name, kind, seconds });
  const run = (n: number, change: Partial<ComingRun> = {}): ComingRun => ({
    run: n,
    rollNames: ['Glaze room'],
    tankName: 'Steel',
    batchName: 'Kiln Lane 4',
    steps: [step('developer', 'Developer', 'developer', 236), step('bleach-fix', 'Bleach-fix', 'bleach-fix', 640)],
    pour: '20:41',
    ...change,
  });
  const longer = [step('developer', 'Developer', 'developer', 241), step('bleach-fix', 'Bleach-fix', 'bleach-fix', 660)];
  expect(whatMoved([run(2), run(3)], [run(2), run(3, { steps: longer, pour: '20:52' })])).toEqual([
    'Run 3: developer 3:56 → 4:01; first pour 20:41 → 20:52.',
  ]);
  expect(whatMoved([run(2), run(3)], [run(2, { rollNames: ['Glaze room', 'Night kiln'], tankName: 'Plastic' })])).toEqual([
    'Run 2: Glaze room → Glaze room, Night kiln; Steel → Plastic.',
    'Run 3 is left out: Glaze room.',
  ]);
  expect(whatMoved([], [run(2)])).toEqual(['Run 2 is new: Glaze room, first pour 20:41.']);
  expect(whatMoved([run(2)], [run(2)])).toEqual([]);
});
