import { isDeveloper, type BathKind } from '../../kit/kind.ts';

/** What got into a bottle, or happened to it (domain.md 15). */
export const INCIDENTS = ['later-bath', 'stop', 'other-developer', 'developer', 'water', 'remjet', 'cap-off', 'damage'] as const;
export type Incident = (typeof INCIDENTS)[number];

export const TEST_RESULTS = ['passed', 'worn', 'failed'] as const;
export type TestResult = (typeof TEST_RESULTS)[number];

/** Whether a bottle may be poured: good; doubtful, to be tested before a film that matters; spent, refused. */
export interface Standing {
  readonly standing: 'good' | 'doubtful' | 'spent';
  readonly why: readonly string[];
  /** What has gathered since the last test that passed. */
  readonly developerMl: number;
  readonly strength: number;
}

const MOST_STOP = 0.01;
const MOST_DEVELOPER = 0.02;
const LEAST_STRENGTH = 0.95;

export function newStanding(): Standing {
  return { standing: 'good', why: [], developerMl: 0, strength: 1 };
}

/** What an incident makes of a bottle that holds `ml` of a bath of this kind. A spent bottle stays spent until a test. */
export function withIncident(
  before: Standing,
  kind: BathKind,
  ml: number,
  incident: { readonly what: Incident; readonly ml?: number; readonly days?: number },
): Standing {
  const inMl = incident.ml ?? 0;
  const developer = isDeveloper(kind);
  const falls = (standing: 'doubtful' | 'spent', why: string, change: Partial<Standing> = {}): Standing => ({
    ...before,
    ...change,
    standing: before.standing === 'spent' ? 'spent' : standing,
    why: [...before.why, why],
  });
  switch (incident.what) {
    case 'later-bath':
      return developer
        ? falls('spent', 'Bleach, fixer or bleach-fix got in: a few drops stop a developer. Refused until a test passes.')
        : falls('doubtful', 'A later bath got in.');
    case 'stop':
      if (!developer) return before;
      return inMl <= MOST_STOP * ml
        ? falls('doubtful', 'A little stop bath got in.')
        : falls('spent', 'More than a hundredth of stop bath got in. Refused until a test passes.');
    case 'other-developer':
      return developer ? falls('doubtful', 'The other developer got in.') : before;
    case 'developer': {
      if (developer) return falls('doubtful', 'Another developer got in.');
      const developerMl = before.developerMl + inMl;
      return developerMl <= MOST_DEVELOPER * ml + 1e-9
        ? { ...before, developerMl }
        : falls('doubtful', 'More developer was carried in than the usual fiftieth.', { developerMl });
    }
    case 'water': {
      const strength = before.strength * (ml > 0 ? ml / (ml + inMl) : 1);
      return strength >= LEAST_STRENGTH - 1e-9
        ? { ...before, strength }
        : falls('doubtful', `Water thinned it to ${Math.round(strength * 100)} % of its strength.`, { strength });
    }
    case 'remjet':
      return developer ? { ...before, why: [...before.why, 'Remjet flakes got in: pour it through a filter before use.'] } : before;
    case 'cap-off':
      return developer ? { ...before, why: [...before.why, `Open for ${incident.days ?? 0} days, which count three times.`] } : before;
    case 'damage':
      return falls('doubtful', 'Frozen, boiled, leaked, or its colour or smell changed.');
  }
}

/** A snip of fogged leader in the bottle decides: passed ends what was said before. */
export function withTest(before: Standing, result: TestResult): Standing {
  switch (result) {
    case 'passed':
      return newStanding();
    case 'worn':
      return { ...before, standing: 'doubtful', why: ['A test took its whole time: worn.'] };
    case 'failed':
      return { ...before, standing: 'spent', why: ['A test failed.'] };
  }
}
