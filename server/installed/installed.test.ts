import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asTyped } from './as-typed.ts';
import { dataFolder } from './data-folder.ts';
import { freeDoor } from './free-door.ts';
import { forgetDoor, knownDoor, rememberDoor, versionHere } from './known-door.ts';
import { openBrowser } from './open-browser.ts';

test('the book lies where each system keeps such things; what a person named comes first, and no path is none', () => {
  const on = (platform: NodeJS.Platform, env: Record<string, string> = {}) => dataFolder({ platform, env, home: '/home/a' });
  expect(on('linux')).toBe('/home/a/.local/share/steady-reel');
  expect(on('linux', { XDG_DATA_HOME: '/elsewhere' })).toBe('/elsewhere/steady-reel');
  for (const none of ['', 'relative/place']) expect(on('linux', { XDG_DATA_HOME: none })).toBe(on('linux'));
  expect(on('darwin')).toBe('/home/a/Library/Application Support/Steady Reel');
  expect(on('win32', { LOCALAPPDATA: '/app' })).toBe(join('/app', 'Steady Reel'));
  expect(on('freebsd')).toBe(on('linux'));
});

const listening = async (port: number): Promise<Server> =>
  new Promise((resolve) => {
    const server = createServer();
    server.listen(port, '127.0.0.1', () => resolve(server));
  });

test('a port that is taken is stepped over, be it the first of its three or the last', async () => {
  const from = await freeDoor(24_000);
  const [first, third] = [await listening(from), await listening(from + 5)];
  expect(await freeDoor(from)).toBe(from + 6);
  third.close();
  await new Promise((resolve) => first.close(resolve));
  expect(await freeDoor(from)).toBe(from);
  await expect(freeDoor(65_535)).rejects.toThrow('Name another: steady-reel start --port');
});

test('the door of a book is known while it is served, and what is no port is none', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'book.db');
  expect(knownDoor(file)).toBeNull();
  rememberDoor(file, 3003);
  expect(knownDoor(file)).toEqual({ port: 3003, version: versionHere() });
  writeFileSync(`${file}.door`, '3004');
  expect(knownDoor(file)).toEqual({ port: 3004, version: '' });
  writeFileSync(`${file}.door`, 'no port');
  expect(knownDoor(file)).toBeNull();
  forgetDoor(file);
  forgetDoor(file);
  expect(knownDoor(file)).toBeNull();
  // A folder that cannot be written to is no reason not to start.
  expect(() => rememberDoor('/proc/nowhere/book.db', 3003)).not.toThrow();
});

test('where there is no browser that is told, not thrown', async () => {
  const path = process.env['PATH'];
  process.env['PATH'] = '/nowhere';
  expect(await openBrowser('http://localhost:3000/', 'linux')).toBe(false);
  process.env['PATH'] = path;
});

test('a command is named as this person types it', () => {
  expect(asTyped('restore')).toBe('npm run restore');
  process.env['STEADY_REEL_COMMAND'] = 'steady-reel';
  expect(asTyped('restore')).toBe('steady-reel restore');
  delete process.env['STEADY_REEL_COMMAND'];
});
