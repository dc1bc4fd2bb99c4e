import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

/** The router's package names its development build for everybody: a built application takes the one that is meant for it. */
const production = (file: string) => fileURLToPath(new URL(`./node_modules/react-router/dist/production/${file}`, import.meta.url));

export default defineConfig(({ command }) => ({
  plugins: [tailwindcss(), reactRouter()],
  build: { chunkSizeWarningLimit: 700 },
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
