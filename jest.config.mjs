/** Core and server tests. Playwright's live in e2e/ and run by themselves. */
export default {
  testMatch: ['<rootDir>/{core,app,cli,demo,scripts}/**/*.test.{ts,tsx}'],
  testEnvironment: 'node',
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: { target: 'es2023', parser: { syntax: 'typescript', tsx: true }, transform: { react: { runtime: 'automatic' } } },
        module: { type: 'commonjs' },
      },
    ],
  },
};
