import type { StepKind } from '../kit/kind.ts';
import { sentence, type Sentence } from '../units/sentence.ts';
import { MARK_ORDER, type BathDone, type MarkOf, type PracticeReport } from './report.ts';

/** What a teacher would say after it: what went well, then what cost most, at most three things (domain.md 18). */
export interface Lesson {
  readonly well: boolean;
  readonly says: Sentence;
}

const MOST_TO_MEND = 3;
const WELL = 0.9;
const SEEN = 0.03;
const SLIGHT = 0.1;

export function teacher(report: PracticeReport): Lesson[] {
  const { baths } = report;
  const parts = MARK_ORDER.flatMap((mark) => {
    const of = report.of[mark];
    return of ? [{ mark, share: of.got / of.most, lost: of.most - of.got }] : [];
  });
  const praised = parts
    .filter(({ share, mark }) => share >= WELL && mark !== 'noticing' && !(mark === 'pouring-out' && lateDeveloper(baths)))
    .map(({ mark }) => ({ well: true, says: praise(mark, baths) }));
  const toMend = parts
    .filter(({ share, mark }) => (share < WELL || (mark === 'pouring-out' && lateDeveloper(baths))) && mark !== 'noticing')
    .sort((a, b) => b.lost - a.lost)
    .slice(0, MOST_TO_MEND)
    .map(({ mark }) => ({ well: false, says: mend(mark, baths) }));
  return [...praised.slice(0, 2), ...toMend, ...report.noticed.map(({ done, says }) => ({ well: done, says }))];
}

/** A developer out later than this is told, however well all other baths were poured. */
const LATE_S = 5;

function lateDeveloper(baths: readonly BathDone[]): boolean {
  return baths.some((bath) => bath.developer && Math.abs(bath.outLateS) > LATE_S);
}

function praise(mark: MarkOf, baths: readonly BathDone[]): Sentence {
  switch (mark) {
    case 'development': {
      const worst = worstBy(baths, (bath) => Math.abs((bath.share ?? 1) - 1));
      const share = worst?.share ?? 1;
      return Math.abs(share - 1) < SEEN
        ? sentence`The film got what it should: ${percent(share)} of the development, which nobody could see.`
        : sentence`The film got ${percent(share)} of the development. A good strip.`;
    }
    case 'pouring-out':
      return sentence`Every bath was out when it should be.`;
    case 'pouring-in':
      return sentence`No bath was waited for: the next one was in at once.`;
    case 'agitation':
      return sentence`The tank was turned on the beat.`;
    case 'readings':
      return sentence`You read the developer in the tank.`;
    case 'noticing':
      return sentence`You saw what was wrong.`;
  }
}

/** What a developer that did less or more than it should makes of the film; slides are as light as the first one made them. */
function cameOut(kind: StepKind, did: 'less' | 'more', by: string): string {
  if (kind === 'first-developer') return `the slides would come out ${by}${did === 'less' ? 'dark' : 'light'}`;
  if (kind === 'colour-developer') return `the slides’ colours would come out ${by}${did === 'less' ? 'weak' : 'heavy'}`;
  return `the negatives would come out ${by}${did === 'less' ? 'thin' : 'dense'}`;
}

function mend(mark: MarkOf, baths: readonly BathDone[]): Sentence {
  switch (mark) {
    case 'development': {
      const worst = worstBy(
        baths.filter((bath) => bath.developer),
        (bath) => Math.abs(Math.log(Math.max(0.01, bath.share ?? 0))),
      );
      if (!worst || worst.skipped || worst.share === null) return sentence`Without its developer there is no picture.`;
      return worst.share < 1
        ? sentence`${worst.name} gave ${percent(worst.share)} of the development: too little, ${cameOut(worst.kind, 'less', slightly(worst.share))}. Warm the tank, and read it again as it cools.`
        : sentence`${worst.name} gave ${percent(worst.share)} of the development: too much, ${cameOut(worst.kind, 'more', slightly(worst.share))}. Pour out when the clock says so.`;
    }
    case 'pouring-out': {
      const worst = worstBy(baths, (bath) => (bath.developer ? Math.abs(bath.outLateS) : Math.max(0, -bath.outLateS)));
      if (!worst) return sentence`Pour out when the clock says so.`;
      return worst.outLateS > 0
        ? sentence`${worst.name} was out ${seconds(worst.outLateS)} late. Have the funnel in its bottle before the clock calls.`
        : sentence`${worst.name} was out ${seconds(-worst.outLateS)} early. Nothing is gained by it, and the film has less.`;
    }
    case 'pouring-in': {
      const worst = worstBy(baths, (bath) => bath.pouredLateS ?? 0);
      return worst
        ? sentence`${worst.name} went in ${seconds(worst.pouredLateS ?? 0)} after it was due. Open the next bottle while the one before drains.`
        : sentence`Open the next bottle while the one before drains.`;
    }
    case 'agitation': {
      const due = baths.flatMap((bath) => bath.beats);
      const missed = due.filter((beat) => beat.offS === null).length;
      return missed > 0
        ? sentence`${String(missed)} of ${String(due.length)} turns of the tank were not pressed. Press Agitate each time you turn it.`
        : sentence`The turns came late. Take the tank in hand when the figure beside the cue is at three.`;
    }
    case 'readings':
      return sentence`You poured without reading the tank. One reading in the first minute lets the finish follow what is really there.`;
    case 'noticing':
      return sentence`Something was amiss in this kitchen.`;
  }
}

function worstBy(baths: readonly BathDone[], of: (bath: BathDone) => number): BathDone | undefined {
  return [...baths].sort((a, b) => of(b) - of(a))[0];
}

/** A tenth off is seen beside a good strip, and prints all the same. */
const slightly = (share: number) => (Math.abs(share - 1) < SLIGHT ? 'a little ' : '');
const percent = (share: number) => `${Math.round(share * 100)} %`;
const seconds = (s: number) => `${Math.round(s)} ${Math.round(s) === 1 ? 'second' : 'seconds'}`;
