import { useState } from 'react';
import { asToldAtTheBench, bottleInWords, type BottleAtBench } from '../../core/run/bottle-at-bench.ts';
import type { RunState } from '../../core/run/state.ts';
import { ASKS_HOW_MUCH, INCIDENT_WORDS, INCIDENTS_AT_THE_BENCH } from '../../core/chemistry/incident-words.ts';
import { isDeveloper } from '../../core/kit/kind.ts';
import type { Incident } from '../../core/chemistry/standing.ts';
import { parseVolume } from '../../core/units/volume.ts';
import { useUnits } from '../ui/units.ts';
import type { Act } from './run-channel.ts';
import { Sheet } from './sheet.tsx';

interface IncidentEntryProps {
  readonly bottles: readonly BottleAtBench[];
  readonly state: RunState;
  readonly act: (act: Act) => unknown;
  readonly close: () => void;
}

const CHOICE = 'min-h-12 rounded-card border px-4 py-2 text-left aria-pressed:border-aqua aria-pressed:font-bold border-night-line';

/** Only a developer has another beside it, or is harmed by backing. */
function canHappen(what: Incident, { kind }: Pick<BottleAtBench, 'kind'>): boolean {
  return (what !== 'other-developer' && what !== 'remjet') || isDeveloper(kind);
}

/** Something dripped into a bottle: which, what, how much where it matters; what follows is said before it is kept. */
export function IncidentEntry({ bottles, state, act, close }: IncidentEntryProps) {
  const { volume } = useUnits();
  const [bath, setBath] = useState<string | null>(null);
  const [what, setWhat] = useState<Incident | null>(null);
  const [typed, setTyped] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const bottle = bottles.find((each) => each.bath === bath);
  const asksMuch = what !== null && ASKS_HOW_MUCH.includes(what);
  const ml = asksMuch ? parseVolume(typed, volume) : null;
  const incident = bottle && what && (!asksMuch || ml !== null) ? { bath: bottle.bath, what, ...(ml === null ? {} : { ml }) } : null;
  const after = bottle && incident ? asToldAtTheBench(bottle, { incidents: [...state.incidents, incident] }) : null;
  return (
    <Sheet label="Something got in" close={close}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!bottle || !what) return setSaid('Choose the bottle and what got in.');
          if (!incident || (ml !== null && ml < 0)) return setSaid('How much got in decides what it means: such as 5, or 0.5 fl oz.');
          act({ kind: 'incident', ...incident });
          close();
        }}
      >
        <fieldset>
          <legend className="font-semibold">{bottle ? 'The bottle; press it for another' : 'Which bottle'}</legend>
          <div className="mt-1 grid gap-2 sm:grid-cols-2">
            {bottles
              .filter((each) => bath === null || each.bath === bath)
              .map((each) => (
                <button
                  key={each.bath}
                  type="button"
                  aria-pressed={bath === each.bath}
                  className={CHOICE}
                  onClick={() => (setBath(bath === null ? each.bath : null), setWhat(null))}
                >
                  {each.name} <span className="block text-sm text-night-quiet">{bottleInWords(each)}</span>
                </button>
              ))}
          </div>
        </fieldset>
        {bottle && (
          <fieldset className="mt-3">
            <legend className="font-semibold">{what ? 'What got in; press it for something else' : 'What got in'}</legend>
            <div className="mt-1 grid gap-2 sm:grid-cols-2">
              {INCIDENTS_AT_THE_BENCH.filter((each) => (what === null || each === what) && canHappen(each, bottle)).map((each) => (
                <button
                  key={each}
                  type="button"
                  aria-pressed={what === each}
                  className={CHOICE}
                  onClick={() => setWhat(what === null ? each : null)}
                >
                  {INCIDENT_WORDS[each]}
                </button>
              ))}
            </div>
          </fieldset>
        )}
        {asksMuch && (
          <label className="mt-3 block font-semibold">
            How much, in {volume}
            <input
              value={typed}
              inputMode="decimal"
              autoComplete="off"
              className="figure mt-1 block w-36 rounded-card border border-night-quiet bg-night px-3 py-2 text-2xl"
              onChange={(event) => setTyped(event.target.value)}
            />
          </label>
        )}
        <p aria-live="polite" className="mt-2 min-h-6 text-lg text-straw">
          {said ??
            (after === null
              ? ''
              : after.standing === 'spent'
                ? `${after.name} is spent: refused until a test passes.`
                : after.standing === 'doubtful'
                  ? `${after.name} is doubtful: test it before a film that matters.`
                  : `${after.name} may still be used.`)}
        </p>
        <button className="mt-2 min-h-14 w-full rounded-card bg-aqua px-5 text-lg font-bold text-night">Write it down</button>
      </form>
    </Sheet>
  );
}
