import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';
import { fileOfModule } from './scripts/page-files.ts';

/** The router's package names its development build for everybody: a built application takes the one that is meant for it. */
const production = (file: string) => fileURLToPath(new URL(`./node_modules/react-router/dist/production/${file}`, import.meta.url));

/** A page's own file may hold what another page takes from it. The framework's plugin says no, for no reason of this build. */
const entriesMayShare: Plugin = {
  name: 'entries-may-share',
  options: (options) => ({ ...options, preserveEntrySignatures: 'allow-extension' }),
};

export default defineConfig(({ command, isSsrBuild }) => ({
  plugins: [tailwindcss(), reactRouter(), ...(isSsrBuild ? [] : [entriesMayShare])],
  build: {
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
