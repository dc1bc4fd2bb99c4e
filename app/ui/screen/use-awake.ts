import { useCallback, useEffect, useRef, useState } from 'react';
import type { ScreenFacts } from './screen-checks.ts';

/** A silent film that plays keeps a screen awake where the browser's own lock is not to be had. */
interface Film {
  readonly enable: () => Promise<unknown>;
  readonly disable: () => void;
  readonly noSleepVideo?: HTMLVideoElement;
}

/**
 * Keeps the screen awake while `on`, and again whenever the page returns. Where the browser refuses its lock, as it does
 * over plain http, `keepAwake` starts a silent film: that takes a press. Says what is really the case, not what was asked.
 */
export function useAwake(on: boolean): { readonly awake: ScreenFacts['awake']; readonly keepAwake: () => void } {
  const [awake, setAwake] = useState<ScreenFacts['awake']>('trying');
  const film = useRef<Film | null>(null);
  const playing = useRef(false);

  useEffect(() => {
    if (!on) return;
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    // Fetched before it is needed: it must begin within the press itself, and without a network.
    const fetchFilm = async () => {
      const { default: NoSleep } = await import('nosleep.js');
      if (film.current) return;
      film.current = new NoSleep();
      // Browsers stop a film of a page that went behind another: then a press is wanted again.
      film.current.noSleepVideo?.addEventListener('pause', () => {
        playing.current = false;
        if (!gone) setAwake('press');
      });
      if (!gone) setAwake('press');
    };
    const take = () => {
      if (document.visibilityState !== 'visible') return;
      if (!('wakeLock' in navigator)) return void fetchFilm().catch(() => setAwake('no'));
      navigator.wakeLock
        .request('screen')
        .then((taken) => {
          if (gone) return void taken.release();
          lock = taken;
          setAwake('lock');
          taken.addEventListener('release', () => !gone && setAwake('trying'));
        })
        // Refused, on low battery or by a setting.
        .catch(() => fetchFilm().catch(() => setAwake('no')));
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
      if (playing.current) film.current?.disable();
      playing.current = false;
    };
  }, [on]);

  const keepAwake = useCallback(() => {
    if (!film.current || playing.current) return;
    film.current
      .enable()
      .then(() => {
        playing.current = true;
        setAwake('wakeLock' in navigator ? 'lock' : 'film');
      })
      .catch(() => setAwake('no'));
  }, []);

  return { awake, keepAwake };
}
