import fc from 'fast-check';
import { Outbox, type Sent } from './outbox.ts';

interface Pressed {
  readonly id: string;
}
const store = new Map<string, string>();
const read = (kept: unknown) => (Array.isArray(kept) ? (kept as Pressed[]) : []);

beforeAll(() => {
  Object.assign(globalThis, {
    localStorage: {
      getItem: (name: string) => store.get(name) ?? null,
      setItem: (name: string, text: string) => void store.set(name, text),
      removeItem: (name: string) => void store.delete(name),
    },
    window: { addEventListener: () => undefined, removeEventListener: () => undefined },
  });
});
beforeEach(() => {
  store.clear();
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());
afterAll(() => {
  Reflect.deleteProperty(globalThis, 'localStorage');
  Reflect.deleteProperty(globalThis, 'window');
});

const passes = async () => jest.advanceTimersByTimeAsync(10_000);

test('whatever is pressed, closed, opened and lost on the way, each press arrives, in order, and is shown by every page', async () => {
  const does = fc.constantFrom('press', 'press', 'reload', 'sleep', 'wake', 'wait');
  await fc.assert(
    fc.asyncProperty(fc.array(does, { maxLength: 20 }), async (day) => {
      store.clear();
      const arrived: string[] = [];
      /** What the server knew when the page was last read from it: the copy that opens while it sleeps shows no more. */
      let copy: readonly string[] = [];
      let awake = true;
      let pressed = 0;
      const send = (item: Pressed): Promise<Sent> => {
        if (!awake) return Promise.reject(new TypeError('no network'));
        if (!arrived.includes(item.id)) arrived.push(item.id);
        return Promise.resolve('kept');
      };
      const open = () => {
        const box = new Outbox<Pressed>('box', read, send);
        if (awake) copy = [...arrived];
        box.open(awake);
        return box;
      };
      const presses = () => Array.from({ length: pressed }, (_, i) => `p${i + 1}`);
      let box = open();
      for (const doing of day) {
        if (doing === 'press') box.add({ id: `p${++pressed}` });
        if (doing === 'sleep') awake = false;
        if (doing === 'wake') awake = true;
        if (doing === 'wait') await passes();
        if (doing === 'reload') {
          box.close();
          box = open();
        }
        const shown = new Set([...copy, ...[...box.taken(), ...box.snapshot()].map(({ id }) => id)]);
        expect([...shown]).toEqual(presses());
      }
      awake = true;
      await passes();
      expect(arrived).toEqual(presses());
      box.close();
      box = open();
      expect([box.snapshot(), box.taken(), store.size]).toEqual([[], [], 0]);
      box.close();
    }),
    { numRuns: 60 },
  );
});

test('what is pressed before the page lives stands after what an earlier page left', async () => {
  store.set('box', JSON.stringify([{ id: 'earlier' }]));
  const arrived: string[] = [];
  const box = new Outbox<Pressed>('box', read, (item) => (arrived.push(item.id), Promise.resolve('kept' as const)));
  box.add({ id: 'at once' });
  box.open(true);
  await passes();
  expect(arrived).toEqual(['earlier', 'at once']);
  box.close();
});

test('what another screen did first leaves no place for what was pressed after it; a store that is full or odd costs no press', async () => {
  const arrived: string[] = [];
  store.set('box', '{ odd');
  const box = new Outbox<Pressed>('box', read, (item) => (arrived.push(item.id), Promise.resolve('refused' as const)));
  jest.spyOn(localStorage, 'setItem').mockImplementation(() => {
    throw new DOMException('The disk is full.', 'QuotaExceededError');
  });
  const heard = jest.fn();
  box.subscribe(heard);
  box.open(true);
  for (const id of ['a', 'b']) box.add({ id });
  expect(box.snapshot()).toHaveLength(2);
  await passes();
  expect([arrived, box.snapshot()]).toEqual([['a'], []]);
  expect(heard).toHaveBeenCalled();
  box.close();
});
