import fc from 'fast-check';
import { TonePlayer, type DueTone } from './tones.ts';

/** An audio clock that the test moves, and what was made to sound on it: starts that were not taken back before they came. */
class FakeAudio {
  currentTime = 0;
  state = 'running';
  readonly destination = {};
  readonly notes: { startS: number; stoppedAtS: number | null }[] = [];
  createGain() {
    const ramp = { value: 0, setValueAtTime() {}, exponentialRampToValueAtTime() {} };
    return { gain: ramp, connect: (to: unknown) => to };
  }
  createOscillator() {
    const note = { startS: Infinity, stoppedAtS: null as number | null };
    this.notes.push(note);
    return {
      type: 'sine',
      frequency: { setValueAtTime() {}, exponentialRampToValueAtTime() {} },
      connect: (to: unknown) => to,
      start: (atS: number) => (note.startS = atS),
      // Without an instant it is cut off now.
      stop: (atS?: number) => atS === undefined && (note.stoppedAtS = this.currentTime),
    };
  }
  resume = () => Promise.resolve();
  /** Instants at which a tone was heard whole: its first note began and nothing cut it off. */
  heard(): number[] {
    return this.notes
      .filter(({ startS, stoppedAtS }) => startS <= this.currentTime && (stoppedAtS === null || stoppedAtS > startS + 3))
      .map(({ startS }) => startS);
  }
}

async function player() {
  const audio = new FakeAudio();
  const tones = new TonePlayer(() => audio as unknown as AudioContext);
  await tones.unlock();
  return { audio, tones };
}

test('a prepare that was not put ahead, eight minutes after the last beat on the rollers, sounds when its cue fires', async () => {
  const { audio, tones } = await player();
  tones.schedule([]);
  audio.currentTime = 480;
  tones.fires('prepare@480', 'end', 0.3);
  tones.fires('prepare@480', 'end', 0.6);
  expect(audio.heard()).toEqual([]);
  audio.currentTime = 482;
  expect(audio.heard()).toHaveLength(1);
});

test('a new plan never cuts off what sounds, and a cue that is long past stays silent', async () => {
  const { audio, tones } = await player();
  tones.schedule([{ id: 'out@10', tone: 'end', inS: 10 }]);
  audio.currentTime = 10.05;
  tones.schedule([]);
  tones.fires('out@10', 'end', 0.05);
  audio.currentTime = 20;
  expect(audio.heard()).toEqual([10]);
  tones.fires('out@-60', 'end', 60);
  audio.currentTime = 30;
  expect(audio.heard()).toEqual([10]);
});

test('every cue of an hour sounds once, however late each fires and however often the plan is told anew', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.integer({ min: 1, max: 3600 }), { minLength: 1, maxLength: 40 }),
      fc.array(fc.integer({ min: 0, max: 3600 }), { maxLength: 20 }),
      fc.integer({ min: 0, max: 5 }),
      fc.integer({ min: 60, max: 3600 }),
      async (seconds, toldAnew, lateS, aheadS) => {
        const { audio, tones } = await player();
        const cues = [...new Set(seconds)].map((atS) => ({ id: `cue@${atS}`, atS }));
        const tell = () =>
          tones.schedule(
            cues.flatMap(({ id, atS }): DueTone[] =>
              atS >= audio.currentTime && atS - audio.currentTime < aheadS ? [{ id, tone: 'end', inS: atS - audio.currentTime }] : [],
            ),
          );
        tell();
        // The page is woken at each cue, late, and tells its plan anew then and whenever something moves.
        const wakes = [...cues.map(({ id, atS }) => ({ atS: atS + lateS, id })), ...toldAnew.map((atS) => ({ atS, id: null }))].sort(
          (a, b) => a.atS - b.atS,
        );
        for (const { atS, id } of wakes) {
          audio.currentTime = atS;
          if (id !== null) tones.fires(id, 'end', lateS);
          tell();
        }
        audio.currentTime = 4000;
        expect(audio.heard()).toHaveLength(cues.length);
      },
    ),
    { numRuns: 60 },
  );
});
