import type { Again } from '../run/plan/again.ts';
import type { Cause } from './cause.ts';
import { CAUSES } from './causes.ts';
import { e, slide, type Evidence, type Said } from './evidence.ts';
import type { Inspection, RunFacts } from './inspection.ts';

export type Verdict = 'exposure' | 'development' | 'film' | 'unclear' | 'nothing-wrong';

export interface JudgedCause {
  readonly id: string;
  readonly kind: Cause['kind'];
  readonly title: string;
  readonly for: readonly Said[];
  readonly against: readonly Said[];
  readonly now: string;
  readonly again: readonly Again[];
  readonly nextTime: string;
}

export interface Judgement {
  readonly verdict: Verdict;
  readonly causes: readonly JudgedCause[];
}

/** A cause is worth saying from here; with one hint alone nobody should be blamed. */
const LEAST = 2;

/**
 * Causes ranked by what speaks for and against each (domain.md 16). The same evidence gives the same ranking, and every
 * weight has its sentence. Where two causes of different kinds speak equally loud, it is unclear, and both are said.
 */
export function judge(seen: Inspection, run: RunFacts): Judgement {
  if (nothingWrong(seen)) return { verdict: 'nothing-wrong', causes: [] };
  const weighed = CAUSES.map((cause, order) => {
    const speaks = (all: readonly (Evidence | false | undefined)[]) => all.filter((each): each is Evidence => Boolean(each));
    const own = speaks(cause.for(seen, run));
    const witness = own.length > 0 ? otherRolls(cause.kind, seen) : null;
    const pro = witness?.speaks === 'for' ? [...own, witness.evidence] : own;
    const contra = [...speaks(cause.against(seen, run)), ...(witness?.speaks === 'against' ? [witness.evidence] : [])];
    const sum = (evidence: readonly Evidence[]) => evidence.reduce((total, each) => total + each.weight, 0);
    return { cause, order, pro, contra, score: sum(pro) - sum(contra) };
  });
  const ranked = weighed.filter(({ pro, score }) => pro.length > 0 && score > 0).sort((a, b) => b.score - a.score || a.order - b.order);
  const causes = ranked.map(({ cause, pro, contra }): JudgedCause => ({
    id: cause.id,
    kind: cause.kind,
    title: cause.title,
    for: pro.map(said),
    against: contra.map(said),
    now: cause.now,
    again: cause.again,
    nextTime: cause.nextTime,
    ...(slide(run) ? cause.ofSlides : {}),
  }));
  const [first, second] = ranked;
  if (!first || first.score < LEAST) return { verdict: 'unclear', causes };
  const tied = second && second.score === first.score && second.cause.kind !== first.cause.kind;
  return { verdict: tied ? 'unclear' : first.cause.kind, causes };
}

/** The best witness: the other rolls of the tank. They make no cause of their own, but weigh each that has something for it. */
function otherRolls(
  kind: Cause['kind'],
  { others }: Inspection,
): { readonly speaks: 'for' | 'against'; readonly evidence: Evidence } | null {
  const ofTheBath = kind === 'development';
  switch (others) {
    case 'good':
      return ofTheBath
        ? { speaks: 'against', evidence: e(3, 'The other rolls of these baths came out good: a bath treats them all alike.') }
        : { speaks: 'for', evidence: e(2, 'The other rolls of these baths came out good: it is this film or its camera.') };
    case 'alike':
      return ofTheBath
        ? { speaks: 'for', evidence: e(2, 'The other rolls of these baths look alike: the bath was theirs too.') }
        : { speaks: 'against', evidence: e(1, 'The other rolls of these baths look alike, which one film alone does not explain.') };
    default:
      return null;
  }
}

function said({ weight: _, ...sentence }: Evidence): Said {
  return sentence;
}

/** Everything that was looked at is as it should be, and something was looked at. */
function nothingWrong({ edge, frames, colour, slides, marks }: Inspection): boolean {
  const looked = [edge, frames, colour, slides].some((each) => each !== undefined) || (marks !== undefined && marks.length === 0);
  return (
    looked &&
    (edge ?? 'normal') === 'normal' &&
    (frames ?? 'normal') === 'normal' &&
    (colour ?? 'right') === 'right' &&
    (slides ?? 'right') === 'right' &&
    (marks ?? []).length === 0
  );
}
