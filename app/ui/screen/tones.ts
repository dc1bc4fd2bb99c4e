import type { DueCue } from '../../../core/run/state/now.ts';

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

/** A tone at an instant, by the cue that it is for. */
export interface DueTone {
  readonly id: string;
  readonly tone: ToneName;
  /** From now. */
  readonly inS: number;
}

interface Scheduled {
  readonly startS: number;
  readonly oscillators: readonly OscillatorNode[];
}

/** A cue whose tone is this much behind is still worth hearing; one that is later would only confuse. */
const STILL_WORTH_S = 20;

/**
 * Plays tones at instants of the audio clock, so that a page kept from running still sounds on time. Each cue sounds once:
 * what sounds already is never cut off by a new plan, and what was not put ahead in time sounds when its cue fires.
 */
export class TonePlayer {
  private context: AudioContext | null = null;
  private gain: GainNode | null = null;
  private scheduled = new Map<string, Scheduled>();
  private sounded = new Set<string>();
  private volume = 0.7;

  constructor(private readonly makeContext: () => AudioContext = () => new AudioContext()) {}

  /** Browsers let sound begin only from a press. */
  async unlock(): Promise<boolean> {
    try {
      this.context ??= this.makeContext();
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
    if (this.context) this.at(tone, this.context.currentTime + 0.02);
  }

  /** Takes the place of everything that is still to come; what has begun to sound goes on. */
  schedule(tones: readonly DueTone[]): void {
    this.silence();
    const context = this.context;
    if (!context) return;
    for (const { id, tone, inS } of tones) {
      if (inS < 0 || this.sounded.has(id)) continue;
      const startS = context.currentTime + inS;
      this.scheduled.set(id, { startS, oscillators: this.at(tone, startS) });
    }
  }

  /** A cue fired: where its tone was not put ahead, it sounds now. `lateS` is how long ago it was due. */
  fires(id: string, tone: ToneName, lateS: number): void {
    this.noteWhatSounded();
    if (this.sounded.has(id) || this.scheduled.has(id)) return;
    this.sounded.add(id);
    if (lateS < STILL_WORTH_S) this.play(tone);
  }

  /** Takes back what has not begun to sound. */
  silence(): void {
    this.noteWhatSounded();
    for (const { oscillators } of this.scheduled.values())
      for (const oscillator of oscillators) {
        try {
          oscillator.stop();
        } catch {
          // It had not started or was over.
        }
      }
    this.scheduled.clear();
  }

  private noteWhatSounded(): void {
    const nowS = this.context?.currentTime ?? 0;
    for (const [id, { startS }] of this.scheduled) {
      if (startS > nowS) continue;
      this.sounded.add(id);
      this.scheduled.delete(id);
    }
  }

  private at(tone: ToneName, startS: number): OscillatorNode[] {
    const { context, gain } = this;
    if (!context || !gain) return [];
    return TONES[tone].map((note) => {
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
      return oscillator;
    });
  }
}
