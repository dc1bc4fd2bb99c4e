import { useSyncExternalStore } from 'react';

/*
 * Whether the laptop answers this screen, told by whatever last asked it: one truth for a whole page. A page that came as a
 * copy (app/frame/page-worker.ts) begins alone.
 */
let alone: boolean | null = null;
const listeners = new Set<() => void>();

export function isAlone(): boolean {
  return alone ?? isCopy();
}

/** Told by what asked: it was answered, or it was not. */
export function toldWhether(answers: boolean): void {
  if (isAlone() === !answers) return;
  alone = !answers;
  for (const listener of listeners) listener();
}

/** Asks the laptop. What reads a page anew asks first: a page that cannot be read must not take the place of one that was. */
export async function answers(): Promise<boolean> {
  const answered = await fetch('/clock', { cache: 'no-store', signal: AbortSignal.timeout(ANSWER_WITHIN_MS) }).then(
    (answer) => answer.ok,
    () => false,
  );
  toldWhether(answered);
  return answered;
}

const ANSWER_WITHIN_MS = 4000;

/** The page that stands here was kept from before, because the laptop did not answer. */
export function isCopy(): boolean {
  return typeof document !== 'undefined' && document.documentElement.dataset['copy'] !== undefined;
}

export function useAlone(): boolean {
  return useSyncExternalStore(subscribe, isAlone, () => false);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
