import fc from 'fast-check';
import { invite, isOpen, MOST_WRONG, NUMBER_LASTS_MS, tryNumber, type Invitation } from './invitation.ts';

const NOW = 1_764_000_000_000;
const made = (digits: number) => invite('bench', NOW, () => digits);

test('the right number lets one screen in, in its role, and no second one', () => {
  const first = tryNumber(made(42), ' 00 42', NOW + 5000);
  expect(first.tried).toEqual({ kind: 'in', role: 'bench' });
  expect(tryNumber(first.after, '0042', NOW + 6000).tried).toEqual({ kind: 'none' });
});

test('a wrong number makes the next one wait, longer each time, and the fifth ends it', () => {
  let invitation: Invitation | null = made(1234);
  let at = NOW;
  const said: unknown[] = [];
  for (let i = 0; i < MOST_WRONG; i++) {
    const { tried, after } = tryNumber(invitation, '9999', at);
    said.push(tried);
    // Sent at once, even the right one is not looked at.
    if (after && after.wrong < MOST_WRONG) expect(tryNumber(after, '1234', at).tried.kind).toBe('wait');
    invitation = after;
    at = after?.waitUntilMs ?? at;
  }
  expect(said).toEqual([
    { kind: 'wrong', left: 4, waitMs: 1000 },
    { kind: 'wrong', left: 3, waitMs: 2000 },
    { kind: 'wrong', left: 2, waitMs: 4000 },
    { kind: 'wrong', left: 1, waitMs: 8000 },
    { kind: 'stopped' },
  ]);
  expect(tryNumber(invitation, '1234', at + 60_000).tried).toEqual({ kind: 'stopped' });
  expect(isOpen(invitation, at)).toBe(false);
});

test('a number is no number after ten minutes, and none was never one', () => {
  expect(tryNumber(made(7), '0007', NOW + NUMBER_LASTS_MS).tried).toEqual({ kind: 'none' });
  expect(tryNumber(null, '0007', NOW).tried).toEqual({ kind: 'none' });
});

test('whatever is typed and whenever, ten thousand guesses are at most five', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 9999 }),
      fc.array(fc.integer({ min: 0, max: 30_000 }), { maxLength: 60 }),
      fc.integer({ min: 0, max: 9999 }),
      (digits, waits, start) => {
        let invitation: Invitation | null = made(digits);
        let at = NOW;
        const compared = new Set<string>();
        for (let guess = 0; guess < 10_000; guess++) {
          const typed = String((start + guess) % 10_000).padStart(4, '0');
          const { tried, after } = tryNumber(invitation, typed, at);
          if (tried.kind === 'wrong' || tried.kind === 'in' || (tried.kind === 'stopped' && invitation && invitation.wrong < MOST_WRONG))
            compared.add(typed);
          invitation = after;
          at += waits[guess % Math.max(1, waits.length)] ?? 0;
        }
        expect(compared.size).toBeLessThanOrEqual(MOST_WRONG);
      },
    ),
    { numRuns: 20 },
  );
});
