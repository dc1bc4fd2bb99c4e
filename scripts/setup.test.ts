import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runOrAgain } from './setup.mjs';

// Stands still the first time, as the bundler once did; the second time it does its work.
const STANDS_STILL_ONCE = `
  const { existsSync, writeFileSync } = require('node:fs');
  const [begun, built] = process.argv.slice(1);
  if (existsSync(begun)) writeFileSync(built, ''); else { writeFileSync(begun, ''); setInterval(() => {}, 1000); }`;

test('a command that stands still is ended and begun again, once; one that fails is not tried twice', () => {
  const said = jest.spyOn(console, 'log').mockImplementation(() => undefined);
  const place = mkdtempSync(join(tmpdir(), 'stands-still-'));
  const begun = join(place, 'begun');
  const built = join(place, 'built');
  expect(runOrAgain(process.execPath, ['-e', STANDS_STILL_ONCE, begun, built], { limitMs: 5_000 })).toBe(0);
  expect(existsSync(built)).toBe(true);
  expect(said).toHaveBeenCalledWith(expect.stringContaining('it begins again'));

  said.mockClear();
  expect(runOrAgain(process.execPath, ['-e', 'process.exitCode = 3'], { limitMs: 60_000 })).toBe(3);
  expect(() => runOrAgain(process.execPath, ['-e', 'setInterval(() => {}, 1000)'], { limitMs: 300 })).toThrow('ETIMEDOUT');
  expect(said).toHaveBeenCalledTimes(1);
});
