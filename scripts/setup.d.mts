import type { ChildProcess } from 'node:child_process';

export const root: string;
/** What Playwright's `launch` takes: the browser's path and how it is started. */
export const BROWSER: { readonly executablePath: string; readonly args: string[] };
export function installPackages(): void;
export function buildIfNeeded(): void;
export function fillDemo(database: string): void;
export function freePort(from: number): Promise<number>;
export function startServer(of: {
  readonly port: number;
  readonly database: string;
  readonly env?: Readonly<Record<string, string>>;
}): Promise<ChildProcess>;
