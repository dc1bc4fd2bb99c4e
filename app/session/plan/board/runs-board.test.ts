import { movedInWords } from './runs-board.tsx';

const runs = [{ rollIds: ['a', 'b'] }, { rollIds: ['c'] }];

test('a screen reader hears the roll by its name, and its place in the run as the evening counts it', () => {
  expect(movedInWords('Glaze room', 1, runs, (index) => index + 1)).toBe('Glaze room, moved to run 2, position 2 of 2');
  // Two runs are behind: what comes first is run 3.
  expect(movedInWords('Glaze room', 0, runs, (index) => index + 3)).toBe('Glaze room, moved to run 3, position 3 of 3');
  expect(movedInWords('Glaze room', -1, runs, (index) => index + 1)).toBe('Glaze room, moved to a run of its own');
});
