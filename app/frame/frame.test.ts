import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { personsCurrency, personsZone, storedSetting, storedUnits } from '../server/settings.server.ts';
import { personsMoney } from '../server/money.server.ts';
import { shownInstant, today } from '../server/database/clock.server.ts';
import { post } from '../ui/forms/posting.fixture.ts';
import { readTipsAway } from '../../core/run/tips.ts';
import { action as tips } from './tips-action.ts';
import { action as units } from './units-action.ts';
import { wayBack } from './way-back.ts';
import { action as zone } from './zone-action.ts';

test.each([
  ['/rolls?page=2', '/rolls?page=2'],
  ['/', '/'],
  ['//host/evil', '/'],
  ['/\\host', '/'],
  ['https://host/', '/'],
  ['javascript:alert(1)', '/'],
  ['', '/'],
  [`/${'x'.repeat(5000)}`, '/'],
  [null, '/'],
])('the way back to %s leads to %s', (back, to) => {
  expect(wayBack(back)).toBe(to);
});

test('units, money and zone are chosen once; nonsense changes nothing', async () => {
  expect((await post(units, { temperature: 'F', back: '/shelf' })).to).toBe('/shelf');
  await post(units, { volume: 'US fl oz', back: '/\\host' });
  expect(storedUnits()).toEqual({ temperature: 'F', volume: 'US fl oz' });
  await post(units, { temperature: 'K', volume: 'gallons' });
  expect(storedUnits()).toEqual({ temperature: 'F', volume: 'US fl oz' });
  expect(personsMoney()(288)).toBe('2.88');
  await post(units, { currency: 'EUR' });
  expect([personsCurrency(), personsMoney()(288)]).toEqual(['EUR', '€2.88']);
  await post(units, { currency: 'shells' });
  expect(personsCurrency()).toBeNull();

  const home = personsZone();
  expect(await post(zone, { zone: 'Atlantis/Deep' })).toMatchObject({ status: 422 });
  expect(personsZone()).toBe(home);
  await post(zone, { zone: 'Pacific/Auckland' });
  // Late in the evening in London it is tomorrow there: day and clock are the person's.
  expect(shownInstant(Date.UTC(2026, 10, 25, 21, 30), 'EEE d HH:mm')).toBe('Thu 26 10:30');
  expect(today()).toMatch(/^\d{4}-\d\d-\d\d$/);
});

test('a tip is put away for good, once, and all come back together', async () => {
  const away = () => readTipsAway(storedSetting('tips'));
  expect((await post(tips, { away: 'swirl', back: '/bench/run' })).to).toBe('/bench/run');
  await post(tips, { away: 'swirl' });
  await post(tips, { away: 'gas' });
  await post(tips, { away: 'not a tip' });
  expect(away()).toEqual(['swirl', 'gas']);
  await post(tips, { 'all-back': 'yes' });
  expect(away()).toEqual([]);
});
