import { nanoid } from 'nanoid';
import { useEffect, useMemo, useState } from 'react';
import { foldMixing, type MixingAct, type MixingPlan } from '../../../core/chemistry/mixing/mixing-run.ts';
import { readKeptActs } from '../../../core/chemistry/mixing/read-mixing.ts';
import { useAlone } from '../../ui/screen/reach.ts';
import type { Sent } from '../../ui/screen/outbox.ts';
import { useOutbox } from '../../ui/screen/use-outbox.ts';

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
  const [says, setSays] = useState<string | null>(null);
  const send = async (act: MixingAct): Promise<Sent> => {
    const response = await fetch(`/mixing/${mixingId}/acts`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(act),
    });
    if (response.status >= 500) return 'away';
    const answer = (await response.json()) as { acts?: MixingAct[]; message: string | null };
    setServer((before) => theLonger(before, answer.acts ?? []));
    setSays(answer.message);
    return answer.message === null ? 'kept' : 'refused';
  };
  const { pending, taken, add, alive } = useOutbox({ name: `mixing-${mixingId}`, read: readKeptActs, send });

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
    return [...server, ...[...taken, ...pending].filter((act) => !known.has(act.id))];
  }, [server, taken, pending]);
  return {
    state: useMemo(() => foldMixing(plan, acts), [plan, acts]),
    /** The server cannot be reached; what is pressed is kept here. */
    away: useAlone() && pending.length > 0,
    says,
    press: (what: Pressed, atMs: number) => add({ id: nanoid(), atMs: Math.round(atMs), ...what }),
    delivered: pending.length === 0,
    alive,
  };
}

/** Acts are only ever appended: of two answers the longer is the later. */
function theLonger(a: readonly MixingAct[], b: readonly MixingAct[]): readonly MixingAct[] {
  return b.length >= a.length ? b : a;
}
