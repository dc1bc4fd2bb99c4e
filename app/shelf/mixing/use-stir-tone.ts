import { useEffect, useRef } from 'react';
import { TonePlayer } from '../../ui/screen/tones.ts';

/**
 * A long tone and a shake when a stirring is over: hands and eyes are in the jug. Returns what unlocks sound, to be called
 * from a press.
 */
export function useStirTone(endsAtMs: number | null, clock: { readonly nowMs: number; readonly speed: number }): () => void {
  const player = useRef<TonePlayer | null>(null);
  const began = useRef(0);
  useEffect(() => {
    began.current = performance.now();
    player.current ??= new TonePlayer();
  }, [clock]);
  useEffect(() => {
    if (endsAtMs === null) {
      player.current?.schedule([]);
      return;
    }
    const now = clock.nowMs + (performance.now() - began.current) * clock.speed;
    const inS = (endsAtMs - now) / 1000 / clock.speed;
    if (inS <= 0) return;
    player.current?.schedule([{ id: `stir@${endsAtMs}`, tone: 'end', inS }]);
    const shake = setTimeout(() => navigator.vibrate?.(600), inS * 1000);
    return () => {
      clearTimeout(shake);
      player.current?.schedule([]);
    };
  }, [endsAtMs, clock]);
  return () => void player.current?.unlock();
}
