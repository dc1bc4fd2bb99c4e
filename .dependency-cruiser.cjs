/** The import rules of architecture.md: dependencies point inwards, places do not import one another. */
const places = ['session', 'rolls', 'shelf', 'bench', 'logbook', 'phone', 'probes', 'first', 'method'];
/** Core's folders from the lowest up: what two of them need lives lower down, so none ever knows one above it. */
const core = [
  'units',
  'film',
  'packing',
  'kit',
  'timing',
  'lessons',
  'heat',
  'beginner',
  'chemistry',
  'schedule',
  'evening',
  'run',
  'probe',
  'inspection',
  'practice',
];
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    {
      name: 'core-knows-only-core',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|server|cli|demo|scripts|scan|e2e)/' },
    },
    {
      name: 'core-has-small-pure-libraries-only',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm', 'core'], pathNot: 'node_modules/(yup|date-fns|@date-fns/tz|@sodaru/yup-to-json-schema)/' },
    },
    ...core.slice(0, -1).map((folder, i) => ({
      name: `core-${folder}-knows-nothing-above-it`,
      severity: 'error',
      from: { path: `^core/${folder}/`, pathNot: '\\.(test|fixture)\\.ts$' },
      to: { path: `^core/(${core.slice(i + 1).join('|')})/` },
    })),
    { name: 'cli-knows-only-core-and-scans', severity: 'error', from: { path: '^(cli|scan)/' }, to: { path: '^(app|server)/' } },
    {
      name: 'pictures-are-read-in-one-place',
      severity: 'error',
      from: { path: '^(app|cli|server)/', pathNot: '\\.test\\.ts$' },
      to: { path: 'node_modules/sharp/' },
    },
    ...places.map((place) => ({
      name: `${place}-imports-no-other-place`,
      severity: 'error',
      from: { path: `^app/${place}/` },
      to: { path: `^app/(${places.filter((other) => other !== place).join('|')})/` },
    })),
    { name: 'ui-knows-no-place', severity: 'error', from: { path: '^app/ui/' }, to: { path: `^app/(${places.join('|')}|server)/` } },
    {
      name: 'shared-services-know-no-place',
      severity: 'error',
      from: { path: '^app/(server|run)/', pathNot: '\\.test\\.ts$' },
      to: { path: `^app/(ui|${places.join('|')})/` },
    },
    { name: 'pages-know-no-transport', severity: 'error', from: { path: '^app/' }, to: { path: '^server/' } },
    {
      name: 'database-stays-on-the-server',
      severity: 'error',
      from: { path: '^app/(?!server)', pathNot: '\\.server\\.ts$' },
      to: { path: 'better-sqlite3' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '\\+types|\\.react-router' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.json'] },
  },
};
