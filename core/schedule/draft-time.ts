import { answered, type Answer } from '../answer.ts';
import type { StepKind } from '../kit/kind.ts';
import type { Bath } from '../kit/kit.ts';
import { stepTime, type StepTime, type WorkingLine } from '../timing/step-time.ts';
import type { Habits } from './habits.ts';
import type { PlanQuestion } from './plan.ts';
import type { DraftStep } from './sequence.ts';

/** What a step is planned at: as asked, or as usual. */
export function temperatureOf(draft: DraftStep, temperaturesC: PlanQuestion['temperaturesC']): number {
  return temperaturesC[draft.id] ?? draft.usualC;
}

/** A step's time by its bath's leaflet, or by habit where none times it (domain.md 5, 9). */
export function timeOf(draft: DraftStep, { temperaturesC, pushStops, habits }: PlanQuestion, number: number): Answer<StepTime> {
  if (draft.bath && draft.habitS === null) {
    // Bleach bypass keeps the time the bleach-fix would have had, at the bleach-fix's own temperature.
    const standsIn = draft.id !== draft.bath.id;
    const tempC = standsIn ? (temperaturesC[draft.bath.id] ?? draft.bath.nominalC) : temperatureOf(draft, temperaturesC);
    const time = stepTime(draft.bath, { tempC, pushStops, rollNumber: number });
    return standsIn && time.ok ? answered(asThoughItWere(time.value, draft.bath)) : time;
  }
  const seconds = draft.habitS ?? 0;
  const zero = (what: WorkingLine['what'], label: string): WorkingLine => ({ what, seconds: 0, label });
  return answered({
    seconds,
    nominalS: seconds,
    working: [
      { what: 'leaflet', seconds, label: isNamed(draft.kind, habits) ? 'Your habit' : 'As usual: no leaflet times it' },
      zero('wear', 'Water does not wear'),
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
            ? `as the ${name} would be by now`
            : line.what === 'push'
              ? 'No push in this bath'
              : 'Same time at any temperature',
    })),
    warnings: [],
  };
}
