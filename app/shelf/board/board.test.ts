import { addDays, formatISO, parseISO } from 'date-fns';
import fc from 'fast-check';
import { lifeLine } from './life-line.ts';
import { shelfInWords } from './shelf-in-words.ts';

const day = (n: number) => formatISO(addDays(parseISO('2026-11-01'), n), { representation: 'date' });
const ends = (wornIn: number | null, oldIn: number | null) => ({
  wornOn: wornIn === null ? null : day(wornIn),
  oldOn: oldIn === null ? null : day(oldIn),
});
const line = (todayIs: number, wornIn: number | null, oldIn: number | null) => lifeLine(day(0), day(todayIs), ends(wornIn, oldIn));

describe('the line of a batch’s life', () => {
  test('sixteen days old, worn in thirty, old in forty: today, worn and old in their order', () => {
    const [today, worn, old] = line(16, 30, 40);
    expect([today, worn, old].map((mark) => [mark?.what, Math.round(mark?.at ?? -1)])).toEqual([
      ['today', 40],
      ['worn', 75],
      ['old', 100],
    ]);
  });

  test('an end beyond sight is an arrow, not a line that shrinks everything else', () => {
    const [today, old, worn] = line(16, 900, 40);
    expect(worn).toMatchObject({ what: 'worn', beyond: true, at: 100 });
    expect(old).toMatchObject({ what: 'old', beyond: false });
    expect(today?.at ?? 0).toBeGreaterThan(25);
  });

  test('with no end known there is only today, and what is past lies behind it', () => {
    expect(line(16, null, null).map((mark) => mark.what)).toEqual(['today']);
    const [today, old] = line(50, null, 35);
    expect(old?.at ?? 100).toBeLessThan(today?.at ?? 0);
  });

  test('whenever it was mixed and however it ends: every mark lies on the line, in the order of its days, and no two labels on one another', () => {
    const inDays = fc.option(fc.integer({ min: 0, max: 2000 }), { nil: null });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 800 }), inDays, inDays, (now, worn, old) => {
        const [today, ...marks] = line(now, worn, old);
        for (const mark of [today, ...marks]) {
          expect(mark?.at).toBeGreaterThanOrEqual(0);
          expect(mark?.at).toBeLessThanOrEqual(100);
        }
        const [first, second] = marks;
        if (!first || !second) return;
        expect(first.on <= second.on || first.at === second.at).toBe(true);
        if (second.at - first.at < 30) expect(first.row).not.toBe(second.row);
      }),
    );
  });
});

describe('the shelf in one line', () => {
  const batch = (standing: 'good' | 'spent', urgency: 'fine' | 'spent', rollsLost: number, emptied = false) =>
    ({
      bottles: [{ standing, emptied }],
      ends: { wornOn: null, oldOn: day(20), rollsLost },
      follows: { urgency, says: '', does: null, by: null },
      strips: [],
    }) as unknown as Parameters<typeof shelfInWords>[0][number];
  test.each([
    [[], 'Bottles, boxes, kits and tanks. Nothing is mixed yet.'],
    [[batch('good', 'fine', 0)], 'One batch.'],
    [[batch('good', 'fine', 4.3), batch('good', 'fine', 0.4)], 'Two batches. One batch will grow old before it is worn.'],
    [
      [batch('spent', 'spent', 4), batch('good', 'fine', 1), batch('good', 'fine', 2)],
      'Three batches. One bottle is spent; two batches will grow old before they are worn.',
    ],
    // A bottle that was emptied is no bottle to worry about.
    [[batch('spent', 'fine', 0, true)], 'One batch.'],
    [Array.from({ length: 13 }, () => batch('good', 'fine', 0)), '13 batches.'],
  ])('%#', (batches, says) => expect(shelfInWords(batches)).toBe(says));
});
