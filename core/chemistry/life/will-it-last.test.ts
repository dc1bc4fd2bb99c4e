import { willItLast } from './will-it-last.ts';

test('each batch by its last run: to the brim it lasts, past it it does not, and without a capacity nothing is promised', () => {
  const lane = (rollsAfter: number) => ({ batchName: 'Kiln Lane 4', rollsAfter, capacity: 12 });
  expect(willItLast([lane(10), lane(11), { batchName: 'Saltmarsh 2', rollsAfter: 3.67, capacity: 8 }, lane(12)])).toEqual([
    'Kiln Lane 4 will have done 12 of 12: it lasts.',
    'Saltmarsh 2 will have done 3.67 of 8: it lasts.',
  ]);
  expect(willItLast([lane(12.25)])).toEqual(['Kiln Lane 4 will have done 12.25 of 12: it does not last.']);
  expect(willItLast([{ batchName: 'Reedbed', rollsAfter: 2, capacity: null }])).toEqual([
    'Reedbed will have done 2; its leaflet gives no capacity.',
  ]);
  expect(willItLast([])).toEqual([]);
});
