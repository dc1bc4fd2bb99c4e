// Into which files the browser's scripts go. Left alone the bundler makes a file of each set of pages that shares
// something: sixty for the Bench, most of them smaller than the question for them, which a phone asks six at a time.

/** What the bundler knows of a module. */
export interface ModuleLinks {
  readonly isEntry: boolean;
  readonly importers: readonly string[];
  /** Who fetches it on demand. */
  readonly dynamicImporters: readonly string[];
}

type LinksOf = (id: string) => ModuleLinks | null;

/** From what every page needs to what only the Bench does: what stands in one file needs nothing of a later one. */
export const RINGS = ['framework', 'everywhere', 'frame', 'evening', 'sums', 'run', 'at-the-bench'] as const;
type Ring = (typeof RINGS)[number];

/** So many pages need it that it is theirs all; the arithmetic is small, and asked for by fewer. */
const MANY_PAGES = 20;
const MANY_FOR_ARITHMETIC = 9;

/**
 * The file of a module that these pages need, each named by its path; null where it goes with its own page. What a
 * module imports is needed by at least as many pages, so it lies in the same ring or further in, and no two files need
 * one another. `parts` of them come on demand.
 */
function ringOf(pages: readonly string[], parts: readonly string[], isArithmetic: boolean): Ring | null {
  const isFor = (page: string) => pages.some((each) => each.includes(page));
  if (isFor('/app/root.tsx') || isFor('entry.client')) return 'framework';
  const isAtTheBench = pages.some(isTheBench);
  // The frame stands around every page but the Bench, which is opened by a wet hand and waits for nothing of it.
  if (isFor('/app/frame/daylight.tsx') || pages.length - parts.length >= (isArithmetic ? MANY_FOR_ARITHMETIC : MANY_PAGES))
    // A part of the Bench would bring the whole frame with it for one small rule.
    return isAtTheBench ? 'everywhere' : parts.some(isOfTheBench) ? null : 'frame';
  if (!isAtTheBench) return null;
  if (pages.every(isOfTheBench)) return 'at-the-bench';
  if (isFor('/app/session/tonight/tonight.tsx')) return 'evening';
  // What reckons times and temperatures is needed by pages that know nothing of a run.
  return isArithmetic ? 'sums' : 'run';
}

const isTheBench = (page: string) => page.includes('/app/bench/screen/bench.tsx');
const isOfTheBench = (page: string) => page.includes('/app/bench/');

const FRAMEWORK = /\/node_modules\/(react|react-dom|react-router|scheduler|cookie|set-cookie-parser)\//;
const ICONS = /\/node_modules\/lucide-react\//;
const ONE_ICON = /\/lucide-react\/.*\/icons\//;
/** What brings parts of a page on demand is small, and no page should load a run for it. */
const ON_DEMAND = /\/app\/ui\/(later|links-to|on-demand)\.tsx?$/;
/** Fields, and what they stand on; what floats above a page comes when it is opened. */
const CONTROLS =
  /\/node_modules\/(react-aria|react-stately|@headlessui\/react\/dist\/(components\/(select|field|label|input|description)|utils|internal\/(disabled|hidden|id|form-fields)|hooks\/use-(sync-refs|slot|event|latest-value|disposables|id|iso-morphic-effect|active-press)))/;

/** Names the file of each module, for the bundler; packages by what they are, our own by who needs them. */
export function fileOfModule(id: string, linksOf: LinksOf): string | null {
  if (FRAMEWORK.test(id) || id.endsWith('vite/preload-helper.js')) return 'framework';
  if (ICONS.test(id)) return ONE_ICON.test(id) ? fileOfIcon(pagesThatNeed(id, linksOf)) : 'everywhere';
  if (CONTROLS.test(id)) return 'controls';
  if (id.includes('/node_modules/') || id.includes('\0') || id.endsWith('.css') || linksOf(id)?.isEntry) return null;
  if (ON_DEMAND.test(id)) return 'everywhere';
  const pages = pagesThatNeed(id, linksOf);
  return ringOf(
    pages,
    pages.filter((each) => isOnDemand(each, linksOf)),
    /\/core\/(?!run\/)/.test(id),
  );
}

/** An icon that one page shows comes with it; those that are shared are small, and come together. */
function fileOfIcon(pages: readonly string[]): string | null {
  if (pages.some(isTheBench) && pages.every(isOfTheBench)) return 'at-the-bench';
  return pages.length === 1 || pages.every(isOfTheBench) ? null : 'icons';
}

const isOnDemand = (id: string, linksOf: LinksOf) => (linksOf(id)?.dynamicImporters.length ?? 0) > 0;

function pagesThatNeed(id: string, linksOf: LinksOf): string[] {
  const seen = new Set([id]);
  // A set can be gone through while it grows.
  for (const at of seen) for (const importer of linksOf(at)?.importers ?? []) seen.add(importer);
  // What comes on demand is asked for by itself, and must not bring the Bench with it.
  return [...seen].filter((at) => linksOf(at)?.isEntry || isOnDemand(at, linksOf));
}
