import type { ChildProcess } from 'node:child_process';

export const root: string;
/** What Playwright's `launch` takes: the browser's path and how it is started. */
export const BROWSER: { readonly executablePath: string; readonly args: string[] };
/** The status it ended with; throws (ETIMEDOUT) where it stood still twice. */
export function runOrAgain(
  command: string,
  args: readonly string[],
  options: { readonly limitMs: number; readonly env?: Readonly<Record<string, string>> },
): number;
export function installPackages(): void;
export function buildIfNeeded(): void;
export function fillDemo(database: string): void;
export function freePort(from: number): Promise<number>;
export function startServer(of: {
  readonly port: number;
  readonly database: string;
  readonly env?: Readonly<Record<string, string>>;
}): Promise<ChildProcess>;
