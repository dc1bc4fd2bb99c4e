// A page that is open while Steady Reel is updated goes on with the files it was built with: those stay for a month.
import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';

const KEPT_MS = 30 * 86_400_000;

/** Takes them aside before a build, which empties its folder whole; what is returned puts them back beside the new ones. */
export function keepEarlierFiles(build, aside) {
  const kept = join(aside, 'assets');
  rmSync(aside, { recursive: true, force: true });
  mkdirSync(kept, { recursive: true });
  for (const from of ['earlier', 'client']) {
    const files = join(build, from, 'assets');
    if (existsSync(files)) cpSync(files, kept, { recursive: true, preserveTimestamps: true });
  }
  for (const name of readdirSync(kept))
    if (/\.(br|gz)$/.test(name) || statSync(join(kept, name)).mtimeMs < Date.now() - KEPT_MS) rmSync(join(kept, name));
  return () => {
    mkdirSync(build, { recursive: true });
    rmSync(join(build, 'earlier'), { recursive: true, force: true });
    renameSync(aside, join(build, 'earlier'));
  };
}
