import { DEFAULT_CHANGES } from '../../../core/kit/manner.ts';
import { prewashSeconds, washSeconds, type Habits } from '../../../core/schedule/habits.ts';
import { showDuration } from '../../../core/units/duration.ts';

/** Habits in a few words each, for the planning page. */
export function habitRows(habits: Habits): { readonly question: string; readonly answer: string }[] {
  const { prewash, washing } = habits;
  return [
    {
      question: 'Prewash',
      answer: !prewash
        ? `${showDuration(prewashSeconds(prewash))}, where the kit has one`
        : prewash.kind === 'none'
          ? 'none, tank warmed dry'
          : prewash.kind === 'until-clear'
            ? 'until clear'
            : showDuration(prewashSeconds(prewash)),
    },
    {
      question: 'After the developer',
      answer: !habits.afterDeveloper
        ? 'as the kit says'
        : { none: 'straight on', rinse: 'one rinse', stop: 'a stop bath' }[habits.afterDeveloper],
    },
    {
      question: 'Wash',
      answer: !washing
        ? `the kit’s, or ${showDuration(washSeconds(washing))}`
        : washing.kind === 'running'
          ? `${showDuration(washSeconds(washing))}, running`
          : washing.kind === 'changes'
            ? `${washing.n ?? DEFAULT_CHANGES} changes`
            : 'counted inversions',
    },
    { question: 'Clock', answer: `starts ${habits.clock === 'tank-full' ? 'when the tank is full' : 'at the first drop'}` },
    { question: 'Tank', answer: habits.pourOut === 'at-zero' ? 'pouring begins at zero' : 'empty at zero' },
  ];
}
