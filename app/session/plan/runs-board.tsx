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
import { useId, type ReactNode } from 'react';
import { useSubmit } from 'react-router';
import type { ArrangedRun, EveningRun } from '../../../core/schedule/evening.ts';
import { useTonightAction } from '../draft/tonight-form.tsx';

/** What the finger is over counts; moved by keys, what the roll lies on. */
const underPointer: CollisionDetection = (drag) => {
  const under = pointerWithin(drag);
  return under.length > 0 ? under : rectIntersection(drag);
};

/** Rolls are dragged between the runs on this board; a drop is posted like any other change. */
export function RunsBoard({
  runs,
  names,
  children,
}: {
  readonly runs: readonly EveningRun[];
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
  const dropped = ({ active, over }: DragEndEvent) => {
    const to = over ? /^run-(-?\d+)$/.exec(String(over.id))?.[1] : undefined;
    const from = runs.findIndex((run) => run.rollIds.includes(String(active.id)));
    if (to === undefined || Number(to) === from) return;
    const arranged: ArrangedRun[] = runs.map(({ tankId, batchId, rollIds }) => ({ tankId, batchId, rollIds }));
    void submit(
      { intent: 'move', rollId: String(active.id), to, runs: JSON.stringify(arranged) },
      { method: 'post', action, preventScrollReset: true },
    );
  };
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={underPointer}
      onDragEnd={dropped}
      accessibility={{ announcements: announcementsFor(names, runs), screenReaderInstructions: INSTRUCTIONS }}
    >
      {children}
      <NewRun />
    </DndContext>
  );
}

const INSTRUCTIONS = {
  draggable:
    'Press Space to pick the roll up, an arrow key to take it to the next run, Space again to put it down, Escape to leave it where it was.',
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
function announcementsFor(names: Readonly<Record<string, string>>, runs: readonly EveningRun[]): Announcements {
  const name = (id: string | number) => names[String(id)] ?? 'The roll';
  const place = (id: string | number | undefined) => {
    const run = id === undefined ? null : Number(/^run-(-?\d+)$/.exec(String(id))?.[1]);
    if (run === null || Number.isNaN(run)) return 'no run';
    const rolls = runs[run]?.rollIds.length ?? 0;
    return run < 0 ? 'a run of its own' : `run ${run + 1}, which holds ${rolls} ${rolls === 1 ? 'roll' : 'rolls'}`;
  };
  return {
    onDragStart: ({ active }) => `${name(active.id)} picked up.`,
    onDragOver: ({ active, over }) => `${name(active.id)} is over ${place(over?.id)}.`,
    onDragEnd: ({ active, over }) => (over ? `${name(active.id)} put into ${place(over.id)}.` : `${name(active.id)} put back.`),
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
