import { Board, type DragOfRoll } from './board.ts';

/** A roll on a board whose code for dragging has not come yet; `hears` is what that code would be told. */
function aBoard() {
  const hears = jest.fn();
  const reachedFor = jest.fn();
  const board = new Board(reachedFor);
  const page = new EventTarget();
  const element = { ownerDocument: page } as unknown as HTMLElement;
  const leaves = board.stands('rolls', 'roll-1', element);
  const event = (type: string) => ({ type, currentTarget: element }) as unknown as React.PointerEvent;
  const drag: DragOfRoll = { attributes: {}, listeners: { onPointerDown: hears, onKeyDown: hears }, movedPx: null, isDragging: false };
  return { board, page, element, leaves, event, hears, reachedFor, codeComes: () => board.sayDrag('roll-1', drag) };
}

test('a press on a roll fetches what drags it and counts once that is there, a single time', () => {
  const { board, event, hears, reachedFor, codeComes } = aBoard();
  const press = event('pointerdown');
  board.did('roll-1', 'onPointerDown', press);
  expect([reachedFor.mock.calls.length, hears.mock.calls.length]).toEqual([1, 0]);
  codeComes();
  codeComes();
  expect(hears.mock.calls).toEqual([[press]]);
  board.did('roll-1', 'onKeyDown', event('keydown'));
  expect(hears).toHaveBeenCalledTimes(2);
});

test.each([
  ['onPointerDown', 'pointerup'],
  ['onPointerDown', 'pointercancel'],
  ['onKeyDown', 'focusout'],
] as const)('what was let go before the code came (%s, %s) drags nothing', (on, end) => {
  const { board, page, event, hears, codeComes } = aBoard();
  board.did('roll-1', on, event(on));
  page.dispatchEvent(new Event(end));
  codeComes();
  expect(hears).not.toHaveBeenCalled();
});

test('Space picks a roll up though it was let go before the code came: a key is pressed, not held', () => {
  const { board, page, event, hears, codeComes } = aBoard();
  board.did('roll-1', 'onKeyDown', event('keydown'));
  page.dispatchEvent(new Event('keyup'));
  codeComes();
  expect(hears).toHaveBeenCalledTimes(1);
});

test('what stands on the board is told as it comes and goes, and one that came again begins anew', () => {
  const { board, element, leaves, codeComes } = aBoard();
  const heard = jest.fn();
  board.subscribe(heard);
  codeComes();
  expect(board.dragOf('roll-1')).not.toBeNull();
  leaves();
  expect([board.nowStanding().rolls.size, board.dragOf('roll-1')]).toEqual([0, null]);
  const before = heard.mock.calls.length;
  board.stands('rolls', 'roll-1', element);
  expect(board.nowStanding().rolls.get('roll-1')).toBe(element);
  expect(heard.mock.calls.length).toBe(before + 1);
  // Saying the same of a run again wakes nobody: it is said at every move of the hand.
  board.sayDrop('run-0', { isOver: true, isUnderWay: true });
  board.sayDrop('run-0', { isOver: true, isUnderWay: true });
  expect(heard.mock.calls.length).toBe(before + 2);
});
