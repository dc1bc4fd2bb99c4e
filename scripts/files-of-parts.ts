// Which files a part of a page that comes on demand needs beside those of the page: told with the page (`modulepreload`),
// so that a part that stands in the first picture is not asked for only once everything else is here.

/** What the bundler's manifest says of a file. */
export interface BuiltFile {
  readonly file: string;
  readonly imports?: readonly string[];
  readonly dynamicImports?: readonly string[];
}

type Manifest = Readonly<Record<string, BuiltFile>>;

const ROUTE = '?__react-router-build-client-route';

/**
 * The files of each part that a page fetches on demand, by the paths of both sources; without those that the page loads
 * anyhow.
 */
export function filesOfParts(manifest: Manifest): Record<string, Record<string, string[]>> {
  const pages = Object.keys(manifest).filter((name) => name.endsWith(ROUTE));
  const always = Object.keys(manifest).filter((name) => /entry\.client|app\/root\.tsx/.test(name));
  return Object.fromEntries(
    pages.flatMap((page) => {
      const there = needs(manifest, [page, ...always]);
      const parts = [...new Set(there.flatMap((name) => manifest[name]?.dynamicImports ?? []))];
      const files = (part: string) => needs(manifest, [part]).filter((name) => !there.includes(name));
      const listed = parts.map((part) => [part, files(part).map((name) => `/${manifest[name]?.file ?? ''}`)]);
      return parts.length === 0 ? [] : [[page.slice(0, -ROUTE.length), Object.fromEntries(listed)]];
    }),
  );
}

function needs(manifest: Manifest, names: readonly string[]): string[] {
  const seen = new Set(names);
  // A set can be gone through while it grows.
  for (const name of seen) for (const other of manifest[name]?.imports ?? []) seen.add(other);
  return [...seen];
}
