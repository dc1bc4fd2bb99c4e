import { useCallback, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { foldRun } from '../../../core/run/state/state.ts';
import { isAlone } from '../../ui/screen/reach.ts';
import { ServerClock, type ClockReading } from '../../ui/screen/server-clock.ts';
import type { Confirmed } from '../channel/event-store.ts';
import { RunChannel, type Act, type ChannelView } from '../channel/run-channel.ts';
import type { RunPlace } from '../channel/run-place.ts';
import { useSettled } from '../now/use-settled.ts';

interface BenchStart {
  readonly runId: string;
  readonly place: RunPlace;
  readonly plan: RunPlan;
  readonly events: readonly Confirmed[];
  readonly clock: ClockReading;
}

/** The run on this screen: its state, its clock, and the one way to act on it. */
export function useBench(start: BenchStart) {
  const [first] = useState<ChannelView>(() => ({
    state: foldRun(
      start.plan,
      start.events.map(({ event }) => event),
    ),
    connection: 'together',
    undelivered: 0,
    refusal: null,
    held: null,
    movedTo: null,
    probes: null,
  }));
  const [live, setLive] = useState<{ readonly clock: ServerClock; readonly channel: RunChannel } | null>(null);
  const begun = useRef(start);

  // Before it is painted: what looks as if it could be pressed can be.
  useLayoutEffect(() => {
    const { runId, place, plan, events, clock: reading } = begun.current;
    const clock = new ServerClock(reading, place.clock);
    const channel = new RunChannel(runId, place, plan, clock, events);
    // A copy brings the time at which it was kept. A page that came from the laptop knows better than anything remembered, were
    // it that the laptop's clock has been set back since: an act of this very moment would lie in its future.
    if (isAlone()) clock.recall();
    setLive({ clock, channel });
    void clock.synchronise();
    void channel.open();
    const wake = () => {
      if (document.visibilityState === 'hidden') return;
      clock.catchUp();
      void clock.synchronise();
      channel.wake();
    };
    const every = setInterval(() => void clock.synchronise(), 60_000);
    document.addEventListener('visibilitychange', wake);
    window.addEventListener('online', wake);
    window.addEventListener('pageshow', wake);
    return () => {
      clearInterval(every);
      document.removeEventListener('visibilitychange', wake);
      window.removeEventListener('online', wake);
      window.removeEventListener('pageshow', wake);
      channel.close();
    };
  }, []);

  const view = useSyncExternalStore(
    useCallback((listener: () => void) => live?.channel.subscribe(listener) ?? (() => {}), [live]),
    () => live?.channel.snapshot() ?? first,
    () => first,
  );

  // What a press means changes when the run moves on, here or on another screen: a press in that very moment was meant
  // for what stood there before, and must not end a bath that has just been poured.
  const settled = useSettled(placeOf(view), placeOf(first));
  const act = useCallback(
    (what: Act) => {
      const moves =
        what.kind === 'readied' ||
        what.kind === 'poured' ||
        what.kind === 'step-ended' ||
        what.kind === 'finished' ||
        what.kind === 'resumed';
      if (moves && !settled) return null;
      return live?.channel.act(what) ?? null;
    },
    [live, settled],
  );

  return { view, clock: live?.clock ?? null, act, forgetRefusal: () => live?.channel.forgetRefusal(), ready: live !== null, settled };
}

/** Where a run stands, as far as the act button is concerned. */
function placeOf({ state }: ChannelView): string {
  return `${state.phase} ${state.step} ${state.readied}`;
}
