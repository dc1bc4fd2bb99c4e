import { isDeveloper } from '../../../core/kit/kind.ts';
import { endsWithTheNextPour, endsWithTheRun } from '../../../core/run/acts/one-act.ts';
import { developerOwes, pauseRefusal, waitsIn } from '../../../core/run/acts/guard.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { BENCH_KEYS } from '../../ui/screen/bench-keys.ts';
import type { ToneName } from '../../ui/screen/tones.ts';
import type { Act } from '../channel/run-channel.ts';
import type { SoundSettings } from '../cues/sound-settings.ts';
import { Sheet } from './sheet.tsx';

interface MoreProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly act: (act: Act) => void;
  readonly close: () => void;
  readonly setMargin: () => void;
  readonly tellIncident: () => void;
  /** What stands here has stood long enough for a press to be meant for it. */
  readonly settled: boolean;
}

const ROW = 'min-h-12 w-full rounded-card border border-night-line px-4 py-2 text-left disabled:text-night-quiet disabled:opacity-70';

/** What real life asks for: longer, shorter, skip, again, pause, give up. Each says what it does, or why it cannot be done. */
export function MoreActs({ plan, state, act, close, setMargin, tellIncident, settled }: MoreProps) {
  const step = plan.steps[state.step];
  const before = plan.steps[state.step - 1];
  const running = state.phase === 'running';
  const name = step?.name.toLowerCase() ?? '';
  const noPause = pauseRefusal(plan, state);
  const spentOnIt = before !== undefined && isDeveloper(before.kind) && !developerOwes(before, state.actual[state.step - 1] ?? null);
  const developed = state.actual.some((actual, i) => actual && isDeveloper(plan.steps[i]?.kind ?? 'wash'));
  const done = (what: Act) => {
    act(what);
    close();
  };
  return (
    <Sheet label="More" close={close}>
      <div className="grid gap-2 sm:grid-cols-2">
        {running &&
          [30, -30].map((seconds) => (
            <button key={seconds} type="button" className={ROW} onClick={() => done({ kind: 'lengthened', step: step?.id ?? '', seconds })}>
              {seconds > 0 ? 'Lengthen' : 'Shorten'} {name} by 0:30
            </button>
          ))}
        {step && state.phase !== 'paused' && (
          <button type="button" className={ROW} onClick={setMargin}>
            Your own margin on {name}
            <span className="block text-sm text-night-quiet">Seconds or percent, with why; offered again next time.</span>
          </button>
        )}
        {step && !isDeveloper(step.kind) && state.phase !== 'paused' && (
          <button type="button" className={ROW} onClick={() => done({ kind: 'skipped', step: step.id })}>
            {running ? `End ${name} now as skipped` : `Skip ${name}`}
          </button>
        )}
        {running && step && (endsWithTheNextPour(plan, state.step) || endsWithTheRun(plan, state.step)) && (
          <button type="button" className={ROW} disabled={!settled} onClick={() => done({ kind: 'step-ended', step: step.id })}>
            {step.name} is out
            <span className="block text-sm text-night-quiet">Nothing goes in yet.</span>
          </button>
        )}
        {state.phase === 'between' && before && (
          <button type="button" className={ROW} disabled={spentOnIt} onClick={() => done({ kind: 'repeated', step: before.id })}>
            Repeat {before.name.toLowerCase()}
            {spentOnIt && <span className="block text-sm">A second time would over-develop.</span>}
          </button>
        )}
        <button type="button" className={ROW} onClick={tellIncident}>
          Something got into a bottle
          <span className="block text-sm text-night-quiet">Written into its ledger; what follows is said at once.</span>
        </button>
        <button type="button" className={ROW} disabled={noPause !== null} onClick={() => done({ kind: 'paused' })}>
          Pause
          <span className="block text-sm">{noPause ?? waitsIn(plan, state)}</span>
        </button>
        <button type="button" className={ROW} onClick={() => done({ kind: 'given-up', reason: '', countsRolls: developed })}>
          Give this run up
          <span className="block text-sm text-night-quiet">
            {developed
              ? 'The film was developed: its rolls count for the batch and are marked spoilt.'
              : 'Nothing was developed: the rolls wait again.'}
          </span>
        </button>
      </div>
    </Sheet>
  );
}

export function SoundPanel({
  sound,
  change,
  play,
  close,
}: {
  readonly sound: SoundSettings;
  readonly change: (sound: SoundSettings) => void;
  readonly play: (tone: ToneName) => void;
  readonly close: () => void;
}) {
  const tones: readonly (readonly [ToneName, string])[] = [
    ['agitate', 'Agitate: double knock'],
    ['prepare', 'Get ready: rising'],
    ['pour-out', 'Pour out: falling'],
    ['end', 'Zero: long'],
  ];
  return (
    <Sheet label="Sound" close={close}>
      <div className="grid gap-3">
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6 accent-aqua"
            checked={sound.on}
            onChange={(event) => change({ ...sound, on: event.target.checked })}
          />{' '}
          Tones
        </label>
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6 accent-aqua"
            checked={sound.voice}
            onChange={(event) => change({ ...sound, voice: event.target.checked })}
          />{' '}
          Speak each cue, where the browser has a voice
        </label>
        <label className="flex items-center gap-3">
          Volume{' '}
          <input
            type="range"
            min={0}
            max={1}
            step={0.05}
            value={sound.volume}
            className="grow accent-aqua"
            onChange={(event) => change({ ...sound, volume: Number(event.target.value) })}
          />
        </label>
        <div className="grid gap-2 sm:grid-cols-2">
          {tones.map(([tone, label]) => (
            <button key={tone} type="button" className={ROW} onClick={() => play(tone)}>
              {label}
            </button>
          ))}
        </div>
      </div>
    </Sheet>
  );
}

export function KeysPanel({ close }: { readonly close: () => void }) {
  return (
    <Sheet label="Keys" close={close}>
      <dl className="grid grid-cols-[8rem_1fr] gap-x-3 gap-y-1.5 lg:grid-cols-[8rem_1fr_8rem_1fr]">
        {BENCH_KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="figure font-semibold">{key}</dt>
            <dd className="text-night-quiet">{does}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
