import { defineConfig } from '@playwright/test';
import { BROWSER } from './scripts/setup.mjs';

/** Two runs beside one another, from two folders, need ports of their own. */
export const shift = Number(process.env['STEADY_REEL_E2E_PORTS'] ?? 0);

/** Servers from the same build: the demo and an empty book. A test that changes what others read has one of its own. */
export const DEMO = `http://127.0.0.1:${4472 + shift}`;
export const PLAIN = `http://127.0.0.1:${4473 + shift}`;

const server = (url: string, args: string) => ({
  command: `node scripts/serve.mjs ${new URL(url).port} ${args}`,
  url: `${url}/clock`,
  reuseExistingServer: false,
  stdout: 'ignore' as const,
});

export default defineConfig({
  testDir: 'e2e',
  // A busy machine must not turn a test red: what hangs is found a little later instead.
  timeout: 600_000,
  // Files side by side, the tests of one file in order: each file has servers and databases of its own.
  fullyParallel: false,
  workers: 3,
  // Where two processors are shared with other work a browser can be starved: a test is tried twice, and one that
  // needed it is named as flaky at the end, to be looked at.
  retries: 1,
  expect: { timeout: 60_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    // A laptop that is slow is answered for by the copy that the page's worker kept: whoever tests that asks for the worker.
    serviceWorkers: 'block',
    // A machine that is too busy to describe a page that failed still has its picture.
    screenshot: 'only-on-failure',
    // A level that glides is painted sixty times a second, in software: half of what the browser did here was that.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: BROWSER,
  },
  webServer: [server(DEMO, 'tmp/e2e/demo.db --demo'), server(PLAIN, 'tmp/e2e/plain.db')],
});
