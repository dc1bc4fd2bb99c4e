import {
  DndContext,
  KeyboardSensor,
  pointerWithin,
  PointerSensor,
  rectIntersection,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type CollisionDetection,
  type DragEndEvent,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { createContext, useId, useState, type ReactNode } from 'react';
import { useSubmit } from 'react-router';
import type { EveningRun } from '../../../core/evening/evening.ts';
import { useTonightAction } from '../draft/tonight-form.tsx';
import { useRunNumber } from './run-number.ts';

/** What the finger is over counts; moved by keys, what the roll lies on. */
const underPointer: CollisionDetection = (drag) => {
  const under = pointerWithin(drag);
  return under.length > 0 ? under : rectIntersection(drag);
};

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
  const id = useId();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: toTheNextRun }),
  );
  const number = useRunNumber();
  const [said, setSaid] = useState('');
  const move = (rollId: string, to: number) => {
    const from = runs.findIndex((run) => run.rollIds.includes(rollId));
    if (from === -1 || to === from || to >= runs.length) return;
    setSaid(movedInWords(names[rollId] ?? 'The roll', to, runs, number));
    void submit({ intent: 'move', rollId, to, arranged: arrangedAs }, { method: 'post', action, preventScrollReset: true });
  };
  const dropped = ({ active, over }: DragEndEvent) => {
    const to = over ? /^run-(-?\d+)$/.exec(String(over.id))?.[1] : undefined;
    if (to !== undefined) move(String(active.id), Number(to));
  };
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={underPointer}
      onDragEnd={dropped}
      accessibility={{ announcements: announcementsFor(names, runs, number), screenReaderInstructions: INSTRUCTIONS }}
    >
      <MoveContext value={(rollId, typed) => move(rollId, typed - number(0))}>{children}</MoveContext>
      <NewRun />
      <p aria-live="assertive" className="sr-only">
        {said}
      </p>
    </DndContext>
  );
}

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

const INSTRUCTIONS = {
  draggable:
    'Press the number of a run to take the roll there. Or press Space to pick it up, an arrow key to take it to the next run, Space again to put it down, Escape to leave it where it was.',
};

/** One arrow key is one run further, however tall the cards are. */
const toTheNextRun: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const way =
    event.code === 'ArrowDown' || event.code === 'ArrowRight' ? 1 : event.code === 'ArrowUp' || event.code === 'ArrowLeft' ? -1 : 0;
  const { droppableContainers, droppableRects, collisionRect } = context;
  if (way === 0 || !collisionRect) return undefined;
  event.preventDefault();
  const middle = collisionRect.top + collisionRect.height / 2;
  const places = droppableContainers
    .getEnabled()
    .flatMap((container) => droppableRects.get(container.id) ?? [])
    .filter((rect) => (way > 0 ? rect.top > middle : rect.bottom < middle))
    .sort((a, b) => way * (a.top - b.top));
  const next = places[0];
  // Into the card, not onto its edge: what lies half on two runs belongs to neither.
  return next ? { x: currentCoordinates.x, y: next.top + Math.min(12, Math.max(0, next.height - collisionRect.height) / 2) } : undefined;
};

/** What happens to a roll on its way, by its name and the run it is over. */
function announcementsFor(
  names: Readonly<Record<string, string>>,
  runs: readonly EveningRun[],
  number: (index: number) => number,
): Announcements {
  const name = (id: string | number) => names[String(id)] ?? 'The roll';
  const place = (id: string | number | undefined) => {
    const run = id === undefined ? null : Number(/^run-(-?\d+)$/.exec(String(id))?.[1]);
    if (run === null || Number.isNaN(run)) return 'no run';
    const rolls = runs[run]?.rollIds.length ?? 0;
    return run < 0 ? 'a run of its own' : `run ${number(run)}, which holds ${rolls} ${rolls === 1 ? 'roll' : 'rolls'}`;
  };
  return {
    onDragStart: ({ active }) => `${name(active.id)} picked up.`,
    onDragOver: ({ active, over }) => `${name(active.id)} is over ${place(over?.id)}.`,
    // Where it went is said by the board itself, whichever way it was moved.
    onDragEnd: ({ active, over }) => (over ? '' : `${name(active.id)} put back.`),
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
}

function NewRun() {
  const { setNodeRef, isOver, active } = useDroppable({ id: 'run--1' });
  return (
    <div
      ref={setNodeRef}
      className={`rounded-card border border-dashed text-center text-quiet ${active ? 'p-3' : 'h-0 overflow-hidden border-0'} ${isOver ? 'border-teal bg-[#e6f0ed]' : 'border-[#9fb5ae]'}`}
    >
      A run of its own
    </div>
  );
}
