import { createContext, useMemo, useState, type ReactNode } from 'react';
import { useSubmit } from 'react-router';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import { useOnDemand } from '../../../ui/screen/use-on-demand.ts';
import { useTonightAction } from '../../draft/tonight-form.tsx';
import { Board, BoardContext, useRunOnBoard } from './board.ts';
import { useRunNumber } from '../run/run-number.ts';

/** Rolls are dragged between the runs on this board; a drop is posted like any other change. */
export function RunsBoard({
  runs,
  arrangedAs,
  names,
  children,
}: {
  readonly runs: readonly EveningRun[];
  /** Which arrangement is on the screen: a drop on another is refused. */
  readonly arrangedAs: string;
  /** What each roll is called, by its id: a screen reader says names, never ids. */
  readonly names: Readonly<Record<string, string>>;
  readonly children: ReactNode;
}) {
  const submit = useSubmit();
  const action = useTonightAction();
  const number = useRunNumber();
  const [said, setSaid] = useState('');
  const move = (rollId: string, to: number) => {
    const from = runs.findIndex((run) => run.rollIds.includes(rollId));
    if (from === -1 || to === from || to >= runs.length) return;
    setSaid(movedInWords(names[rollId] ?? 'The roll', to, runs, number));
    void submit({ intent: 'move', rollId, to, arranged: arrangedAs }, { method: 'post', action, preventScrollReset: true });
  };
  const [Dragging, reach] = useOnDemand(dragging);
  const board = useMemo(() => new Board(() => reach()), [reach]);
  return (
    <BoardContext value={board}>
      <MoveContext value={(rollId, typed) => move(rollId, typed - number(0))}>{children}</MoveContext>
      <NewRun />
      {Dragging && <Dragging {...{ board, runs, names, move }} />}
      <p aria-live="assertive" className="sr-only">
        {said}
      </p>
    </BoardContext>
  );
}

const dragging = async () => (await import('./dragging.tsx')).Dragging;

/** Takes a roll to the run that is counted so, as its number key is pressed. */
export const MoveContext = createContext<(rollId: string, run: number) => void>(() => {});

/** `Glaze room, moved to run 2, position 1 of 2`: where a roll is put, by its name and place. */
export function movedInWords(
  name: string,
  to: number,
  runs: readonly Pick<EveningRun, 'rollIds'>[],
  number: (index: number) => number,
): string {
  const there = (runs[to]?.rollIds.length ?? 0) + 1;
  return to < 0 ? `${name}, moved to a run of its own` : `${name}, moved to run ${number(to)}, position ${there} of ${there}`;
}

function NewRun() {
  const { ref, isOver, isUnderWay } = useRunOnBoard(-1);
  return (
    <div
      ref={ref}
      className={`rounded-card border border-dashed text-center text-quiet ${isUnderWay ? 'p-3' : 'h-0 overflow-hidden border-0'} ${isOver ? 'border-teal bg-[#e6f0ed]' : 'border-[#9fb5ae]'}`}
    >
      A run of its own
    </div>
  );
}
