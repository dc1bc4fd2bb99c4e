import { answered, type Answer } from '../answer.ts';
import type { StepKind } from '../kit/kind.ts';
import type { Bath } from '../kit/kit.ts';
import { stepTime, type StepTime, type WorkingLine } from '../timing/step-time.ts';
import type { Habits } from './habits.ts';
import { countedSeconds } from './manner.ts';
import type { PlanQuestion } from './plan.ts';
import type { DraftStep } from './sequence.ts';

/** A step's time by its bath's leaflet, or by habit where none times it (domain.md 5, 9). */
export function timeOf(draft: DraftStep, tempC: number, question: PlanQuestion, number: number): Answer<StepTime> {
  const { pushStops, habits, kit, tank } = question;
  const { oneTemperature } = habits;
  const countedS = countedSeconds(draft.manner, tank);
  // A single bath has a ledger of its own, which this batch's rolls are no part of.
  const rollsSeen = draft.single?.bottle || kit.baths.includes(draft.bath as Bath) ? number : 1;
  if (draft.bath && draft.habitS === null && countedS === null) {
    const conditions = { pushStops, process: kit.process, oneTemperature };
    if (!draft.standsIn) return stepTime(draft.bath, { ...conditions, tempC, rollNumber: rollsSeen });
    // Bleach bypass keeps the time that the bleach-fix would have had on a fresh batch, at the bleach-fix's own temperature.
    const time = stepTime(draft.bath, { ...conditions, tempC: draft.bath.nominalC, rollNumber: 1 });
    return time.ok ? answered(asThoughItWere(time.value, draft.bath)) : time;
  }
  const seconds = countedS ?? draft.habitS ?? 0;
  const zero = (what: WorkingLine['what'], label: string): WorkingLine => ({ what, seconds: 0, label });
  const whose =
    countedS !== null
      ? `As long as ${draft.manner?.manner === 'counted' ? draft.manner.fills.length : 0} counted fills take`
      : draft.ownWay
        ? 'Your way'
        : draft.because !== null
          ? draft.because
          : isNamed(draft.kind, habits)
            ? 'Your habit'
            : 'As usual: no leaflet times it';
  return answered({
    seconds,
    nominalS: seconds,
    doseS: seconds,
    working: [
      { what: 'leaflet', seconds, label: whose },
      zero(
        'wear',
        draft.bottle && draft.because !== null
          ? 'No wear: what it took says it'
          : draft.bottle
            ? 'No wear: the time is your own'
            : 'Water does not wear',
      ),
      zero('push', 'No push'),
      zero('temperature', 'Same time at any temperature'),
    ],
    warnings: [],
  });
}

/** Whether the person named how this step is done; what nobody named is nobody's habit. */
function isNamed(kind: StepKind, { prewash, washing, afterDeveloper, wettingAgent }: Habits): boolean {
  switch (kind) {
    case 'prewash':
      return prewash !== undefined;
    case 'wash':
      return washing !== undefined;
    case 'rinse':
    case 'stop':
      return afterDeveloper !== undefined;
    case 'wetting-agent':
      return wettingAgent !== undefined;
    default:
      return false;
  }
}

/** A fixer that stands in for a bleach-fix has that bath's time, not its leaflet: the working says whose figures these are. */
function asThoughItWere(time: StepTime, bath: Bath): StepTime {
  const name = bath.name.toLowerCase();
  return {
    ...time,
    working: time.working.map((line) => ({
      what: line.what,
      seconds: line.seconds,
      label:
        line.what === 'leaflet'
          ? `As long as the ${name} would take`
          : line.what === 'wear'
            ? `as a fresh ${name} would`
            : line.what === 'push'
              ? 'No push in this bath'
              : 'Same time at any temperature',
    })),
    warnings: [],
  };
}
