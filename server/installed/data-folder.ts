import { homedir } from 'node:os';
import { join } from 'node:path';

interface System {
  readonly platform: NodeJS.Platform;
  readonly env: Readonly<Record<string, string | undefined>>;
  readonly home: string;
}

/** Where this system keeps what a program remembers for a person; what they named themselves comes first. */
export function dataFolder({ platform, env, home }: System = { platform: process.platform, env: process.env, home: homedir() }): string {
  switch (platform) {
    case 'darwin':
      return join(home, 'Library', 'Application Support', 'Steady Reel');
    case 'win32':
      return join(env['LOCALAPPDATA'] ?? join(home, 'AppData', 'Local'), 'Steady Reel');
    default:
      // An empty or relative path counts as none (the desktop's own rule).
      return join(env['XDG_DATA_HOME']?.startsWith('/') ? env['XDG_DATA_HOME'] : join(home, '.local', 'share'), 'steady-reel');
  }
}
