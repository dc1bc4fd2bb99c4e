import { filesOfParts } from './files-of-parts.ts';

test('a part names the files that its page does not load anyhow, its own first, shared ones once; a page without parts none', () => {
  const files = filesOfParts({
    'app/root.tsx?__react-router-build-client-route': { file: 'assets/root.js', imports: ['_framework'] },
    '/entry.client.tsx': { file: 'assets/entry.js', imports: ['_framework'] },
    _framework: { file: 'assets/framework.js' },
    'app/bench.tsx?__react-router-build-client-route': { file: 'assets/bench.js', imports: ['_framework', '_run'] },
    _run: { file: 'assets/run.js', imports: ['_framework'], dynamicImports: ['app/checklist.tsx'] },
    'app/checklist.tsx': { file: 'assets/checklist.js', imports: ['_run', '_words'] },
    _words: { file: 'assets/words.js', imports: ['_small', '_run'] },
    _small: { file: 'assets/small.js' },
    'app/shelf.tsx?__react-router-build-client-route': { file: 'assets/shelf.js', imports: ['_framework', '_small'] },
  });
  expect(files).toEqual({ 'app/bench.tsx': { 'app/checklist.tsx': ['/assets/checklist.js', '/assets/words.js', '/assets/small.js'] } });
});
