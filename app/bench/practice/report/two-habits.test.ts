import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { writeSetting } from '../../../server/settings.server.ts';
import { load } from '../../../ui/forms/posting.fixture.ts';
import { loader } from '../two-habits.tsx';
import { QUESTIONS } from './two-habits.server.ts';

const page = (query = '') => load(loader, `/practice/habits${query}`) as ReturnType<typeof loader>;
const seen = (query: string) => page(query).seen ?? raise();
function raise(): never {
  throw new Error('nothing seen');
}

test.each(QUESTIONS)('%s: both habits are seen through to the end, and only what the habit changes is another', (habit) => {
  const [one, two] = seen(`?habit=${habit}&room=15`);
  expect(one.developers.map(({ name }) => name)).toEqual(two.developers.map(({ name }) => name));
  for (const each of [one, two]) {
    expect(JSON.stringify(each)).not.toMatch(/NaN|Infinity/);
    expect(each.developers[0]?.share).toBeGreaterThan(0.5);
    expect(each.developers[0]?.share).toBeLessThan(1.1);
  }
  if (habit === 'rinse') {
    expect(two.totalS).toBeGreaterThan(one.totalS);
    expect(two.developers[0]?.share).toBeCloseTo(one.developers[0]?.share ?? 0, 6);
  } else {
    expect(two.totalS).toBe(one.totalS);
    expect(two.lowC).toBeGreaterThan(one.lowC);
  }
});

test('a colder room costs more; the room is read in the person’s own unit, and an impossible one is said', () => {
  const share = (room: string) => seen(`?room=${room}`)[0].developers[0]?.share ?? 0;
  expect(share('10')).toBeLessThan(share('25'));
  expect(page('?room=15,5')).toMatchObject({ roomC: 15.5, roomSays: null });
  for (const room of ['400', 'warm', '-3', '1e9', 'NaN'])
    expect([room, page(`?room=${encodeURIComponent(room)}`)]).toEqual([
      room,
      expect.objectContaining({ roomC: 18, roomSays: 'A room from 5.0 °C to 35.0 °C; shown is 18.0 °C.' }),
    ]);
  writeSetting('units', { temperature: 'F', volume: 'ml' });
  expect(page('?room=59').roomC).toBeCloseTo(15, 6);
  writeSetting('units', { temperature: 'C', volume: 'ml' });
});

test('what is not known is as usual: another habit, kit or tank', () => {
  expect(page('?habit=hair&kit=nothing&tank=nowhere')).toMatchObject({
    question: 'tank',
    tank: '',
    kit: expect.stringMatching(/c41/) as string,
  });
});
