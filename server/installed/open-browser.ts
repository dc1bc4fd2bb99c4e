import { spawn } from 'node:child_process';

const OPENERS: Partial<Record<NodeJS.Platform, readonly [string, ...string[]]>> = {
  darwin: ['open'],
  win32: ['cmd', '/c', 'start', ''],
};

/** Opens an address in the person's browser. Returns false where there is none to open: a computer in a cupboard has no screen. */
export async function openBrowser(address: string, platform: NodeJS.Platform = process.platform): Promise<boolean> {
  const [command, ...words] = OPENERS[platform] ?? ['xdg-open'];
  return new Promise((resolve) => {
    const child = spawn(command, [...words, address], { stdio: 'ignore', detached: true });
    child.once('error', () => resolve(false));
    child.once('spawn', () => child.unref());
    // What opens a browser ends at once, or stays as long as the browser does.
    child.once('exit', (code) => resolve(code === 0));
    setTimeout(() => resolve(true), 1500).unref();
  });
}
