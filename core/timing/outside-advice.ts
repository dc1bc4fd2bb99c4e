import { bleachesOrFixes, type StepKind } from '../kit/kind.ts';

/** What a bath that runs to completion loses outside its range, and what may be done. */
export function outsideAdvice(bath: { readonly kind: StepKind; readonly critical?: boolean }, cold: boolean): string {
  if (bath.critical) return cold ? 'Warm it before it is poured.' : 'Let it cool before it is poured.';
  if (!cold) return 'Let it cool: too warm, it swells the film and ages faster.';
  return bleachesOrFixes(bath.kind)
    ? 'Warm it if you can. Longer does no harm; how much longer makes up for it is not known, so give it half as long again.'
    : 'Warm it if you can; longer does no harm.';
}
