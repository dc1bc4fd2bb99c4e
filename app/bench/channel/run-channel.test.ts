import fc from 'fast-check';
import type { RunEvent } from '../../../core/run/acts/event.ts';
import { refusalOf } from '../../../core/run/acts/guard.ts';
import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { foldRun } from '../../../core/run/state/state.ts';
import type { ServerClock } from '../../ui/screen/server-clock.ts';
import type { Confirmed } from './event-store.ts';

/** What each browser keeps, by its name; it outlives the page. */
const kept = new Map<string, { queue: RunEvent[]; confirmed: Confirmed[] }>();
let browserAtWork = 'laptop';
jest.mock('./event-store.ts', () => ({
  EventStore: class {
    private readonly mine = kept.get(browserAtWork) ?? { queue: [], confirmed: [] };
    constructor() {
      kept.set(browserAtWork, this.mine);
    }
    queued = () => Promise.resolve([...this.mine.queue]);
    confirmed = () => Promise.resolve([...this.mine.confirmed]);
    enqueue = (event: RunEvent) => Promise.resolve(void this.mine.queue.push(event));
    dequeue = (id: string) => Promise.resolve(void (this.mine.queue = this.mine.queue.filter((event) => event.id !== id)));
    confirm = (more: readonly Confirmed[]) => Promise.resolve(void this.mine.confirmed.push(...more));
  },
}));

import { benchPlace } from './run-place.ts';
import { RunChannel, type Act } from './run-channel.ts';

const plan = housePlan();
/** What becomes of one delivery: it arrives, it is lost on the way, or its answer is. */
type Fate = 'arrives' | 'lost' | 'answer lost' | number;

/** The server's side of the bargain (run-log.server.ts), and the network between. */
class World {
  readonly log: Confirmed[] = [];
  nowMs = 1_795_000_000_000;
  fates: Fate[] = [];
  readonly moved: ((message: unknown) => void)[] = [];
  probes: ((message: unknown) => void)[] = [];
  readonly streams = new Set<{ onmessage: ((message: unknown) => void) | null; after: number }>();

  install() {
    // oxlint-disable-next-line typescript/no-this-alias
    const world = this;
    globalThis.fetch = ((_: string, { body }: { body: string }) => world.deliver(JSON.parse(body) as RunEvent)) as unknown as typeof fetch;
    globalThis.EventSource = class {
      static CLOSED = 2;
      readyState = 1;
      onopen: (() => void) | null = null;
      onerror: (() => void) | null = null;
      onmessage: ((message: unknown) => void) | null = null;
      readonly after: number;
      constructor(address: string) {
        this.after = Number(new URL(address, 'http://s').searchParams.get('after'));
        world.streams.add(this);
        queueMicrotask(() => world.log.filter(({ seq }) => seq > this.after).forEach((entry) => world.tell(this, entry)));
      }
      addEventListener(kind: string, heard: (message: unknown) => void) {
        if (kind === 'moved') world.moved.push(heard);
        if (kind === 'probes') world.probes.push(heard);
      }
      close() {
        this.readyState = 2;
        world.streams.delete(this);
      }
    } as never;
  }

  private tell(stream: { onmessage: ((message: unknown) => void) | null }, { seq, event }: Confirmed) {
    stream.onmessage?.({ lastEventId: String(seq), data: JSON.stringify(event) });
  }

  private deliver(event: RunEvent): Promise<Response> {
    const fate = this.fates.shift() ?? 'arrives';
    if (fate === 'lost') return Promise.reject(new Error('no network'));
    if (typeof fate === 'number') return Promise.resolve(Response.json({ message: `status ${fate}` }, { status: fate }));
    const answer = this.record(event);
    return fate === 'answer lost' ? Promise.reject(new Error('no network')) : Promise.resolve(answer);
  }

  private record(event: RunEvent): Response {
    const earlier = this.log.find((entry) => entry.event.id === event.id);
    if (earlier) return Response.json({ seq: earlier.seq, repeated: true });
    const refusal = refusalOf(plan, this.state(), event);
    if (refusal) return Response.json({ message: refusal }, { status: 409 });
    const entry = { seq: this.log.length + 1, event };
    this.log.push(entry);
    for (const stream of this.streams) this.tell(stream, entry);
    return Response.json({ seq: entry.seq, repeated: false });
  }

