import {
  DndContext,
  KeyboardSensor,
  pointerWithin,
  PointerSensor,
  rectIntersection,
  useDroppable,
  useSensor,
  useSensors,
  type CollisionDetection,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useId, type ReactNode } from 'react';
import { useSubmit } from 'react-router';
import type { ArrangedRun, EveningRun } from '../../core/schedule/evening.ts';
import { useTonightAction } from './tonight-form.tsx';

/** What the finger is over counts; moved by keys, what the roll lies on. */
const underPointer: CollisionDetection = (drag) => {
  const under = pointerWithin(drag);
  return under.length > 0 ? under : rectIntersection(drag);
};

/** Rolls are dragged between the runs on this board; a drop is posted like any other change. */
export function RunsBoard({ runs, children }: { readonly runs: readonly EveningRun[]; readonly children: ReactNode }) {
  const submit = useSubmit();
  const action = useTonightAction();
  const id = useId();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }), useSensor(KeyboardSensor));
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
    <DndContext id={id} sensors={sensors} collisionDetection={underPointer} onDragEnd={dropped}>
      {children}
      <NewRun />
    </DndContext>
  );
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
