import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import type { Asker, HouseForPages, HouseLook, ScreenLook } from '../server/house.ts';
import { load, post } from '../ui/forms/posting.fixture.ts';
import { action, loader } from './phone.tsx';
import { loader as screenLoader } from './screen.tsx';

const PHONE: ScreenLook = { id: 's1', name: 'phone', role: 'bench', letInAtMs: 1.79e12, seenAtMs: 1.79e12, secure: false };
let look: HouseLook;
let pressed: unknown[];
let refusal: string | null;
const house: HouseForPages = {
  look: () => look,
  letIn: (role) => (pressed.push(['let in', role]), Promise.resolve(refusal)),
  withdrawNumber: () => void pressed.push('withdrawn'),
  close: () => (pressed.push('closed'), Promise.resolve()),
  takeOff: (id) => void pressed.push(['off', id]),
  rename: (id, name) => void pressed.push(['renamed', id, name]),
};
const OWNER = { who: { kind: 'owner', screen: null } satisfies Asker, house };
beforeEach(() => {
  pressed = [];
  refusal = null;
  look = { open: false, plain: [], secure: [], number: null, stopped: false, authority: null, screens: [] };
});
const page = (context: object = OWNER) => load(loader, '/phone', {}, context);
const press = async (fields: Record<string, string>, context: object = OWNER) => post(action, fields, {}, '/phone', context);

test('a number is shown with a code to scan and until when; without a network there is nothing to scan', () => {
  expect(page()).toMatchObject({ open: false, number: null, qr: null });
  look = {
    ...look,
    open: true,
    plain: ['http://192.168.1.20:3002/', 'http://10.0.0.5:3002/'],
    secure: ['https://192.168.1.20:3001/'],
    number: { digits: '0427', role: 'bench', untilMs: Date.UTC(2026, 10, 26, 19, 40), wrong: 1 },
    screens: [PHONE],
  };
  const shown = page();
  expect(shown).toMatchObject({
    number: { digits: '0427', until: expect.stringMatching(/^\d\d:\d\d$/) as string },
    screens: [{ name: 'phone' }],
  });
  const qr = (shown as { qr: boolean[][] }).qr;
  expect(qr.length).toBeGreaterThan(20);
  expect(qr.every((row) => row.length === qr.length)).toBe(true);
});

test.each<[Record<string, string>, unknown]>([
  [{ intent: 'let-in', role: 'bench' }, ['let in', 'bench']],
  [{ intent: 'let-in', role: 'book' }, ['let in', 'book']],
  // Whatever else is sent, a screen gets the less.
  [{ intent: 'let-in', role: 'owner' }, ['let in', 'bench']],
  [{ intent: 'withdraw' }, 'withdrawn'],
  [{ intent: 'close' }, 'closed'],
  [{ intent: 'take-off', screen: 's1' }, ['off', 's1']],
  [{ intent: 'rename', screen: 's1', name: '  phone\nat the sink ' }, ['renamed', 's1', 'phone at the sink']],
])('a press of %j', async (fields, does) => {
  expect(await press(fields)).toMatchObject({ to: '/phone', status: 302 });
  expect(pressed).toEqual([does]);
});

test('what cannot be done is said: a network that does not open, a name that is none', async () => {
  refusal = 'The network could not be opened: no port is free.';
  expect(await press({ intent: 'let-in' })).toMatchObject({ status: 503, data: { refusal } });
  for (const name of ['', '   ', 'x'.repeat(41)])
    expect(await press({ intent: 'rename', screen: 's1', name })).toMatchObject({ status: 422, data: { screen: 's1' } });
  expect(pressed).toEqual([['let in', 'bench']]);
});

test('nobody but whoever sits at the laptop sees or decides who may come in', async () => {
  for (const who of [{ kind: 'screen', screen: { ...PHONE, role: 'book' } }, { kind: 'stranger', screen: null }, undefined] as const) {
    expect(page({ who, house })).toBe(403);
    expect(await press({ intent: 'let-in', role: 'book' }, { who, house })).toMatchObject({ status: 403 });
  }
  expect(pressed).toEqual([]);
});

test.each([
  ['http://192.168.1.20:3002/screen', true, 'https://192.168.1.20:3001/'],
  // By another address of this machine it is the same screen only there.
  ['http://10.0.0.5:3002/screen', true, 'https://10.0.0.5:3001/'],
  ['http://172.20.0.9:3002/screen', true, 'https://192.168.1.20:3001/'],
  ['https://192.168.1.20:3001/screen', false, 'https://192.168.1.20:3001/'],
])('at %s a screen learns whether it came by the plain way, and the safe one of the same name', (address, plain, saferAt) => {
  look = { ...look, open: true, secure: ['https://192.168.1.20:3001/', 'https://10.0.0.5:3001/'] };
  const context = { who: { kind: 'screen', screen: PHONE }, house };
  const asked = screenLoader({ request: new Request(address), params: {}, context } as never);
  expect(asked).toMatchObject({ owner: false, name: 'phone', role: 'bench', plain, saferAt });
});