  state() {
    return foldRun(
      plan,
      this.log.map(({ event }) => event),
    );
  }
}

let world: World;
const screen = async (browser: string) => {
  browserAtWork = browser;
  const channel = new RunChannel('run', benchPlace('run'), plan, { nowMs: () => (world.nowMs += 10) } as unknown as ServerClock, []);
  await channel.open();
  return channel;
};
/** Long enough for every retry that is still to come. */
const settle = () => jest.advanceTimersByTimeAsync(120_000);
const note = (text: string): Act => ({ kind: 'note', text });

beforeEach(() => {
  jest.useFakeTimers();
  kept.clear();
  world = new World();
  world.install();
});
afterEach(() => jest.useRealTimers());

test('whatever the network does, every act reaches the server once, in the order it was made', async () => {
  const fates = fc.array(fc.constantFrom<Fate>('arrives', 'lost', 'answer lost', 401, 403, 408, 413, 429, 500, 502, 503, 507), {
    maxLength: 25,
  });
  await fc.assert(
    fc.asyncProperty(fates, fc.integer({ min: 1, max: 12 }), async (troubles, acts) => {
      world = new World();
      world.install();
      kept.clear();
      world.fates = [...troubles];
      const channel = await screen('laptop');
      const said = Array.from({ length: acts }, (_, i) => `note ${i}`);
      for (const text of said) {
        expect(channel.act(note(text))).toBeNull();
        // On this screen it counts at once, delivered or not.
        expect(channel.snapshot().state.notes.at(-1)?.text).toBe(text);
        await jest.advanceTimersByTimeAsync(300);
      }
      await settle();
      expect(world.log.map(({ event }) => event.kind === 'note' && event.text)).toEqual(said);
      expect(channel.snapshot()).toMatchObject({ undelivered: 0, refusal: null, state: world.state() });
      channel.close();
    }),
    { numRuns: 80 },
  );
});

test('a page that is closed with acts undelivered delivers them when it is opened again', async () => {
  world.fates = Array.from({ length: 40 }, () => 'lost');
  const before = await screen('phone');
  before.act({ kind: 'poured', step: plan.steps[0]?.id ?? '' });
  before.act(note('the door bell'));
  await jest.advanceTimersByTimeAsync(200);
  expect(before.snapshot()).toMatchObject({ undelivered: 2, connection: 'alone' });
  before.close();
  expect(world.log).toHaveLength(0);

  world.fates = [];
  const after = await screen('phone');
  await settle();
  expect(world.log.map(({ event }) => event.kind)).toEqual(['poured', 'note']);
  expect(after.snapshot()).toMatchObject({ undelivered: 0, state: { phase: 'running', step: 0 } });
});

test('two screens press at once: the first to arrive counts, the other is told, and both show the same run', async () => {
  const [laptop, phone] = [await screen('laptop'), await screen('phone')];
  laptop.act({ kind: 'poured', step: plan.steps[0]?.id ?? '' });
  phone.act({ kind: 'poured', step: plan.steps[0]?.id ?? '' });
  await settle();
  expect(world.log).toHaveLength(1);
  const [seen, told] = [laptop.snapshot(), phone.snapshot()];
  expect(seen.state).toEqual(world.state());
  expect(told.state).toEqual(world.state());
  expect([seen.refusal, told.refusal].filter(Boolean)).toEqual([expect.stringContaining('already in the tank')]);

  phone.act({ kind: 'step-ended', step: plan.steps[0]?.id ?? '' });
  await settle();
  // An act on one appears on the other; one that makes no sense is refused before it is sent.
  expect(laptop.snapshot().state.phase).toBe('between');
  expect(laptop.act({ kind: 'poured', step: plan.steps[3]?.id ?? '' })).toContain('The next bath is');
  await settle();
  expect(world.log).toHaveLength(2);
});

