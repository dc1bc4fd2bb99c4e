import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { HouseLook } from '../app/server/house.ts';
import { startPage } from './start-page.ts';

const closed: HouseLook = { open: false, plain: [], secure: [], number: null, stopped: false, authority: null, screens: [] };
const file = join(mkdtempSync(join(tmpdir(), 'steady-reel-start-')), 'book.db');
writeFileSync(file, 'x'.repeat(2_340_000));
const page = (house: HouseLook, why: string | null = null) => startPage({ port: 3000, file, house, closed: why });

test('the terminal says where it is, what it keeps and where, and that nobody else may come in', () => {
  const said = page(closed);
  expect(said).toContain('http://localhost:3000/');
  expect(said).toContain(`${file} (2.3 MB)`);
  expect(said).toMatch(/Copies +none yet; one is made each day in .*backups/);
  expect(said).toMatch(/Who may come in +only this machine\. For a phone press “Phone” there, or start with --network\./);
  mkdirSync(join(file, '..', 'backups'));
  writeFileSync(join(file, '..', 'backups', 'daily-2026-11-25.db'), 'a copy');
  expect(page(closed)).toMatch(/Copies +1, the last \d+ seconds? ago, in /);
});

test('of an open house it says who is known, the number that waits and both ways in; of one that stays shut, why', () => {
  const screen = { id: 's', letInAtMs: 1, seenAtMs: 1, secure: true };
  const open: HouseLook = {
    ...closed,
    open: true,
    plain: ['http://192.168.1.20:3002/', 'http://10.0.0.5:3002/'],
    secure: ['https://192.168.1.20:3001/'],
    number: { digits: '0427', role: 'bench', untilMs: 1, wrong: 0 },
    screens: [
      { ...screen, name: 'phone at the sink', role: 'bench' },
      { ...screen, name: 'tablet', role: 'book' },
    ],
  };
  const said = page(open);
  expect(said).toMatch(/Who may come in +phone at the sink \(the Bench\), tablet \(the whole book\)/);
  expect(said).toMatch(/A new screen +types 0427 within ten minutes, for the Bench/);
  expect(said).toMatch(
    /In the house +http:\/\/192\.168\.1\.20:3002\/ +safe: https:\/\/192\.168\.1\.20:3001\/\n +http:\/\/10\.0\.0\.5:3002\/\n/,
  );
  expect(page(closed, 'no port is free')).toMatch(/only this machine: the house could not be opened \(no port is free\)/);
});
