import type { DueCue } from '../../core/run/now.ts';

export type ToneName = 'agitate' | 'prepare' | 'pour-out' | 'end';

/** What a cue sounds like; null for cues that are only shown. */
export function toneOf(kind: DueCue['kind']): ToneName | null {
  switch (kind) {
    case 'agitate':
    case 'agitate-first':
    case 'rotate':
    case 'change':
      return 'agitate';
    case 'prepare':
    case 'pour-in':
      return 'prepare';
    case 'pour-out':
      return 'pour-out';
    case 'end':
      return 'end';
    case 'light-safe':
    case 'wipe':
      return null;
  }
}

interface Note {
  readonly hz: number;
  readonly atS: number;
  readonly lengthS: number;
  readonly knock?: boolean;
}

/** Our own tones (interface.md): a soft double knock, a rising triad, a falling one, a long tone. */
const TONES: Readonly<Record<ToneName, readonly Note[]>> = {
  agitate: [
    { hz: 190, atS: 0, lengthS: 0.13, knock: true },
    { hz: 190, atS: 0.2, lengthS: 0.13, knock: true },
  ],
  prepare: [
    { hz: 392, atS: 0, lengthS: 0.22 },
    { hz: 494, atS: 0.16, lengthS: 0.22 },
    { hz: 587, atS: 0.32, lengthS: 0.4 },
  ],
  'pour-out': [
    { hz: 659, atS: 0, lengthS: 0.25 },
    { hz: 523, atS: 0.2, lengthS: 0.25 },
    { hz: 392, atS: 0.4, lengthS: 0.55 },
  ],
  end: [{ hz: 523, atS: 0, lengthS: 1.6 }],
};

/** Plays tones at instants of the audio clock, so that a page kept from running still sounds on time. */
export class TonePlayer {
  private context: AudioContext | null = null;
  private gain: GainNode | null = null;
  private scheduled: OscillatorNode[] = [];
  private volume = 0.7;

  /** Browsers let sound begin only from a press. */
  async unlock(): Promise<boolean> {
    try {
      this.context ??= new AudioContext();
      if (!this.gain) {
        this.gain = this.context.createGain();
        this.gain.gain.value = this.volume;
        this.gain.connect(this.context.destination);
      }
      await this.context.resume();
      return this.context.state === 'running';
    } catch {
      return false;
    }
  }

  setVolume(volume: number): void {
    this.volume = volume;
    if (this.gain) this.gain.gain.value = volume;
  }

  play(tone: ToneName): void {
    if (this.context) this.at(tone, this.context.currentTime + 0.02, false);
  }

  /** Replaces everything that was scheduled. `inS` counts from now. */
  schedule(tones: readonly { readonly tone: ToneName; readonly inS: number }[]): void {
    this.silence();
    const context = this.context;
    if (!context) return;
    for (const { tone, inS } of tones) if (inS >= 0) this.at(tone, context.currentTime + inS, true);
  }

  silence(): void {
    for (const oscillator of this.scheduled) {
      try {
        oscillator.stop();
      } catch {
        // It had not started or was over.
      }
    }
    this.scheduled = [];
  }

  private at(tone: ToneName, startS: number, keep: boolean): void {
    const { context, gain } = this;
    if (!context || !gain) return;
    for (const note of TONES[tone]) {
      const oscillator = context.createOscillator();
      const envelope = context.createGain();
      const from = startS + note.atS;
      oscillator.type = note.knock ? 'triangle' : 'sine';
      oscillator.frequency.setValueAtTime(note.hz, from);
      if (note.knock) oscillator.frequency.exponentialRampToValueAtTime(note.hz * 0.6, from + note.lengthS);
      envelope.gain.setValueAtTime(0.0001, from);
      envelope.gain.exponentialRampToValueAtTime(0.9, from + 0.012);
      envelope.gain.exponentialRampToValueAtTime(0.0001, from + note.lengthS);
      oscillator.connect(envelope).connect(gain);
      oscillator.start(from);
      oscillator.stop(from + note.lengthS + 0.05);
      if (keep) this.scheduled.push(oscillator);
    }
  }
}
