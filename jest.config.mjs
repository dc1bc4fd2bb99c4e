/** Core and server tests. Playwright's live in e2e/ and run by themselves. */
export default {
  testMatch: ['<rootDir>/{core,app,server,cli,demo,scripts}/**/*.test.{ts,tsx}'],
  testEnvironment: 'node',
  // Speed is measured elsewhere (npm run measure); a busy machine must not fail a property.
  testTimeout: 120_000,
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
};
