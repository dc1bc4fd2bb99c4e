import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { renderToString } from 'react-dom/server';
import { createElement, type ComponentType } from 'react';
import { createRoutesStub } from 'react-router';
import { houseKit } from '../../core/kit/a-kit.fixture.ts';
import { planRun } from '../../core/schedule/plan.ts';
import type { Units } from '../../core/units/units.ts';
import { VOLUME_UNITS, type VolumeUnit } from '../../core/units/volume.ts';
import BatchPage, { action as batchAction, loader as batchLoader } from '../shelf/bottles/batch.tsx';
import KitLeaflet, { action as leafletAction, loader as leafletLoader } from '../shelf/kits/kit-leaflet.tsx';
import TankPage, { action as tankAction, loader as tankLoader } from '../shelf/tanks/tank.tsx';
import ThermometerPage, { action as thermometerAction, loader as thermometerLoader } from '../shelf/thermometers/thermometer.tsx';
import { load, post } from '../ui/forms/posting.fixture.ts';
import { inOtherUnit } from '../ui/forms/typed-in.ts';
import { UnitsContext } from '../ui/forms/units.ts';
import { storeBatch, storeTank } from './shelf/a-shelf.fixture.ts';
import { findBatch } from './shelf/batches.server.ts';
import { sql } from './database/database.server.ts';
import { findKit, saveKit } from './shelf/kits.server.ts';
import { writeSetting } from './settings.server.ts';
import { findTank, saveTank } from './shelf/tanks.server.ts';
import { listThermometers, saveThermometer } from './shelf/thermometers.server.ts';

const units = fc.record({ temperature: fc.constantFrom('C' as const, 'F' as const), volume: fc.constantFrom(...VOLUME_UNITS) });
const ml = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((tenths) => tenths / 10);
const switchTo = ({ temperature, volume }: Units) => writeSetting('units', { format: 'steady-reel/units@2', temperature, volume });

/** Every field of the first form on a page that is not about something else, as a browser would post it untouched. */
function fieldsOf(page: ComponentType<never>, loaderData: unknown, shownIn: Units, holding: string): Record<string, string> {
  const Stub = createRoutesStub([
    { path: '/', Component: () => createElement(page as ComponentType<object>, { loaderData, actionData: undefined } as object) },
  ]);
  const html = renderToString(createElement(UnitsContext.Provider, { value: shownIn }, createElement(Stub, { initialEntries: ['/'] })));
  const form = [...html.matchAll(/<form[^>]*>(.*?)<\/form>/gs)]
    .map(([, inside = '']) => inside)
    .find((inside) => inside.includes(`name="${holding}"`));
  if (form === undefined) throw new Error(`no form with ${holding}`);
  const text = (attribute: string) =>
    attribute.replaceAll('&quot;', '"').replaceAll('&#x27;', "'").replaceAll('&amp;', '&').replaceAll('&lt;', '<');
  const fields: Record<string, string> = {};
  for (const [tag] of form.matchAll(/<input[^>]*>/g)) {
    const of = (name: string) => new RegExp(` ${name}="([^"]*)"`).exec(tag)?.[1];
    const name = of('name');
    if (name === undefined || (/checkbox|radio/.test(of('type') ?? '') && !/ checked/.test(tag))) continue;
    fields[name] = text(of('value') ?? (of('type') === 'checkbox' ? 'on' : ''));
  }
  for (const [, name = '', inside = ''] of form.matchAll(/<select[^>]* name="([^"]*)"[^>]*>(.*?)<\/select>/gs)) {
    const chosen = /<option[^>]* selected=""[^>]*>/.exec(inside)?.[0] ?? /<option[^>]*>/.exec(inside)?.[0] ?? '';
    fields[name] = text(/ value="([^"]*)"/.exec(chosen)?.[1] ?? '');
  }
  for (const [, name = '', inside = ''] of form.matchAll(/<textarea[^>]* name="([^"]*)"[^>]*>(.*?)<\/textarea>/gs))
    fields[name] = text(inside);
  return fields;
}

beforeAll(() => {
  storeTank('steel');
  storeBatch('litre', 0);
});

