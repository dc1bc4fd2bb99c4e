import { createContext, use, useCallback, useSyncExternalStore, type HTMLAttributes, type KeyboardEvent, type PointerEvent } from 'react';

/** How a roll stands on the board, once what drags it has come. */
export interface DragOfRoll {
  readonly attributes: HTMLAttributes<HTMLElement>;
  readonly listeners: Readonly<Record<string, (event: PointerEvent | KeyboardEvent) => unknown>>;
  readonly movedPx: { readonly x: number; readonly y: number } | null;
  readonly isDragging: boolean;
}

/** What is over a run while a roll is on its way. */
export interface DropOnRun {
  readonly isOver: boolean;
  readonly isUnderWay: boolean;
}

/** The elements of rolls and of runs, each by its id. */
export interface Standing {
  readonly rolls: ReadonlyMap<string, HTMLElement>;
  readonly runs: ReadonlyMap<string, HTMLElement>;
}

/**
 * What stands on the board, and what is known of each thing on it. The code that drags is larger than the rest of the page: it
 * comes when a hand, a pointer or the focus reaches for a roll, and takes over what stands there without replacing it.
 */
export class Board {
  private standing: Standing = { rolls: new Map(), runs: new Map() };
  private readonly drags = new Map<string, DragOfRoll>();
  private readonly drops = new Map<string, DropOnRun>();
  private readonly heard = new Set<() => void>();
  /** A press or a key that came before the code: it counts once that is there, unless the hand has let go. */
  private waiting: { readonly rollId: string; readonly on: string; readonly event: PointerEvent | KeyboardEvent } | null = null;

  constructor(readonly reachedFor: () => void) {}

  readonly subscribe = (hear: () => void) => {
    this.heard.add(hear);
    return () => this.heard.delete(hear);
  };
  readonly nowStanding = () => this.standing;
  readonly dragOf = (rollId: string) => this.drags.get(rollId) ?? null;
  readonly dropOn = (runId: string) => this.drops.get(runId) ?? null;

  /** An element takes its place; what is returned takes it away. */
  stands(kind: 'rolls' | 'runs', id: string, element: HTMLElement): () => void {
    this.set(kind, (of) => of.set(id, element));
    return () => {
      if (this.standing[kind].get(id) === element) this.set(kind, (of) => void of.delete(id));
      // Without code on it the next element of this id begins anew.
      this.drags.delete(id);
    };
  }

  sayDrag(rollId: string, drag: DragOfRoll): void {
    this.drags.set(rollId, drag);
    this.tell();
    const waiting = this.waiting;
    if (waiting?.rollId !== rollId) return;
    this.waiting = null;
    drag.listeners[waiting.on]?.(waiting.event);
  }

  sayDrop(runId: string, drop: DropOnRun): void {
    const before = this.drops.get(runId);
    if (before?.isOver === drop.isOver && before.isUnderWay === drop.isUnderWay) return;
    this.drops.set(runId, drop);
    this.tell();
  }

  /** A press on a roll, or a key: at once where the code is there. */
  did(rollId: string, on: 'onPointerDown' | 'onKeyDown', event: PointerEvent | KeyboardEvent): void {
    const drag = this.drags.get(rollId);
    if (drag) return void drag.listeners[on]?.(event);
    this.waiting = { rollId, on, event };
    const letGo = () => (this.waiting = null);
    // A finger drags while it lies on the roll; a key has done its work at once, for as long as its roll has the focus.
    for (const end of on === 'onKeyDown' ? ['focusout'] : ['pointerup', 'pointercancel'])
      event.currentTarget.ownerDocument.addEventListener(end, letGo, { once: true, capture: true });
    this.reachedFor();
  }

  private set(kind: 'rolls' | 'runs', change: (of: Map<string, HTMLElement>) => void): void {
    const of = new Map(this.standing[kind]);
    change(of);
    this.standing = { ...this.standing, [kind]: of };
    this.tell();
  }

  private tell(): void {
    for (const hear of this.heard) hear();
  }
}

export const BoardContext = createContext<Board>(new Board(() => {}));

/** A roll on the board: where it stands, and how it is dragged. */
export function useRollOnBoard(rollId: string) {
  const board = use(BoardContext);
  const drag = useSyncExternalStore(
    board.subscribe,
    () => board.dragOf(rollId),
    () => null,
  );
  const ref = useCallback((element: HTMLElement | null) => (element ? board.stands('rolls', rollId, element) : undefined), [board, rollId]);
  return { board, drag, ref };
}

/** A run on the board, onto which a roll can be put; -1 is one of its own. */
export function useRunOnBoard(index: number) {
  const board = use(BoardContext);
  const id = `run-${index}`;
  const drop = useSyncExternalStore(
    board.subscribe,
    () => board.dropOn(id),
    () => null,
  );
  const ref = useCallback((element: HTMLElement | null) => (element ? board.stands('runs', id, element) : undefined), [board, id]);
  return { ref, isOver: drop?.isOver ?? false, isUnderWay: drop?.isUnderWay ?? false };
}
