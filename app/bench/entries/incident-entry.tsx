import { useState } from 'react';
import { ASKS_HOW_MUCH, INCIDENT_WORDS, INCIDENTS_AT_THE_BENCH } from '../../../core/chemistry/ledger/incident-words.ts';
import type { Incident } from '../../../core/chemistry/ledger/standing.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import { asToldAtTheBench, bottleInWords, type BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { parseVolume } from '../../../core/units/typed-volume.ts';
import { useUnits } from '../../ui/forms/units.ts';
import type { Act } from '../channel/run-channel.ts';
import { Sheet } from '../screen/sheet.tsx';
import { followsInWords } from './follows-in-words.ts';

interface IncidentEntryProps {
  readonly bottles: readonly BottleAtBench[];
  readonly state: RunState;
  readonly act: (act: Act) => unknown;
  readonly close: () => void;
}

const CHOICE = 'min-h-14 rounded-card border border-night-line px-4 py-2 text-left';

/** Only a developer has another beside it, or is harmed by backing; and no bath gets into itself. */
function canHappen(what: Incident, { kind }: Pick<BottleAtBench, 'kind'>, bottles: readonly BottleAtBench[]): boolean {
  if (what === 'remjet') return isDeveloper(kind);
  if (what === 'other-developer') return isDeveloper(kind) && bottles.filter((each) => isDeveloper(each.kind)).length > 1;
  if (what === 'developer') return !isDeveloper(kind);
  return what !== 'stop' || kind !== 'stop';
}

/** How much is seldom known: a splash and a gulp are pressed, a figure may be typed. */
const SPLASH_ML = 5;
const GULP_ML = 30;

/**
 * Something dripped into a bottle: one press on what it was, and it is written down; what follows is said where it was
 * pressed, and a press takes it back. The developer comes first: a few drops in it cost a whole kit.
 */
export function IncidentEntry({ bottles, state, act, close }: IncidentEntryProps) {
  const [asked, setAsked] = useState<{ readonly bottle: BottleAtBench; readonly what: Incident } | null>(null);
  const [told, setTold] = useState<BottleAtBench | null>(null);
  const tell = (bottle: BottleAtBench, what: Incident, ml?: number) => {
    const incident = { bath: bottle.bath, what, ...(ml === undefined ? {} : { ml }) };
    act({ kind: 'incident', ...incident });
    setAsked(null);
    setTold(asToldAtTheBench(bottle, { incidents: [...state.incidents, incident] }));
  };
  if (told) return <WhatFollows bottle={told} close={close} />;
  if (asked) return <HowMuch {...asked} tell={tell} back={() => setAsked(null)} close={close} />;
  const first = [...bottles].sort((a, b) => Number(isDeveloper(b.kind)) - Number(isDeveloper(a.kind)));
  return (
    <Sheet label="Something got in" close={close}>
      {first.map((bottle, i) => (
        <details key={bottle.bath} open={i === 0 || isDeveloper(bottle.kind)} className="mb-2">
          <summary className="min-h-12 py-2 font-semibold">
            Into the {bottle.name.toLowerCase()} <span className="font-normal text-night-quiet">{bottleInWords(bottle)}</span>
          </summary>
          <div className="mt-1 grid gap-2 sm:grid-cols-2">
            {INCIDENTS_AT_THE_BENCH.filter((what) => canHappen(what, bottle, bottles)).map((what) => (
              <button
                key={what}
                type="button"
                className={CHOICE}
                onClick={() => (ASKS_HOW_MUCH.includes(what) ? setAsked({ bottle, what }) : tell(bottle, what))}
              >
                {INCIDENT_WORDS[what]}
              </button>
            ))}
          </div>
        </details>
      ))}
    </Sheet>
  );
}

function HowMuch({
  bottle,
  what,
  tell,
  back,
  close,
}: {
  readonly bottle: BottleAtBench;
  readonly what: Incident;
  readonly tell: (bottle: BottleAtBench, what: Incident, ml: number) => void;
  readonly back: () => void;
  readonly close: () => void;
}) {
  const { volume } = useUnits();
  const [typed, setTyped] = useState('');
  const [said, setSaid] = useState('');
  return (
    <Sheet label={`${INCIDENT_WORDS[what]}: how much`} close={close}>
      <div className="grid gap-2 sm:grid-cols-2">
        {[
          ['A splash', SPLASH_ML],
          ['A gulp', GULP_ML],
        ].map(([name, ml]) => (
          <button key={name} type="button" className={CHOICE} onClick={() => tell(bottle, what, ml as number)}>
            {name}, about {showVolume(ml as number, volume)}
          </button>
        ))}
      </div>
      <form
        className="mt-3 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const ml = parseVolume(typed, volume);
          if (ml === null || ml < 0) return setSaid('How much got in decides what it means: such as 5, or 0.5 fl oz.');
          tell(bottle, what, ml);
        }}
      >
        <label className="font-semibold">
          Measured, in {volume}
          <input
            value={typed}
            inputMode="decimal"
            autoComplete="off"
            className="figure mt-1 block w-36 rounded-card border border-night-quiet bg-night px-3 py-2 text-2xl"
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <button className={CHOICE}>Write it down</button>
        <button type="button" className={CHOICE} onClick={back}>
          Back
        </button>
      </form>
      <p aria-live="polite" className="mt-2 min-h-6 text-lg text-straw">
        {said}
      </p>
    </Sheet>
  );
}

function WhatFollows({ bottle, close }: { readonly bottle: BottleAtBench; readonly close: () => void }) {
  return (
    <Sheet label="Written down" close={close}>
      <p role="status" className="text-xl font-bold text-straw">
        {followsInWords(bottle)}
      </p>
      <p className="mt-1 text-night-quiet">It stands in its bottle’s ledger. Undo takes it back.</p>
      <button type="button" className="mt-3 min-h-14 w-full rounded-card bg-aqua px-5 text-lg font-bold text-night" onClick={close}>
        Back to the run
      </button>
    </Sheet>
  );
}
