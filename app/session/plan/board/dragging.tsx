import {
  DndContext,
  KeyboardSensor,
  pointerWithin,
  PointerSensor,
  rectIntersection,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type CollisionDetection,
  type DragEndEvent,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { useId, useLayoutEffect, useSyncExternalStore } from 'react';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import type { Board, DragOfRoll } from './board.ts';
import { useRunNumber } from '../run/run-number.ts';

/** What the finger is over counts; moved by keys, what the roll lies on. */
const underPointer: CollisionDetection = (drag) => {
  const under = pointerWithin(drag);
  return under.length > 0 ? under : rectIntersection(drag);
};

interface DraggingProps {
  readonly board: Board;
  readonly runs: readonly EveningRun[];
  readonly names: Readonly<Record<string, string>>;
  /** A roll was put onto a run; -1 is one of its own. */
  readonly move: (rollId: string, to: number) => void;
}

/** What drags the rolls of a board. It shows nothing itself: it takes hold of what stands there. */
export function Dragging({ board, runs, names, move }: DraggingProps) {
  const id = useId();
  const number = useRunNumber();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: toTheNextRun }),
  );
  const standing = useSyncExternalStore(board.subscribe, board.nowStanding);
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
      {[...standing.rolls].map(([rollId, element]) => (
        <RollHeld key={rollId} {...{ board, rollId, element }} />
      ))}
      {[...standing.runs].map(([runId, element]) => (
        <RunHeld key={runId} {...{ board, runId, element }} />
      ))}
    </DndContext>
  );
}

function RollHeld({ board, rollId, element }: { readonly board: Board; readonly rollId: string; readonly element: HTMLElement }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: rollId });
  useLayoutEffect(() => setNodeRef(element), [setNodeRef, element]);
  useLayoutEffect(() => {
    board.sayDrag(rollId, { attributes, listeners: (listeners ?? {}) as DragOfRoll['listeners'], movedPx: transform, isDragging });
  }, [board, rollId, element, attributes, listeners, transform, isDragging]);
  return null;
}

function RunHeld({ board, runId, element }: { readonly board: Board; readonly runId: string; readonly element: HTMLElement }) {
  const { setNodeRef, isOver, active } = useDroppable({ id: runId });
  useLayoutEffect(() => setNodeRef(element), [setNodeRef, element]);
  const isUnderWay = active !== null;
  useLayoutEffect(() => {
    board.sayDrop(runId, { isOver, isUnderWay });
  }, [board, runId, isOver, isUnderWay]);
  return null;
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
