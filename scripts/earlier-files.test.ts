import { mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keepEarlierFiles } from './earlier-files.mjs';

const DAY_S = 86_400;

test('a build empties its folder, and the files of the last builds are there after it: a month long, and not once more compressed', () => {
  const root = mkdtempSync(join(tmpdir(), 'steady-reel-'));
  const [build, aside] = [join(root, 'build'), join(root, 'tmp', 'earlier')];
  const built = (from: string, name: string, ageDays = 0) => {
    mkdirSync(join(build, from, 'assets'), { recursive: true });
    writeFileSync(join(build, from, 'assets', name), name);
    const thenS = Date.now() / 1000 - ageDays * DAY_S;
    utimesSync(join(build, from, 'assets', name), thenS, thenS);
  };
  const rebuild = (name: string) => {
    const putBack = keepEarlierFiles(build, aside);
    // As the framework does (cleanBuildDirectory).
    rmSync(build, { recursive: true });
    built('client', name);
    putBack();
  };
  built('client', 'first.js', 20);
  built('client', 'first.js.br', 20);
  built('earlier', 'long-ago.js', 31);
  rebuild('second.js');
  rebuild('third.js');
  expect(readdirSync(join(build, 'earlier', 'assets')).sort()).toEqual(['first.js', 'second.js']);
  expect(readdirSync(join(build, 'client', 'assets'))).toEqual(['third.js']);
});

test('there is nothing to keep before the first build', () => {
  const root = mkdtempSync(join(tmpdir(), 'steady-reel-'));
  keepEarlierFiles(join(root, 'build'), join(root, 'tmp', 'earlier'))();
  expect(readdirSync(join(root, 'build', 'earlier', 'assets'))).toEqual([]);
});
