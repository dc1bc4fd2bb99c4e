import { AHouse } from './a-house.fixture.ts';
import { isMachine } from './machines.ts';
import { PATHS } from './the-paths.fixture.ts';

const at = new AHouse();
beforeAll(() => at.open());
afterAll(() => at.close());
beforeEach(() => void at.reached.splice(0));

const machine = { Authorization: `Bearer ${'a'.repeat(43)}`, 'Content-Type': 'application/json' };

test('a probe reaches the place where readings are sent, and a heater its own, at every door, and nothing else', async () => {
  for (const door of ['own', 'plain', 'secure'] as const) {
    expect(
      (await at.ask(door, '/probes/tub/readings', { method: 'POST', headers: { ...machine, 'Content-Length': '2' }, body: '{}' })).status,
    ).toBe(200);
    expect((await at.ask(door, '/heaters/tub', { method: 'PUT', headers: { ...machine, 'Content-Length': '2' }, body: '{}' })).status).toBe(
      200,
    );
    expect((await at.ask(door, '/heaters/tub', { headers: machine })).status).toBe(200);
  }
  at.reached.length = 0;
  const paths = [
    ...PATHS,
    '/probes/tub/readings.data',
    '/probes/tub/readings/',
    '/probes/a/b/readings',
    '/PROBES/tub/READINGS',
    '/probes/%2e%2e/readings',
    '/heaters/.data',
    '/heaters/_root.data',
    '/heaters/tub.data',
    '/heaters/Tub',
    `/heaters/${'a'.repeat(31)}`,
  ];
  for (const door of ['plain', 'secure'] as const)
    for (const path of paths.filter((each) => !isMachine({ method: 'POST', path: each, headers: { authorization: 'Bearer x' } }))) {
      const answer = await at.ask(door, path, { method: 'POST', headers: { ...machine, 'Content-Length': '0' } });
      expect([path, [400, 401, 403, 404].includes(answer.status)]).toEqual([path, true]);
    }
  for (const path of ['/heaters/.data', '/heaters/_root.data', '/heaters/tub.data', '/HEATERS/tub'])
    expect([path, (await at.ask('plain', path, { headers: machine })).status]).toEqual([path, 401]);
  expect(at.reached).toEqual([]);
});

test.each([
  ['a page of another site, even with a token', { Origin: 'http://somewhere.example' }],
  ['a request with somebody’s cookie', { Cookie: 'steady-reel=x' }],
  ['one without a token', { Authorization: '' }],
  ['one with a password', { Authorization: 'Basic eDp5' }],
])('%s is no probe', async (_, more) => {
  const headers: Record<string, string> = { ...machine, 'Content-Length': '2', ...more };
  if (headers['Authorization'] === '') delete headers['Authorization'];
  for (const door of ['plain', 'secure'] as const)
    expect([401, 403]).toContain((await at.ask(door, '/probes/tub/readings', { method: 'POST', headers, body: '{}' })).status);
  expect(at.reached).toEqual([]);
});

test('ten megabytes of readings are refused before a byte of them is read', async () => {
  const answer = await at.ask('plain', '/probes/tub/readings', { method: 'POST', headers: { ...machine, 'Content-Length': '10000000' } });
  expect(answer.status).toBe(413);
  expect(JSON.parse(answer.text)).toEqual({ message: 'That is larger than 0.1 MB. Nothing of it was read; send less at once.' });
  expect(at.reached).toEqual([]);
});
