import { nanoid } from 'nanoid';
import { createContext, useMemo } from 'react';
import { useRevalidator } from 'react-router';
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

/** Ticks of this screen: each counts at once, is kept while the laptop sleeps, and is delivered once it is awake. */
export function useTicks() {
  const { revalidate } = useRevalidator();
  const { pending, add, alive } = useOutbox<Ticked>('steady-reel-ticks', readTicked, async ({ doing, done, pressedMs }) => {
    const answer = await fetch('/evening/ticks', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ doing, done, agoMs: Math.max(0, Date.now() - pressedMs) }),
    });
    if (answer.status >= 500) return 'away';
    // The tick stands until the page has it from the book.
    if (answer.ok) await revalidate();
    return answer.ok ? 'kept' : 'refused';
  });
  const tick = useMemo(
    () => (alive ? (doing: string, done: boolean) => add({ id: nanoid(), doing, done, pressedMs: Date.now() }) : null),
    // The box it is put in stands as long as the page does.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [alive],
  );
  return { pending, tick };
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