describe('a form that is opened and saved moves nothing, in any unit', () => {
  const numRuns = 40;

  test('a batch: its volume stays to the tenth, and so does the roll that its first run is timed as', () =>
    fc.assert(
      fc.asyncProperty(units, fc.oneof(fc.constant(1000), ml(50, 20_000)), async (shownIn, volumeMl) => {
        switchTo(shownIn);
        sql('UPDATE batches SET volume_ml = ? WHERE id = ?').run(volumeMl, 'litre');
        const fields = fieldsOf(BatchPage as never, load(batchLoader, '/', { batchId: 'litre' }), shownIn, 'volumeMl');
        const saved = await post(batchAction, { ...fields, note: 'Only a note.' }, { batchId: 'litre' });
        expect([saved.to, findBatch('litre')?.volumeMl, findBatch('litre')?.note]).toEqual(['/shelf', volumeMl, 'Only a note.']);
      }),
      { numRuns },
    ));

  test('a tank', () =>
    fc.assert(
      fc.asyncProperty(units, ml(50, 10_000), async (shownIn, volumeMl) => {
        switchTo(shownIn);
        const steel = findTank('steel');
        if (!steel) throw new Error('no tank');
        const before = { ...steel, volumeMl };
        saveTank(before, 1);
        await post(tankAction, fieldsOf(TankPage as never, load(tankLoader, '/', { tankId: 'steel' }), shownIn, 'volumeMl'), {
          tankId: 'steel',
        });
        expect(findTank('steel')).toEqual(before);
      }),
      { numRuns },
    ));

  test('a thermometer, whose error is finer than what it shows', () =>
    fc.assert(
      fc.asyncProperty(units, fc.integer({ min: -900, max: 900 }), fc.integer({ min: -20, max: 20 }), async (shownIn, offset, slope) => {
        switchTo(shownIn);
        const before = { id: 'stem', name: 'Stem', offsetC: offset / 1000, slope: slope / 1000, slopeAtC: 38 };
        saveThermometer(before, 1);
        const page = load(thermometerLoader, '/', { thermometerId: 'stem' });
        await post(thermometerAction, fieldsOf(ThermometerPage as never, page, shownIn, 'shownC'), { thermometerId: 'stem' });
        expect(listThermometers().find(({ id }) => id === 'stem')).toEqual(before);
      }),
      { numRuns },
    ));

  test('a leaflet: every temperature to the hundredth, every millilitre to the tenth', () =>
    fc.assert(
      fc.asyncProperty(units, ml(1001, 5000), fc.integer({ min: 3000, max: 4100 }), async (shownIn, makesMl, hundredths) => {
        switchTo(shownIn);
        const kit = houseKit();
        const nominalC = hundredths / 100;
        const before = {
          ...kit,
          id: 'mine',
          name: 'Mine',
          makesMl,
          baths: kit.baths.map((bath) =>
            bath.critical ? { ...bath, nominalC, range: { lowC: nominalC - 0.3, highC: nominalC + 0.3 } } : bath,
          ),
        };
        saveKit(before, 1);
        const fields = fieldsOf(KitLeaflet as never, load(leafletLoader, '/', { kitId: 'mine' }), shownIn, 'makes');
        const saved = await post(leafletAction, fields, { kitId: 'mine' });
        expect(saved.data).toBeNull();
        const tidy = (document: unknown) =>
          JSON.parse(JSON.stringify(document), (_, value: unknown) =>
            typeof value === 'number' ? Math.round(value * 1e6) / 1e6 : value,
          ) as object;
        expect(tidy(findKit('mine')?.kit.baths)).toEqual(tidy(before.baths));
        expect(findKit('mine')?.kit.makesMl).toBe(makesMl);
      }),
      { numRuns: 10 },
    ));
});

test('a fresh litre is timed as its first roll in every unit, and a volume filled to a mark is the whole', () => {
  const rollOf = (volumeMl: number) => {
    const rolls = [{ format: '135-36' as const, count: 1 }];
    const batch = { volumeMl, rollsDone: 0 };
    const planned = planRun({
      kit: houseKit(),
      batch,
      on: '2026-11-25',
      tank: { method: 'inversion', fillS: 8, drainS: 12, volumeMl: 520 },
      rolls,
      pushStops: 0,
      treatment: 'normal',
      temperaturesC: {},
      habits: {},
    });
    return planned.ok ? planned.value.rollNumber : null;
  };
  expect([1000, 999.6, 980, 1020, 979, 500].map(rollOf)).toEqual([1, 1, 1, 1, 2, 2]);
});

test.each<[string, string, string, string | null]>([
  ['500', 'ml', 'US fl oz', '16.907'],
  ['16.907', 'US fl oz', 'ml', '500'],
  ['1 qt', 'US fl oz', 'ml', null],
  ['37.8', '°C', '°F', '100.04'],
  ['100,04', '°F', '°C', '37.8'],
  ['', 'ml', 'US fl oz', null],
  ['warm', '°C', '°F', null],
])('“%s” in a form that is open while %s becomes %s stays the same amount', (typed, from, to, says) => {
  expect(inOtherUnit(typed, from, to)).toBe(says);
});

test('a form that was filled in before the units were switched elsewhere is read in its own', async () => {
  const shownIn = { temperature: 'C' as const, volume: 'ml' as VolumeUnit };
  switchTo(shownIn);
  sql('UPDATE batches SET volume_ml = 500 WHERE id = ?').run('litre');
  const fields = fieldsOf(BatchPage as never, load(batchLoader, '/', { batchId: 'litre' }), shownIn, 'volumeMl');
  switchTo({ temperature: 'F', volume: 'US fl oz' });
  await post(batchAction, fields, { batchId: 'litre' });
  expect(findBatch('litre')?.volumeMl).toBe(500);
});
