import type { Warning, WarningCode } from '../answer.ts';

/** One matter of the evening, however many runs it is about: said once, by the gravest of them. */
export interface Matter {
  readonly code: WarningCode;
  readonly bath: string | null;
  /** Counted from 1, in their order. */
  readonly runs: readonly number[];
  readonly says: Warning;
  /** What it says of the other runs, where that is something else. */
  readonly others: readonly Warning[];
  /** Something has to be done about it; else it is the price of what was chosen. */
  readonly needsAct: boolean;
}

/** The gravest first: what spoils film, what spoils a bath, what only costs something. */
const GRAVEST_FIRST: readonly WarningCode[] = [
  'bottle-doubtful',
  'volume-short',
  'tank-outside-range',
  'pour-far',
  'outside-range',
  'past-capacity',
  'past-shelf-life',
  'short-developer',
  'changes-too-quick',
  'far-outside-leaflet',
  'large-correction',
  'past-table',
  'extrapolated',
  'off-nominal',
  'off-leaflet-temperature',
  'push-colour',
  'after-final',
];

/** What somebody chose, and knows the price of: no alarm. */
const CHOSEN: ReadonlySet<WarningCode> = new Set(['off-nominal', 'off-leaflet-temperature', 'push-colour', 'after-final', 'past-table']);

/** The warnings of an evening’s runs, one line a matter; what somebody chose to do is said where they chose it (domain.md 9.1). */
export function mattersOf(runs: readonly { readonly n: number; readonly warnings: readonly Warning[] }[]): Matter[] {
  const matters = new Map<string, { n: number; warning: Warning }[]>();
  for (const { n, warnings } of runs)
    for (const warning of warnings) {
      if (warning.code === 'after-final') continue;
      const key = `${warning.code} ${warning.bath ?? ''}`;
      matters.set(key, [...(matters.get(key) ?? []), { n, warning }]);
    }
  return [...matters.values()]
    .flatMap((each): Matter[] => {
      // What comes later in an evening is worn further and holds less: the last says most.
      const gravest = each.at(-1)?.warning;
      if (!gravest) return [];
      const { code, bath } = gravest;
      const others = each.map(({ warning }) => warning).filter(({ message }) => message !== gravest.message);
      const unlike = others.filter(({ message }, i) => others.findIndex((other) => other.message === message) === i);
      return [{ code, bath, runs: [...new Set(each.map(({ n }) => n))], says: gravest, others: unlike, needsAct: !CHOSEN.has(code) }];
    })
    .sort((a, b) => GRAVEST_FIRST.indexOf(a.code) - GRAVEST_FIRST.indexOf(b.code));
}

/** `Run 2`, `Runs 1 and 3`, `Runs 1 to 4`. */
export function runsInWords(runs: readonly number[]): string {
  const [first = 0] = runs;
  const last = runs.at(-1) ?? first;
  if (runs.length === 1) return `Run ${first}`;
  if (runs.length > 2 && last - first === runs.length - 1) return `Runs ${first} to ${last}`;
  return `Runs ${runs.slice(0, -1).join(', ')} and ${last}`;
}
