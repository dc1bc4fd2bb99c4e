import { shippedKit } from '../core/kit/shipped-kits.ts';
import type { Kit } from '../core/kit/kit.ts';
import { addBatch } from '../app/server/shelf/batches.server.ts';
import { inTransaction } from '../app/server/database/database.server.ts';
import { saveKit } from '../app/server/shelf/kits.server.ts';
import { addRoll } from '../app/server/rolls.server.ts';
import { saveTank } from '../app/server/shelf/tanks.server.ts';

/**
 * A kit that asks for an agitation every two seconds through a long developer, so that a few minutes give enough cues
 * to count; and a very short one for a whole run at true speed. Used by measurements and tests only.
 */
const house = shippedKit('house-c41-three-bath') as Kit;
const quick = (id: string, name: string, developerS: number, otherS: number, everyS = 2): Kit => ({
  ...house,
  id,
  name,
  baths: house.baths.map((bath) => ({
    ...bath,
    time: { points: [{ c: bath.nominalC, s: bath.kind === 'developer' ? developerS : otherS }] },
    agitation: { initialS: 2, everyS, inversions: 1, tap: false },
    exhaustion: { rule: 'none' },
  })),
  sequence: ['developer', 'bleach-fix', 'stabiliser'],
});

inTransaction(() => {
  saveTank(
    {
      id: 'tank',
      name: 'Test tank',
      method: 'inversion',
      volumeMl: 500,
      fillS: 1,
      drainS: 1,
      heatJK: null,
      coolingPerMin: null,
      coolingInBathPerMin: null,
      material: 'plastic',
      reelSets: 2,
      holds: { '135': 2 },
    },
    1,
  );
  const kits: Readonly<Record<string, Kit>> = {
    short: quick('short', 'Short test kit', 9, 5),
    beat: quick('beat', 'Beat test kit', 900, 5),
    hour: quick('hour', 'Hour test kit', 4000, 5, 10),
  };
  const kit = kits[process.argv[2] ?? 'beat'] as Kit;
  saveKit(kit, 1);
  addBatch(
    { id: 'batch', kitId: kit.id, name: 'Test batch', volumeMl: 1000, mixedOn: '2026-01-01', priceCents: null, rollsDone: 0, note: '' },
    1,
  );
  addRoll(
    'roll',
    {
      name: 'Test roll',
      film: '',
      process: 'C-41',
      format: '135-36',
      count: 1,
      boxSpeed: 100,
      exposedSpeed: 100,
      developSpeed: null,
      treatment: 'normal',
      keeper: false,
      expiredYear: null,
      place: '',
      note: '',
    },
    1,
  );
});
