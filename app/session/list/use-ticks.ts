import { nanoid } from 'nanoid';
import { createContext, startTransition, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { useRevalidator } from 'react-router';
import type { Sent } from '../../ui/screen/outbox.ts';
import { isCopy } from '../../ui/screen/reach.ts';
import { useOutbox } from '../../ui/screen/use-outbox.ts';
import type { ShownDoing } from './line.tsx';

/** A line that was ticked here, or whose tick was taken back. */
interface Ticked {
  readonly id: string;
  readonly doing: string;
  readonly done: boolean;
  /** By this screen's own clock. */
  readonly pressedMs: number;
}

/** How a line is ticked on a page with scripts; null where there is none, and a form does it. */
export const TickContext = createContext<((doing: string, done: boolean) => void) | null>(null);

const NOTHING: readonly never[] = [];

/**
 * Ticks of this screen: each counts at once, is kept while the laptop sleeps, and is delivered once it is awake. `list` is as
 * the page has it; what was delivered stands over it until it is read anew. Without a list it only ticks.
 */
export function useTicks(list?: readonly ShownDoing[]) {
  const asRead = list ?? NOTHING;
  const [first] = useState(list);
  const { revalidate } = useRevalidator();
  const [delivered, setDelivered] = useState<readonly Ticked[]>([]);
  const send = async (ticked: Ticked): Promise<Sent> => {
    const { doing, done, pressedMs } = ticked;
    const answer = await fetch('/evening/ticks', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ doing, done, agoMs: Math.max(0, Date.now() - pressedMs) }),
    });
    // Only what is no tick will never be one; a phone that has to type the number anew delivers it then.
    if (answer.status === 422) return 'refused';
    if (!answer.ok) return 'away';
    // At once: between what is on its way and what is delivered the line must not say for a moment that it is not done.
    flushSync(() => setDelivered((before) => [...before, ticked]));
    // A page that is read from now on knows of it, however long that takes; what it says then holds, for another screen may
    // have taken it back.
    void revalidate().then(() => startTransition(() => setDelivered((before) => before.filter((other) => other !== ticked))));
    return 'kept';
  };
  const { pending, taken, add, alive } = useOutbox({ name: 'steady-reel-ticks', read: readTicked, send, shows: list !== undefined });
  const tick = useMemo(
    () => (alive ? (doing: string, done: boolean) => add({ id: nanoid(), doing, done, pressedMs: Date.now() }) : null),
    [alive, add],
  );
  const notRead = delivered.filter((ticked) => saysOtherwise(asRead, ticked));
  if (notRead.length < delivered.length) setDelivered(notRead);
  // The copy that opened without the laptop is from before they were delivered.
  const beforeCopy = isCopy() && list === first ? taken : NOTHING;
  return { doings: withTicked(asRead, [...beforeCopy, ...notRead, ...pending]), toSave: pending.length, tick };
}

function saysOtherwise(doings: readonly ShownDoing[], { doing: id, done }: Ticked): boolean {
  return doings.some((doing) => doing.id === id && (doing.done !== null) !== done);
}

/** A list with what was ticked here since it was read. */
export function withTicked(doings: readonly ShownDoing[], pending: readonly Ticked[]): readonly ShownDoing[] {
  if (pending.length === 0) return doings;
  const last = new Map(pending.map(({ doing, done }) => [doing, done]));
  return doings.map((doing) => {
    const done = last.get(doing.id);
    return done === undefined || doing.done === 'by-itself' ? doing : { ...doing, done: done ? 'ticked' : null };
  });
}

/** What an earlier page kept; whatever else stands there is left out. */
export function readTicked(kept: unknown): Ticked[] {
  if (!Array.isArray(kept)) return [];
  return kept.filter((value: unknown): value is Ticked => {
    const { id, doing, done, pressedMs } = (value ?? {}) as Record<string, unknown>;
    return typeof id === 'string' && typeof doing === 'string' && typeof done === 'boolean' && Number.isInteger(pressedMs);
  });
}
