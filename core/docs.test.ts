import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The pages are part of the code: what a comment cites is there to be read. */
function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? sources(path) : /\.tsx?$/.test(entry.name) ? [path] : [];
  });
}
const FILES = ['core', 'app', 'cli', 'server', 'demo'].flatMap(sources);
const read = (path: string) => readFileSync(path, 'utf8');

test('every section that a comment cites exists in docs', () => {
  const page = read('docs/domain.md');
  const sections = new Set([...page.matchAll(/^#{2,3} (\d+(?:\.\d+)?)/gm)].map(([, n]) => n));
  const cited = FILES.flatMap((file) => [...read(file).matchAll(/domain\.md (\d+(?:\.\d+)?)/g)].map(([, n]) => ({ file, n })));
  expect(cited.length).toBeGreaterThan(50);
  // A section's own numbered rules (5.3) are found within it.
  expect(cited.filter(({ n = '' }) => !sections.has(n) && !(n.startsWith('5.') && sections.has('5')))).toEqual([]);
  const rules = new Set([...read('docs/architecture.md').matchAll(/^(\d+)\. /gm)].map(([, n]) => n));
  const ruled = FILES.flatMap((file) => [...read(file).matchAll(/architecture\.md, rule (\d+)/g)].map(([, n]) => n));
  expect(ruled.filter((n) => !rules.has(n))).toEqual([]);
});

test('every file and folder that the guides name is there', () => {
  const named = ['README.md', 'CONTRIBUTING.md', 'docs/architecture.md'].flatMap((page) =>
    [...read(page).matchAll(/`((?:app|core|cli|server|migrations|demo|docs|e2e|kits|scripts)\/[\w./-]+)`/g)].map(([, path = '']) => path),
  );
  expect(named.length).toBeGreaterThan(15);
  const there = (path: string) => {
    try {
      readdirSync(path);
      return true;
    } catch {
      try {
        return read(path) !== '';
      } catch {
        return false;
      }
    }
  };
  expect(named.filter((path) => !there(path))).toEqual([]);
  const pictures = [...read('README.md').matchAll(/\(docs\/screenshots\/([\w-]+\.png)\)/g)].map(([, name]) => name);
  expect(readdirSync('docs/screenshots').filter((name) => !pictures.includes(name))).toEqual([]);
});

test('every promise names a test that is there', () => {
  const rows = [...read('docs/promises.md').matchAll(/\| `([\w/.-]+)`: ([^|]+?) \|/g)].map(([, file = '', title = '']) => ({
    file,
    title,
  }));
  expect(rows.length).toBeGreaterThan(20);
  expect(rows.filter(({ file, title }) => !read(file).includes(title))).toEqual([]);
});

test('the commands that README and docs list are the commands there are', () => {
  const help = read('cli/help.ts');
  const listed = [...(/Commands: ([^;]+);/.exec(read('README.md'))?.[1] ?? '').matchAll(/`(\w+)`/g)].map(([, name]) => name);
  expect(listed).toHaveLength(13);
  for (const name of listed) {
    expect(help).toContain(`  ${name}:`);
    expect(read('docs/scripting.md')).toContain(`| \`${name}\` |`);
  }
});
