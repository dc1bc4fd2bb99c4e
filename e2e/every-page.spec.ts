import { expect, test } from '@playwright/test';
import { expectAccessibleAtBothWidths } from './accessible.ts';
import { metricIn } from './metric.ts';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';

/** Each page of the demo once, read by somebody who thinks in °F and US fluid ounces: their words are the longer ones. */
const own = new OwnServer();
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

const PLACES = [
  '/',
  '/evenings/new',
  '/habits',
  '/wall-sheet',
  '/rolls/import',
  '/rolls',
  '/rolls/new',
  '/rolls/roll-01',
  '/shelf',
  '/shelf/batches/new',
  '/shelf/batches/kiln-lane-4',
  '/shelf/bottles/B1',
  '/shelf/bottles/B7/test',
  '/shelf/boxes/box-reedbed',
  '/shelf/labels?batch=kiln-lane-4',
  '/shelf/spent',
  '/shelf/cost',
  '/safety',
  '/first-roll',
  '/first-roll?step=kit',
  '/first-roll?step=needed',
  '/first-roll?step=room',
  '/first-roll?step=tank',
  '/first-roll?step=loading',
  '/first-roll?step=blind',
  '/first-roll?step=bath',
  '/first-roll?step=dry-run',
  '/first-roll?step=real',
  '/first-roll?step=after',
  '/method',
  '/practice',
  '/practice/habits',
  '/probes',
  '/shelf/kits/kiln-lane',
  '/shelf/kits/kiln-lane/leaflet',
  '/shelf/tanks/steel',
  '/shelf/tanks/new',
  '/shelf/thermometers/new',
  '/shelf/thermometers/stem',
  '/bench',
  '/logbook',
  '/logbook/run-02',
  '/logbook/run-13',
  '/logbook/year',
  '/logbook/lessons',
  '/logbook/lessons?run=run-07&cause=under-exposed',
  '/logbook/strips',
  '/logbook/trends',
  '/logbook/compare?a=run-13&b=run-07',
  '/logbook/book',
  '/logbook/kept',
  '/phone',
  '/screen',
  '/logbook/run-18',
  '/logbook/run-16',
  '/logbook/run-07/look',
  '/logbook/run-08/look',
  '/logbook/run-13/look',
  '/logbook/run-07/measure',
];

/** The places a few at a time: on a busy machine all of them take longer than a test may. */
const GROUPS = [
  [
    'Session and rolls',
    PLACES.filter((place) => !/^\/(shelf|safety|logbook|bench|phone|screen|first-roll|method|practice|probes)/.test(place)),
  ],
  ['the first roll, practice and help', PLACES.filter((place) => /^\/(first-roll|method|practice|probes)/.test(place))],
  ['the Shelf', PLACES.filter((place) => /^\/(shelf|safety)/.test(place))],
  ['the Bench and runs of the Logbook', PLACES.filter((place) => /^\/(bench|phone|screen|logbook\/run)/.test(place))],
  ['the Logbook', PLACES.filter((place) => /^\/logbook(?!\/run)/.test(place))],
] as const;

test('every place is looked at once', () => {
  expect(GROUPS.flatMap(([, places]) => places).sort()).toEqual([...PLACES].sort());
});

for (const [name, places] of GROUPS) {
  test(`${name}, on a laptop and on a phone, in °F and US fl oz: complete, accessible and no wider than the screen`, async ({ page }) => {
    const said: string[] = [];
    await page.request.post('/units', { form: { temperature: 'F', volume: 'US fl oz' }, headers: { Origin: own.base } });
    page.on('pageerror', (error) => said.push(error.message));
    page.on('console', (message) => message.type() === 'error' && said.push(message.text()));
    for (const place of places) {
      await page.setViewportSize({ width: 1280, height: 820 });
      await open(page, place);
      expect(await metricIn(page), place).toEqual([]);
      await expectAccessibleAtBothWidths(page, place);
    }
    expect(said).toEqual([]);
  });
}