test('an act of another screen is not skipped when the stream is opened anew after acts of one’s own', async () => {
  const laptop = await screen('laptop');
  await settle();
  // The browser gave the stream up; meanwhile the phone acts, and then this screen does.
  for (const stream of [...world.streams]) world.streams.delete(stream);
  const phone = await screen('phone');
  phone.act(note('from the phone'));
  await settle();
  laptop.act(note('from the laptop'));
  await settle();
  expect(world.log).toHaveLength(2);
  laptop.wake();
  await settle();
  expect(laptop.snapshot().state.notes.map(({ text }) => text)).toEqual(['from the phone', 'from the laptop']);
  expect(laptop.snapshot().state).toEqual(world.state());
});

test('a page that slept through a dead stream catches up when it wakes', async () => {
  const laptop = await screen('laptop');
  await settle();
  const [dead] = [...world.streams];
  if (dead) world.streams.delete(dead);
  const phone = await screen('phone');
  phone.act({ kind: 'poured', step: plan.steps[0]?.id ?? '' });
  await settle();
  expect(laptop.snapshot().state.phase).toBe('ready');
  laptop.wake();
  await settle();
  expect(laptop.snapshot().state.phase).toBe('running');
});

test.each([401, 403, 404, 408, 413, 429, 500, 502, 503, 507])(
  'answered with %i an act stays in the queue and is kept for a closed page',
  async (status) => {
    world.fates = Array.from({ length: 100 }, () => status);
    const channel = await screen('laptop');
    channel.act(note('keep me'));
    await jest.advanceTimersByTimeAsync(3000);
    expect(channel.snapshot()).toMatchObject({ undelivered: 1, refusal: null, held: `status ${status}`, connection: 'alone' });
    expect(kept.get('laptop')?.queue).toHaveLength(1);
    world.fates = [];
    await settle();
    expect(channel.snapshot()).toMatchObject({ undelivered: 0, held: null });
    expect(world.log).toHaveLength(1);
  },
);

test.each([409, 422])('answered with %i an act is off the queue, and the person is told which and why', async (status) => {
  world.fates = [status];
  const channel = await screen('laptop');
  channel.act({ kind: 'poured', step: plan.steps[0]?.id ?? '' });
  await settle();
  expect(channel.snapshot()).toMatchObject({ undelivered: 0, refusal: `The pour did not count. status ${status}` });
  expect(channel.snapshot().state.phase).toBe('ready');
});

test('acts that were made without the server and that its book does not take are all named, and stay in view until they can have been read', async () => {
  world.fates = [422, 422, 'arrives'];
  const channel = await screen('laptop');
  channel.act({ kind: 'poured', step: plan.steps[0]?.id ?? '' });
  channel.act(note('while it was away'));
  await jest.advanceTimersByTimeAsync(500);
  const both = 'The pour, the note did not count. status 422';
  expect(channel.snapshot().refusal).toBe(both);
  // The next press comes before anybody has read that.
  channel.forgetRefusal();
  channel.act(note('later'));
  await jest.advanceTimersByTimeAsync(500);
  expect(channel.snapshot().refusal).toBe(both);
  await jest.advanceTimersByTimeAsync(10_000);
  channel.forgetRefusal();
  expect(channel.snapshot().refusal).toBeNull();
});

test('a run that was planned anew on another screen is followed', async () => {
  const channel = await screen('laptop');
  await settle();
  world.moved.forEach((heard) => heard({ data: JSON.stringify({ to: 'the-new-run' }) }));
  expect(channel.snapshot().movedTo).toBe('the-new-run');
});

test('what the probes say is shown as it comes, and no act of the run is touched by it', async () => {
  const channel = await screen('laptop');
  channel.act(note('before'));
  await settle();
  expect(channel.snapshot().probes).toBeNull();
  const said = [{ name: 'tank', reads: 'tank', heard: { kind: 'heard', atMs: 5, c: 37.9 } }];
  const { state } = channel.snapshot();
  let told = 0;
  channel.subscribe(() => told++);
  for (const heard of world.probes) heard({ data: JSON.stringify(said) });
  // What reads it comes with the first probe that speaks.
  await settle();
  expect(told).toBe(1);
  expect(channel.snapshot().probes).toEqual(said);
  // The same fold as before: a figure each second must not fold a whole run each second.
  expect(channel.snapshot().state).toBe(state);
  channel.close();
});
