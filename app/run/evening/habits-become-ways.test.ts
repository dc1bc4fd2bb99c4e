import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { shippedKit } from '../../../core/kit/shipped-kits.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { saveKit } from '../../server/shelf/kits.server.ts';
import { habitsBecomeWays } from './habits-become-ways.server.ts';
import { questionOfWay, usualWay } from './steps-of-way.server.ts';

const plain = shippedKit('house-c41-three-bath') as Kit;
/** The same kit whose leaflet times its water. */
const timed: Kit = {
  ...plain,
  id: 'timed',
  sequence: plain.sequence.map((place): Kit['sequence'][number] => {
    if (place === 'prewash') return { water: 'prewash', s: 45 };
    return place === 'wash' ? { water: 'wash', s: 120, manner: 'changes', changes: 4 } : place;
  }),
};
const waters = (kit: Kit) => {
  const plan = planRun(questionOfWay(kit, 'normal', usualWay(kit.id, 'normal')));
  if (!plan.ok) throw new Error(plan.errors[0]?.message);
  return plan.value.steps
    .filter(({ kind }) => kind === 'prewash' || kind === 'wash')
    .map(({ id, seconds, manner }) => [id, seconds, manner?.manner]);
};

test('habits of washing and prewash become ways where a kit times its water, once, and no plan changes silently', () => {
  for (const kit of [plain, timed]) saveKit(kit, 1);
  writeSetting('habits', { prewash: { kind: 'timed', s: 300 }, washing: { kind: 'counted', counts: [5, 10] } });
  writeSetting('draft', { ways: { timed: { normal: [{ id: 'rinse', s: 50 }] } } });
  const asBefore = waters(plain);
  expect(waters(timed)).not.toEqual(asBefore);
  habitsBecomeWays();
  // What the habits overruled when they were stored, they still do; where the kit leaves its water to them nothing is needed.
  expect(waters(timed)).toEqual(asBefore);
  expect(usualWay(plain.id, 'normal')).toEqual([]);
  expect(usualWay('timed', 'normal').map(({ id }) => id)).toEqual(['rinse', 'prewash', 'wash']);
  // Put back to the kit, it stays so.
  writeSetting('draft', { ways: {} });
  habitsBecomeWays();
  expect(usualWay('timed', 'normal')).toEqual([]);
  expect(storedSetting('habits-became-ways')).toEqual({ done: true });
});
