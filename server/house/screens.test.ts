import Database from 'better-sqlite3';
import { chmodSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Screens } from './screens.ts';

const place = () => join(mkdtempSync(join(tmpdir(), 'steady-reel-screens-')), 'screens.db');
const NOW = 1_790_000_000_000;

test('a screen is known over restarts, by its own name, until it is taken off for good', () => {
  const file = place();
  const before = new Screens(file);
  const { key, screen } = before.letIn('phone', 'bench', 'secure', NOW);
  before.close();
  const after = new Screens(file);
  after.rename(screen.id, 'phone at the sink');
  expect(after.byKey(key, 'secure', NOW + 90_000)).toMatchObject({ name: 'phone at the sink', role: 'bench' });
  expect(after.list()).toEqual([expect.objectContaining({ seenAtMs: NOW + 90_000, secure: true })]);
  after.takeOff(screen.id, NOW);
  expect([after.byKey(key, 'secure', NOW), after.list()]).toEqual([null, []]);
  // One that is off does not come back by moving to the safe way.
  expect(after.byKey(after.move(screen.id, 'phone', 'book'), 'secure', NOW)).toBeNull();
  after.close();
});

test('a key is of its way alone, and of the screen it was given to', () => {
  const screens = new Screens(place());
  const [a, b] = [screens.letIn('a', 'book', 'plain', NOW), screens.letIn('b', 'bench', 'secure', NOW)];
  expect([screens.byKey(a.key, 'plain', NOW)?.name, screens.byKey(b.key, 'secure', NOW)?.name]).toEqual(['a', 'b']);
  expect([screens.byKey(a.key, 'secure', NOW), screens.byKey(b.key, 'plain', NOW), screens.byKey('', 'plain', NOW)]).toEqual([
    null,
    null,
    null,
  ]);
  screens.close();
});

test.each([
  ['damaged', (file: string) => writeFileSync(file, 'no database at all'.repeat(100))],
  ['of another program', (file: string) => void new Database(file).exec('CREATE TABLE screens (x)').close()],
  ['in a folder that is no folder', (file: string) => chmodSync(join(file, '..'), 0o500)],
])('a file that is %s keeps nobody from working: screens are known until the end', (_, spoil) => {
  const file = place();
  spoil(file);
  const said = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const screens = new Screens(file);
  const { key } = screens.letIn('phone', 'bench', 'plain', NOW);
  expect(screens.byKey(key, 'plain', NOW)?.name).toBe('phone');
  screens.close();
  said.mockRestore();
});
