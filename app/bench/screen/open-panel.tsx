import { Suspense, useEffect } from 'react';
import type { BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import type { ToneName } from '../../ui/screen/tones.ts';
import type { SoundSettings } from '../cues/sound-settings.ts';
import { NoteEntry, ReadingEntry, type Thermometer } from '../entries/reading-entry.tsx';
import { StartEntry } from '../entries/start-entry.tsx';
import type { OwnEffects, SeenRun } from './bench-run.ts';
import { IncidentEntry, KeysPanel, MarginEntry, MoreActs, SoundPanel } from './panels.ts';
import { readingPlaces } from './place-choice.tsx';
import { useBenchKeys, type BenchKeysProps, type Panel } from './use-bench-keys.ts';

interface OpenPanelProps {
  readonly panel: Panel;
  readonly setPanel: (panel: Panel) => void;
  readonly seen: SeenRun;
  readonly own: OwnEffects | null;
  readonly thermometers: readonly Thermometer[];
  readonly bottles: readonly BottleAtBench[];
  readonly nowMs: () => number;
  readonly settled: boolean;
  readonly sound: SoundSettings;
  readonly setSound: (sound: SoundSettings) => void;
  readonly play: (tone: ToneName) => void;
}

export { ReadingEntry };
export { fetchPanels } from './panels.ts';

/** The keys, once they are here. */
export function BenchKeys({ here, ...keys }: BenchKeysProps & { readonly here: () => void }) {
  useBenchKeys(keys);
  useEffect(here, [here]);
  return null;
}

/** What stands as a sheet above the act; nothing while nothing does. */
export function OpenPanel({ panel, setPanel, seen, own, thermometers, bottles, nowMs, settled, sound, setSound, play }: OpenPanelProps) {
  const { plan, state, now, act } = seen;
  const here = plan.steps[state.step];
  const places = readingPlaces(plan, state);
  const close = () => setPanel(null);
  return (
    <Suspense>
      {panel?.kind === 'reading' &&
        (own?.Reading ? (
          <own.Reading {...seen} places={places} close={close} />
        ) : (
          <ReadingEntry
            label="A reading"
            first={panel.first}
            thermometers={thermometers}
            places={places}
            keep={(reading) => {
              act({ kind: 'reading', ...reading });
              close();
            }}
            close={close}
          />
        ))}
      {panel?.kind === 'start' && now.running && here && <StartEntry step={here} running={now.running} {...{ nowMs, act, close }} />}
      {panel?.kind === 'note' && <NoteEntry act={act} close={close} />}
      {panel?.kind === 'more' && (
        <MoreActs
          {...{ plan, state, act, close, settled }}
          setMargin={() => setPanel({ kind: 'margin' })}
          tellIncident={() => setPanel({ kind: 'incident' })}
        />
      )}
      {panel?.kind === 'incident' && <IncidentEntry {...{ state, act, close }} bottles={bottles} />}
      {panel?.kind === 'margin' && here && <MarginEntry step={here} act={act} close={close} />}
      {panel?.kind === 'sound' && <SoundPanel sound={sound} change={setSound} play={play} close={close} />}
      {panel?.kind === 'keys' && <KeysPanel close={close} />}
    </Suspense>
  );
}
