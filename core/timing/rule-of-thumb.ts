import { isMainDeveloper } from '../kit/kind.ts';
import type { Kit, PushRule } from '../kit/kit.ts';

/** For those whose leaflet says nothing of pushing, or who do not trust it: three tenths more for each stop. */
const RULE_OF_THUMB: PushRule = { rule: 'factor', perStop: 1.3 };

/** The two schools of pushing: by the leaflet's own figures, or by the rule of thumb. */
export type PushSchool = 'leaflet' | 'rule-of-thumb';

/** The kit with its push given by the rule of thumb. Slide film is pushed in its first developer alone (domain.md 3). */
export function pushedByRuleOfThumb(kit: Kit): Kit {
  return {
    ...kit,
    baths: kit.baths.map((bath) => (isMainDeveloper(bath.kind) ? { ...bath, push: RULE_OF_THUMB } : bath)),
  };
}
