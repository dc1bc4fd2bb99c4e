import { nanoid } from 'nanoid';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { foldMixing, type MixingAct, type MixingPlan } from '../../../core/chemistry/mixing/mixing-run.ts';
import { readKeptActs } from '../../../core/chemistry/mixing/read-mixing.ts';

const RETRY_MS = 3000;
/** Another screen may be at it too, and a page that is read while an act is on its way is read a moment too early. */
const LOOK_AGAIN_MS = 5000;

/** An act as it is pressed: it gets its id and its time here. */
export type Pressed = { readonly kind: 'done' | 'begun'; readonly step: string } | { readonly kind: 'undone' };

/**
 * A mixing as this screen has it: what the server keeps and what was pressed since. A press counts at once, is kept on
 * this device until the server has it, and is delivered again after a reload or once the server is back.
 */
export function useMixing(mixingId: string, plan: MixingPlan, kept: readonly MixingAct[]) {
  const [server, setServer] = useState(kept);
  const [pending, setPending] = useState<readonly MixingAct[]>([]);
  const [away, setAway] = useState(false);
  const [says, setSays] = useState<string | null>(null);
  const delivering = useRef(false);
  // What is pressed while an act is on its way, or before this page's first effects ran, must not be forgotten.
  const latest = useRef<readonly MixingAct[]>([]);
  const key = `mixing-${mixingId}`;

  const [alive, setAlive] = useState(false);

  useEffect(() => {
    // Browser storage is only there once the page lives; the server cannot know it.
    const pressed = latest.current;
    latest.current = [...readPending(key).filter((act) => !pressed.some((known) => known.id === act.id)), ...pressed];
    setPending(latest.current);
    setAlive(true);
  }, [key]);

  const change = useCallback(
    (how: (acts: readonly MixingAct[]) => readonly MixingAct[]) => {
      const acts = how(latest.current);
      latest.current = acts;
      setPending(acts);
      try {
        if (acts.length === 0) localStorage.removeItem(key);
        else localStorage.setItem(key, JSON.stringify(acts));
      } catch {
        // A full or forbidden store costs the copy, not the act.
      }
    },
    [key],
  );

  useEffect(() => {
    const first = pending[0];
    if (!first || delivering.current) return;
    delivering.current = true;
    let again: ReturnType<typeof setTimeout> | null = null;
    void deliver(mixingId, first).then((answer) => {
      delivering.current = false;
      if (answer === null) {
        setAway(true);
        // A new list starts the effect again.
        again = setTimeout(() => setPending((acts) => [...acts]), RETRY_MS);
        return;
      }
      setAway(false);
      setServer((before) => theLonger(before, answer.acts));
      setSays(answer.message);
      // What another screen did first leaves no place for what was pressed after it here.
      change((acts) => (answer.message === null ? acts.filter((act) => act.id !== first.id) : []));
    });
    return () => {
      if (again) clearTimeout(again);
    };
  }, [pending, mixingId, change]);

  useEffect(() => {
    const look = () => {
      void fetch(`/mixing/${mixingId}/acts`)
        .then((answer) => (answer.ok ? (answer.json() as Promise<{ acts: MixingAct[] }>) : null))
        .then((answer) => answer && setServer((before) => theLonger(before, answer.acts)))
        // Whether the server is there is told by what is delivered to it.
        .catch(() => undefined);
    };
    look();
    const every = setInterval(look, LOOK_AGAIN_MS);
    return () => clearInterval(every);
  }, [mixingId]);

  const acts = useMemo(() => {
    const known = new Set(server.map((act) => act.id));
    return [...server, ...pending.filter((act) => !known.has(act.id))];
  }, [server, pending]);
  return {
    state: useMemo(() => foldMixing(plan, acts), [plan, acts]),
    /** The server cannot be reached; what is pressed is kept here. */
    away,
    says,
    press: (what: Pressed, atMs: number) => change((acts) => [...acts, { id: nanoid(), atMs: Math.round(atMs), ...what }]),
    delivered: pending.length === 0,
    alive,
  };
}

/** Acts are only ever appended: of two answers the longer is the later. */
function theLonger(a: readonly MixingAct[], b: readonly MixingAct[]): readonly MixingAct[] {
  return b.length >= a.length ? b : a;
}

function readPending(key: string): MixingAct[] {
  try {
    return readKeptActs(JSON.parse(localStorage.getItem(key) ?? '[]'));
  } catch {
    return [];
  }
}

/** Null when the server did not answer: the act is kept and tried again. */
async function deliver(mixingId: string, act: MixingAct): Promise<{ acts: MixingAct[]; message: string | null } | null> {
  try {
    const response = await fetch(`/mixing/${mixingId}/acts`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(act),
    });
    if (response.status >= 500) return null;
    const answer = (await response.json()) as { acts?: MixingAct[]; message: string | null };
    return { acts: answer.acts ?? [], message: answer.message };
  } catch {
    return null;
  }
}
