import 'fake-indexeddb/auto';
import { IDBFactory, IDBObjectStore } from 'fake-indexeddb';
import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import type { RunEvent } from '../../../core/run/acts/event.ts';
import { EventStore } from './event-store.ts';

const plan = housePlan();
const note = (n: number): RunEvent => ({ id: `note-${n}-kept`, atMs: 1_795_000_000_000 + n, kind: 'note', text: `Note ${n}` });
const store = (runId = 'run') => new EventStore(runId, plan);

/** Storage that writes at once, as a browser has it: its keys are properties of its own. */
let atOnce: Record<string, string>;
beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  atOnce = {};
  const value = Object.create({
    getItem: (key: string) => atOnce[key] ?? null,
    setItem(this: Record<string, string>, key: string, text: string) {
      this[key] = atOnce[key] = text;
    },
    removeItem(this: Record<string, string>, key: string) {
      Reflect.deleteProperty(this, key);
      Reflect.deleteProperty(atOnce, key);
    },
  }) as Storage;
  Object.defineProperty(globalThis, 'localStorage', { value, configurable: true });
});
afterEach(() => jest.restoreAllMocks());
afterAll(() => Reflect.deleteProperty(globalThis, 'localStorage'));

test('acts are kept in the order they were made, run by run, until they are delivered', async () => {
  const here = store();
  for (const n of [3, 1, 2]) await here.enqueue(note(n));
  await store('another').enqueue(note(9));
  expect(await here.queued()).toEqual([note(3), note(1), note(2)]);
  await here.dequeue(note(1).id);
  // A page that was closed and opened again reads the same.
  expect(await store().queued()).toEqual([note(3), note(2)]);
  expect(await store('another').queued()).toEqual([note(9)]);
});

test('what the server confirmed is kept once, and comes back with its place', async () => {
  const here = store();
  const confirmed = [1, 2].map((n) => ({ seq: n, event: note(n) }));
  await here.confirm(confirmed);
  await here.confirm([...confirmed, { seq: 3, event: note(3) }]);
  expect(await store().confirmed()).toEqual([1, 2, 3].map((n) => ({ seq: n, event: note(n) })));
});

test('what an older page kept is brought up to date; what nobody can read is left out, and the rest stands', async () => {
  const here = store();
  await here.enqueue({ id: 'poured-old-1', atMs: 1_795_000_000_000, kind: 'poured', step: 1 } as unknown as RunEvent);
  await here.enqueue({ id: 'nonsense-1', kind: 'danced' } as unknown as RunEvent);
  await here.enqueue(note(1));
  expect(await store().queued()).toEqual([
    { id: 'poured-old-1', atMs: 1_795_000_000_000, kind: 'poured', step: plan.steps[1]?.id },
    note(1),
  ]);
});

test('a full store costs only what a closed page would have remembered', async () => {
  const here = store();
  await here.enqueue(note(1));
  jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
    throw new DOMException('The disk is full.', 'QuotaExceededError');
  });
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('The disk is full.', 'QuotaExceededError');
  });
  jest.spyOn(localStorage, 'setItem').mockImplementation(() => {
    throw new DOMException('The disk is full.', 'QuotaExceededError');
  });
  await expect(here.enqueue(note(2))).resolves.toBeUndefined();
  await expect(here.confirm([{ seq: 1, event: note(1) }])).resolves.toBeUndefined();
  expect(await here.queued()).toEqual([note(1)]);
});

test('an act made off the network outlives a page that is loaded anew before the database has it, and counts once', async () => {
  const slow = jest.spyOn(IDBObjectStore.prototype, 'add').mockReturnValue(new Promise(() => {}) as never);
  for (const n of [2, 1]) void store().enqueue(note(n));
  expect(await store().queued()).toEqual([note(1), note(2)]);
  slow.mockRestore();
  // The next page delivers them, and nothing is left of them.
  for (const n of [1, 2]) await store().dequeue(note(n).id);
  expect(await store().queued()).toEqual([]);
  await store().enqueue(note(3));
  expect(await store().queued()).toEqual([note(3)]);
  expect(atOnce).toEqual({});
});

test('what is damaged among acts that the database has not yet takes none of the others with it', async () => {
  jest.spyOn(IDBObjectStore.prototype, 'add').mockReturnValue(new Promise(() => {}) as never);
  for (const n of [2, 1]) void store().enqueue(note(n));
  for (const [n, odd] of ['{"id":"no', 'null', '3', '"poured"', '[]'].entries()) localStorage.setItem(`steady-reel-act run odd-${n}`, odd);
  expect(await store().queued()).toEqual([note(1), note(2)]);
});

test('a practice keeps its acts beside those of the runs: the same number is not the same act', async () => {
  const practice = new EventStore('practice', plan, 'steady-reel-practice');
  await practice.confirm([{ seq: 1, event: note(1) }]);
  await store().confirm([{ seq: 1, event: note(2) }]);
  expect([await practice.confirmed(), await store().confirmed()]).toEqual([[{ seq: 1, event: note(1) }], [{ seq: 1, event: note(2) }]]);
});

test('a browser that forbids storage is a browser that remembers nothing, and no error', async () => {
  globalThis.indexedDB = {
    open: () => {
      throw new DOMException('No storage here.', 'SecurityError');
    },
  } as unknown as IDBFactory;
  const here = store();
  await here.enqueue(note(1));
  await here.dequeue(note(1).id);
  await here.confirm([{ seq: 1, event: note(1) }]);
  expect([await here.queued(), await here.confirmed()]).toEqual([[], []]);
});
