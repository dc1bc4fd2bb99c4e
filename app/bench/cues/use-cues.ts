import { useCallback, useEffect, useRef, useState } from 'react';
import type { DueCue } from '../../../core/run/state/now.ts';
import type { ScreenFacts } from '../../ui/screen/screen-checks.ts';
import { TonePlayer, toneOf, type ToneName } from '../../ui/screen/tones.ts';
import type { ServerClock } from '../../ui/screen/server-clock.ts';
import { DEFAULT_SOUND, readSound, type SoundSettings } from './sound-settings.ts';

const KEPT = 'steady-reel-sound';
/** Sounds are put into the audio clock this far ahead, and topped up at every cue. */
const AHEAD_S = 1800;
const VIBRATION: Readonly<Record<ToneName, readonly number[]>> = {
  agitate: [80, 80, 80],
  prepare: [60, 60, 60, 60, 160],
  'pour-out': [300, 100, 300],
  end: [600],
};

/** Fires each cue once, on time, in sound, voice and vibration; returns the latest for the screen and screen readers. */
export function useCues(clock: ServerClock | null, cues: readonly DueCue[], say: (cue: DueCue) => string) {
  const [sound, setSound] = useState<SoundSettings>(DEFAULT_SOUND);
  const [unlocked, setUnlocked] = useState<ScreenFacts['sound']>('press');
  const [fired, setFired] = useState<{ readonly cue: DueCue; readonly atMs: number } | null>(null);
  const player = useRef<TonePlayer | null>(null);
  const worker = useRef<Worker | null>(null);
  const latest = useRef({ cues, sound, clock, say });
  useEffect(() => {
    latest.current = { cues, sound, clock, say };
  });

  const schedule = useCallback(() => {
    const { cues: due, sound: settings, clock: by } = latest.current;
    if (!by || !player.current) return;
    const now = by.nowMs();
    player.current.setVolume(settings.volume);
    player.current.schedule(
      settings.on
        ? due.flatMap((cue) => {
            const tone = toneOf(cue.kind);
            const inS = (cue.atMs - now) / 1000 / by.speed;
            return tone && inS >= 0 && inS < AHEAD_S ? [{ id: cueId(cue), tone, inS }] : [];
          })
        : [],
    );
  }, []);

  useEffect(() => {
    const kept = readKept();
    // Browser storage is only there once the page lives; the server cannot know it.
    // oxlint-disable-next-line react-hooks/set-state-in-effect
    if (kept) setSound(kept);
    player.current = new TonePlayer();
    const timer = new Worker(new URL('../../workers/cue-timer.worker.ts', import.meta.url), { type: 'module' });
    worker.current = timer;
    timer.onmessage = (message: MessageEvent<{ id: string; firedAtMs: number }>) => {
      const cue = latest.current.cues.find((candidate) => cueId(candidate) === message.data.id);
      const by = latest.current.clock;
      if (!cue || !by) return;
      setFired({ cue, atMs: by.nowMs() });
      const { sound: settings } = latest.current;
      const tone = toneOf(cue.kind);
      if (tone) navigator.vibrate?.([...VIBRATION[tone]]);
      if (tone && settings.on) player.current?.fires(cueId(cue), tone, (by.nowMs() - cue.atMs) / 1000 / by.speed);
      if (settings.on && settings.voice && 'speechSynthesis' in window) {
        speechSynthesis.cancel();
        speechSynthesis.speak(new SpeechSynthesisUtterance(latest.current.say(cue)));
      }
      // Read by `npm run measure`: planned against fired, on one scale.
      performance.mark('cue', { detail: { plannedMs: by.monotonicAt(cue.atMs), firedMs: message.data.firedAtMs } });
      schedule();
    };
    return () => {
      timer.terminate();
      player.current?.silence();
      worker.current = null;
    };
  }, [schedule]);

  const signature = cues.map(cueId).join();
  useEffect(() => {
    if (!clock) return;
    const tell = () => {
      worker.current?.postMessage(latest.current.cues.map((cue) => ({ id: cueId(cue), atMs: clock.monotonicAt(cue.atMs) })));
      schedule();
    };
    tell();
    return clock.onChange(tell);
  }, [clock, signature, schedule, sound]);

  const change = useCallback((settings: SoundSettings) => {
    setSound(settings);
    try {
      localStorage.setItem(KEPT, JSON.stringify(settings));
    } catch {
      // Kept for this page only.
    }
  }, []);

  const unlock = useCallback(async () => {
    const running = (await player.current?.unlock()) ?? false;
    setUnlocked(running ? 'on' : 'AudioContext' in globalThis ? 'press' : 'none');
    schedule();
    return running;
  }, [schedule]);

  return {
    sound,
    setSound: change,
    fired,
    unlock,
    unlocked,
    play: (tone: ToneName) => void unlock().then(() => player.current?.play(tone)),
  };
}

function cueId(cue: DueCue): string {
  return `${cue.kind}@${Math.round(cue.atMs)}`;
}

function readKept(): SoundSettings | null {
  try {
    return readSound(localStorage.getItem(KEPT));
  } catch {
    return null;
  }
}
