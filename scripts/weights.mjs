// What each page's scripts weigh, by the build's own lists, in times of what an empty page of the same framework loads.
// What stands in the middle of a first picture counts with its page; what comes after it does not.
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const CLIENT = 'build/client';
/** What stands in the middle of the Bench, by how far its run is. */
const IN_THE_MIDDLE = {
  'the Bench, before the first pour': 'app/bench/now/readiness.tsx',
  'the Bench, under way': 'app/bench/now/under-way.tsx',
  'the Bench, ended': 'app/bench/after/ended.tsx',
};

/** `root` holds a build. Every page with its bytes and how many empty pages that is, the heaviest first. */
export function weights(root) {
  const read = (file) => readFileSync(join(root, CLIENT, file));
  const assets = readdirSync(join(root, CLIENT, 'assets'));
  const named = assets.find((name) => /^manifest-.*\.js$/.test(name));
  const { entry, routes } = JSON.parse(/=(\{.*\})/s.exec(read(`assets/${named}`).toString())[1]);
  const built = JSON.parse(read('.vite/manifest.json').toString());
  const bytesOf = new Map();
  const weigh = (files) => {
    let sum = 0;
    for (const file of new Set(files)) {
      if (!bytesOf.has(file)) bytesOf.set(file, gzipSync(read(file)).length);
      sum += bytesOf.get(file);
    }
    return sum;
  };
  const filesOf = (id) => {
    const files = [entry.module, ...entry.imports];
    for (let route = routes[id]; route; route = routes[route.parentId]) files.push(route.module, ...route.imports);
    return files;
  };
  const filesOfPart = (source) => {
    const seen = new Set([source]);
    // A set can be gone through while it grows.
    for (const name of seen) for (const other of built[name].imports ?? []) seen.add(other);
    return [...seen].map((name) => `/${built[name].file}`);
  };
  const empty = weigh(filesOf('root'));
  const bench = filesOf('bench/screen/bench');
  const pages = [
    ...Object.keys(routes)
      .filter((id) => id !== 'bench/screen/bench')
      .map((id) => [id, filesOf(id)]),
    ...Object.entries(IN_THE_MIDDLE).map(([name, source]) => [name, [...bench, ...filesOfPart(source)]]),
  ].map(([page, files]) => ({ page, bytes: weigh(files), times: weigh(files) / empty }));
  return { empty, pages: pages.sort((a, b) => b.times - a.times) };
}
