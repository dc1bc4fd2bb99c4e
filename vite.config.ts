import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';
import { readFileSync } from 'node:fs';
import { filesOfParts, type BuiltFile } from './scripts/files-of-parts.ts';
import { fileOfModule } from './scripts/page-files.ts';

/** The router's package names its development build for everybody: a built application takes the one that is meant for it. */
const production = (file: string) => fileURLToPath(new URL(`./node_modules/react-router/dist/production/${file}`, import.meta.url));

/** A page's own file may hold what another page takes from it. The framework's plugin says no, for no reason of this build. */
const entriesMayShare: Plugin = {
  name: 'entries-may-share',
  options: (options) => ({ ...options, preserveEntrySignatures: 'allow-extension' }),
};

/** What comes on demand brings no style of its own, and its files are few: it is imported, without the help that looks for both. */
const importsAsTheyAre: Plugin = {
  name: 'imports-as-they-are',
  enforce: 'pre',
  load: (id) => (id.endsWith('vite/preload-helper.js') ? 'export const __vitePreload = (load) => load();' : null),
};

/** The server is built after the browser's files, and is told which of them a part of the Bench needs. */
const partsAreTold: Plugin = {
  name: 'parts-are-told',
  transform(code, id) {
    if (!id.endsWith('/files-of-parts.server.ts')) return null;
    const manifest = JSON.parse(readFileSync('build/client/.vite/manifest.json', 'utf8')) as Record<string, BuiltFile>;
    const files = filesOfParts(manifest);
    return `const FILES_OF_PARTS = ${JSON.stringify(files)};\n${code}`;
  },
};

export default defineConfig(({ command, isSsrBuild }) => ({
  plugins: [
    tailwindcss(),
    reactRouter(),
    ...(isSsrBuild ? (command === 'build' ? [partsAreTold] : []) : [entriesMayShare, importsAsTheyAre]),
  ],
  build: {
    // Read for the server (`parts-are-told`).
    manifest: true,
    modulePreload: false,
    // One style for all pages: a part that comes later would bring the same once more, and everything would be laid out anew.
    cssCodeSplit: false,
    chunkSizeWarningLimit: 700,
    rolldownOptions: isSsrBuild
      ? {}
      : {
          output: {
            codeSplitting: {
              groups: [
                {
                  debugName: 'files of pages',
                  name: (id, bundle) => fileOfModule(id, (each) => bundle.getModuleInfo(each)),
                  includeDependenciesRecursively: false,
                },
              ],
            },
          },
        },
  },
  resolve: {
    alias:
      command === 'build'
        ? [
            { find: /^react-router$/, replacement: production('index.mjs') },
            { find: /^react-router\/dom$/, replacement: production('dom-export.mjs') },
          ]
        : [],
  },
  // What the server needs stands in its build: it starts from a few files, and only the database's own package is beside them.
  ssr: { external: ['better-sqlite3', 'sharp'], noExternal: command === 'build' ? true : [] },
}));
