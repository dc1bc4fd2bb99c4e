import { expect } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A place for a database that no other test touches. */
export function freshDatabase(): string {
  return join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'own.db');
}

/** A server of a test's own, in one process, so that killing it is pulling the plug. */
export class OwnServer {
  readonly base: string;
  private child: ChildProcess | null = null;

  constructor(
    private readonly port: number,
    private readonly env: Readonly<Record<string, string>> = {},
  ) {
    this.base = `http://127.0.0.1:${port}`;
  }

  /** How far its machine’s clock is set away when it is started next. */
  clockSetMs = 0;

  async start(database: string, ...flags: string[]): Promise<void> {
    this.child = spawn(process.execPath, ['scripts/serve-alone.mjs', String(this.port), database, ...flags], {
      stdio: 'ignore',
      env: { ...process.env, ...this.env, STEADY_REEL_TEST_CLOCK_SET_MS: String(this.clockSetMs) },
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
        { timeout: 90_000 },
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
