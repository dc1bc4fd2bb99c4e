import fc from 'fast-check';
import { fileOfModule, RINGS, type ModuleLinks } from './page-files.ts';

const PAGES = [
  '/app/root.tsx',
  '/app/frame/daylight.tsx',
  '/app/bench/screen/bench.tsx',
  '/app/bench/practice/practice-bench.tsx',
  '/app/session/tonight/tonight.tsx',
  ...Array.from({ length: 22 }, (_, i) => `/app/places/place-${i}.tsx`),
];

/** Modules that import later ones of their kind and any of the arithmetic, as our own do; pages import any of them. */
const graphs = fc.record({ parts: fc.nat({ max: 8 }), sums: fc.nat({ max: 8 }) }).chain(({ parts, sums }) => {
  const modules = [
    ...PAGES,
    ...Array.from({ length: parts }, (_, i) => `/app/ui/part-${i}.tsx`),
    ...Array.from({ length: sums }, (_, i) => `/core/sum-${i}.ts`),
  ];
  const edge = (from: number, to: number) => from < to && to >= PAGES.length;
  const pairs = modules.flatMap((_, from) => modules.flatMap((__, to) => (edge(from, to) ? [[from, to] as const] : [])));
  return fc
    .subarray(pairs)
    .map((edges) => ({ modules, edges: edges.map(([from, to]) => [modules[from], modules[to]] as [string, string]) }));
});

const fileIn = (modules: readonly string[], edges: readonly (readonly [string, string])[]) => {
  const links = new Map<string, ModuleLinks>(
    modules.map((id) => [
      id,
      { isEntry: PAGES.includes(id), importers: edges.flatMap(([from, to]) => (to === id && from ? [from] : [])), dynamicImporters: [] },
    ]),
  );
  return (id: string) => fileOfModule(id, (each) => links.get(each) ?? null);
};

test('no file needs one further out: however modules import one another, the files come in one order', () => {
  fc.assert(
    fc.property(graphs, ({ modules, edges }) => {
      const fileOf = fileIn(modules, edges);
      const place = (id: string) => (RINGS as readonly (string | null)[]).concat(null).indexOf(fileOf(id));
      for (const [from, to] of edges) if (!PAGES.includes(from)) expect(place(to)).toBeLessThanOrEqual(place(from));
    }),
  );
});

test('a page that is not the Bench never loads what only the Bench needs', () => {
  fc.assert(
    fc.property(graphs, ({ modules, edges }) => {
      const fileOf = fileIn(modules, edges);
      const needs = (id: string): string[] => edges.flatMap(([from, to]) => (from === id ? [to, ...needs(to)] : []));
      for (const page of PAGES.filter((each) => !each.includes('/bench/')))
        expect(new Set(needs(page).map(fileOf))).not.toContain('at-the-bench');
    }),
    { numRuns: 30 },
  );
});

test('the Bench never loads what only other pages need, however many they are', () => {
  fc.assert(
    fc.property(graphs, ({ modules, edges }) => {
      const fileOf = fileIn(modules, edges);
      const needs = (id: string): string[] => edges.flatMap(([from, to]) => (from === id ? [to, ...needs(to)] : []));
      expect(new Set(needs('/app/bench/screen/bench.tsx').map(fileOf))).not.toContain('frame');
    }),
    { numRuns: 30 },
  );
});

test('packages go by what they are: the framework once, what draws icons everywhere, what floats above a page with what opens it', () => {
  const fileOf = fileIn([], []);
  expect(fileOf('/node_modules/react-dom/client.js')).toBe('framework');
  expect(fileOf('/node_modules/lucide-react/dist/esm/Icon.mjs')).toBe('everywhere');
  expect(fileOf('/node_modules/@headlessui/react/dist/components/select/select.js')).toBe('controls');
  expect(fileOf('/node_modules/@headlessui/react/dist/components/popover/popover.js')).toBeNull();
  expect(fileOf('/node_modules/yup/index.esm.js')).toBeNull();
});

test('an icon comes with the page that shows it, with the Bench where only that does, and with the others where pages share it', () => {
  const icon = '/node_modules/lucide-react/dist/esm/icons/star.mjs';
  const shownBy = (...pages: string[]) =>
    fileIn(
      [...PAGES, icon],
      pages.map((page) => [page, icon] as const),
    )(icon);
  expect(shownBy('/app/places/place-3.tsx')).toBeNull();
  expect(shownBy('/app/places/place-3.tsx', '/app/places/place-4.tsx')).toBe('icons');
  expect(shownBy('/app/bench/screen/bench.tsx', '/app/bench/practice/practice-bench.tsx')).toBe('at-the-bench');
});

test('a part that a page fetches on demand brings nothing of the Bench: what both need is neither’s own', () => {
  const [part, shared] = ['/app/session/under-way/going-on.tsx', '/app/ui/both.tsx'];
  const links: Record<string, ModuleLinks> = {
    [part]: { isEntry: false, importers: [], dynamicImporters: ['/app/session/tonight/tonight.tsx'] },
    [shared]: { isEntry: false, importers: [part, '/app/bench/screen/bench.tsx'], dynamicImporters: [] },
    '/app/bench/screen/bench.tsx': { isEntry: true, importers: [], dynamicImporters: [] },
  };
  expect(fileOfModule(shared, (id) => links[id] ?? null)).toBe('run');
});
