// Read before any test: what it takes for Node's own globals are then Node's, and not what tests in a shared scope left there.
import 'jest-environment-node';
import { LIMIT_MS } from './scripts/tests-end.mjs';

const tests = (...places) => places.map((place) => `<rootDir>/${place}/**/*.test.{ts,tsx}`);

/** What takes a module's place, or winds a clock while promises wait, needs a scope that no other file of tests shares. */
const IN_THEIR_OWN_SCOPE = [
  'app/entry.server.test.ts',
  'app/bench/channel/run-channel.test.ts',
  'app/ui/on-demand.test.tsx',
  'app/ui/screen/outbox.test.ts',
  'app/workers/cue-timer.test.ts',
].map((file) => `<rootDir>/${file}`);

/** Core and server tests. Playwright's live in e2e/ and run by themselves. */
export default {
  // Speed is measured elsewhere (npm run measure); a busy machine must not fail a property.
  testTimeout: LIMIT_MS,
  // What was turned into plain JavaScript once stays here; where `npm test` puts books is gone after it.
  cacheDirectory: '<rootDir>/node_modules/.cache/jest',
  projects: [
    {
      // In Node as it is: modules are read once for all files of tests, and stay warm from one to the next.
      displayName: 'shared scope',
      runner: 'jest-light-runner',
      setupFiles: ['<rootDir>/scripts/read-typescript.mjs'],
      setupFilesAfterEnv: ['<rootDir>/scripts/tests-end.mjs'],
      testMatch: tests('core', 'app'),
      testPathIgnorePatterns: IN_THEIR_OWN_SCOPE,
      transform: {},
    },
    {
      displayName: 'own scope',
      testMatch: [...tests('server', 'cli', 'demo', 'scripts'), ...IN_THEIR_OWN_SCOPE],
      testEnvironment: 'node',
      // ES modules that Jest must turn into what it can load.
      transformIgnorePatterns: ['node_modules/(?!(nanoid|react-hotkeys-hook|idb|lucide-react)/)'],
      // Its module is one that Jest cannot load on this Node; its other build is the same.
      moduleNameMapper: { '^d3-array$': '<rootDir>/node_modules/d3-array/dist/d3-array.js' },
      transform: {
        '^.+\\.m?[jt]sx?$': [
          '@swc/jest',
          {
            jsc: { target: 'es2023', parser: { syntax: 'typescript', tsx: true }, transform: { react: { runtime: 'automatic' } } },
            module: { type: 'commonjs' },
          },
        ],
      },
    },
  ],
};
