import { formatDistanceToNowStrict } from 'date-fns';
import { statSync } from 'node:fs';
import { backupFolder, listBackups } from '../app/server/database/backups.server.ts';
import type { HouseLook } from '../app/server/house.ts';

interface Started {
  readonly port: number;
  readonly file: string;
  readonly house: HouseLook;
  /** Why the house could not be opened although it should be; null otherwise. */
  readonly closed: string | null;
}

/** What the terminal says when the server is up: where it is, what it keeps and where, and who may come in. */
export function startPage({ port, file, house, closed }: Started): string {
  const lines = [
    ['Open it here', `http://localhost:${port}/`],
    ['The book', `${file}${sizeOf(file)}`],
    ['Copies', copies(file)],
    ...whoMayComeIn(house, closed),
  ];
  const body = lines.map(([what = '', said = '']) => `  ${what.padEnd(18)}${said}`).join('\n');
  return `\n  Steady Reel\n\n${body}\n\n  Ctrl+C ends it; a run that is live goes on when it starts again.\n\n`;
}

function whoMayComeIn(house: HouseLook, closed: string | null): string[][] {
  if (closed !== null) return [['Who may come in', `only this machine: the house could not be opened (${closed})`]];
  if (!house.open) return [['Who may come in', 'only this machine. For a phone press “Phone” there, or start with --network.']];
  const known = house.screens.map(({ name, role }) => `${name} (${role === 'book' ? 'the whole book' : 'the Bench'})`);
  return [
    ['Who may come in', known.length > 0 ? known.join(', ') : 'no other screen yet'],
    ...(house.number
      ? [
          [
            'A new screen',
            `types ${house.number.digits} within ten minutes, for ${house.number.role === 'book' ? 'the whole book' : 'the Bench'}`,
          ],
        ]
      : []),
    ...house.plain.map((address, i) => [
      i === 0 ? 'In the house' : '',
      [address, house.secure[i] && `safe: ${house.secure[i]}`].filter(Boolean).join('   '),
    ]),
  ];
}

function copies(file: string): string {
  const [last, ...others] = listBackups(file);
  if (!last) return `none yet; one is made each day in ${backupFolder(file)}`;
  return `${others.length + 1}, the last ${formatDistanceToNowStrict(last.atMs)} ago, in ${backupFolder(file)}`;
}

function sizeOf(file: string): string {
  try {
    return ` (${(statSync(file).size / 1e6).toFixed(1)} MB)`;
  } catch {
    return '';
  }
}
