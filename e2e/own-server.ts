import { expect } from '@playwright/test';
import { shift } from '../playwright.config.ts';
import { spawn, type ChildProcess } from 'node:child_process';
import { copyFileSync, cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/** A place for a database that no other test touches. */
export function freshDatabase(): string {
  return join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'own.db');
}

/** The demo, filled once for the whole run (scripts/serve.mjs): a test that wants it gets a copy. */
const FILLED = 'tmp/e2e/filled';

/** A server answers on three ports side by side: its own, the safe way and the plain one. */
const PORTS_OF_A_SERVER = 3;
const PORTS_OF_A_WORKER = 60;
let taken = 0;

/** The first of three ports that no other file of tests uses, on whichever worker it runs. */
export function freePorts(): number {
  return 4480 + shift + Number(process.env['TEST_PARALLEL_INDEX'] ?? 0) * PORTS_OF_A_WORKER + PORTS_OF_A_SERVER * taken++;
}

/** A server of a test's own, in one process, so that killing it is pulling the plug. */
export class OwnServer {
  private readonly port = freePorts();
  readonly base = `http://127.0.0.1:${this.port}`;
  private child: ChildProcess | null = null;

  constructor(private readonly env: Readonly<Record<string, string>> = {}) {}

  /** How a phone comes in: over TLS, or on the plain way under a name of the house. */
  safeWay = () => `https://127.0.0.1:${this.port + 1}`;
  plainWay = (host = '127.0.0.1') => `http://${host}:${this.port + 2}`;

  /** How far its machine’s clock is set away when it is started next. */
  clockSetMs = 0;

  /** Starts it on a book of its own, empty at first, or on a copy of the demo. */
  async start(database: string, book?: 'demo'): Promise<void> {
    if (book === 'demo') {
      copyFileSync(join(FILLED, 'demo.db'), database);
      cpSync(join(FILLED, 'scans-to-try'), join(dirname(database), 'scans-to-try'), { recursive: true });
    }
    this.child = spawn(process.execPath, ['scripts/serve-alone.mjs', String(this.port), database], {
      stdio: 'ignore',
      // The copy of the day is another thread's work at every start, and is tried for itself.
      env: { ...process.env, STEADY_REEL_DAILY_COPY: 'off', ...this.env, STEADY_REEL_TEST_CLOCK_SET_MS: String(this.clockSetMs) },
    });
    const { child } = this;
    await expect
      .poll(
        async () =>
          // What answers must be this server, not one that an earlier try left on its port.
          child.exitCode === null &&
          fetch(`${this.base}/clock`).then(
            (answer) => answer.ok,
            () => false,
          ),
        { timeout: 90_000, intervals: [50] },
      )
      .toBe(true);
  }

  /** A laptop whose lid is closed: it neither runs nor ends. */
  freeze(): void {
    this.child?.kill('SIGSTOP');
  }

  thaw(): void {
    this.child?.kill('SIGCONT');
  }

  async kill(): Promise<void> {
    const { child } = this;
    if (!child) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
    this.child = null;
  }
}
