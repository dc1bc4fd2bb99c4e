/** How this screen sounds its cues. `volume` from 0 to 1. */
export interface SoundSettings {
  readonly on: boolean;
  readonly volume: number;
  readonly voice: boolean;
}

export const DEFAULT_SOUND: SoundSettings = { on: true, volume: 0.7, voice: false };

/** What this browser kept, setting by setting: what is damaged is as it is at first, so that a cue always sounds. */
export function readSound(text: string | null): SoundSettings {
  let kept: unknown;
  try {
    kept = JSON.parse(text ?? '{}');
  } catch {
    return DEFAULT_SOUND;
  }
  const { on, volume, voice } = (kept ?? {}) as Readonly<Record<keyof SoundSettings, unknown>>;
  return {
    on: typeof on === 'boolean' ? on : DEFAULT_SOUND.on,
    volume: typeof volume === 'number' && volume >= 0 && volume <= 1 ? volume : DEFAULT_SOUND.volume,
    voice: typeof voice === 'boolean' ? voice : DEFAULT_SOUND.voice,
  };
}
