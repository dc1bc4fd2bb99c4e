import fc from 'fast-check';
import { parseWithYup } from '@conform-to/yup';
import type { ArrangedRun } from '../../../core/evening/evening.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import { EMPTY_DRAFT, withChange } from '../draft/draft.ts';
import { formFromHabits, habitsFromForm, habitsSchema } from '../habits/habits-schema.ts';
import { runTitle } from '../plan/run/run-title.ts';

const runs: fc.Arbitrary<ArrangedRun[]> = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 5 }).map((sizes) => {
  let n = 0;
  return sizes.map((size, i) => ({ tankId: `t${i}`, batchId: 'b', rollIds: Array.from({ length: size }, () => `r${n++}`) }));
});

test('moving a roll about never loses, doubles or strands one', () => {
  fc.assert(
    fc.property(runs, fc.nat(30), fc.integer({ min: -1, max: 7 }), (before, which, to) => {
      const ids = before.flatMap((run) => run.rollIds);
      const rollId = ids[which % ids.length] ?? '';
      const { arrangement } = withChange(EMPTY_DRAFT, { kind: 'move', rollId, to, runs: before });
      expect((arrangement ?? []).flatMap((run) => run.rollIds).sort()).toEqual([...ids].sort());
      expect((arrangement ?? []).every((run) => run.rollIds.length > 0)).toBe(true);
      if (to >= 0 && to < before.length) expect(arrangement?.find((run) => run.rollIds.includes(rollId))?.tankId).toBe(before[to]?.tankId);
      const out = withChange({ ...EMPTY_DRAFT, arrangement: before }, { kind: 'roll-out', rollId });
      expect(out.excluded).toEqual([rollId]);
      expect((out.arrangement ?? []).flatMap((run) => run.rollIds)).not.toContain(rollId);
      expect(withChange(out, { kind: 'roll-in', rollId }).excluded).toEqual([]);
    }),
  );
});

test('habits survive their form; “as the kit says” leaves a habit unnamed', () => {
  const habits: fc.Arbitrary<Habits> = fc.record(
    {
      clock: fc.constantFrom('first-drop', 'tank-full'),
      pourOut: fc.constantFrom('inside', 'at-zero'),
      wear: fc.constantFrom('last', 'first'),
      changeoverS: fc.integer({ min: 0, max: 120 }),
      stabiliser: fc.constantFrom('in-tank', 'open-tray'),
      drying: fc.constantFrom('untouched', 'squeegee', 'spun'),
      solution: fc.constantFrom('returned', 'one-shot'),
      temperature: fc.constantFrom('wait-longer', 'pour-warmer', 'warm-tank', 'ignore'),
      oneTemperature: fc.constantFrom('hold', 'follow'),
      tankStands: fc.constantFrom('air', 'bath'),
      tankStart: fc.constantFrom('room', 'bath'),
      dryingH: fc.constantFrom(0.5, 4),
      pastCapacity: fc.constantFrom('warn', 'refuse'),
      storage: fc.constantFrom('air-ages', 'leaflet'),
      prewash: fc.constantFrom({ kind: 'none' }, { kind: 'timed', s: 300 }, { kind: 'until-clear' }),
      afterDeveloper: fc.constantFrom('none', 'rinse', 'stop'),
      washing: fc.constantFrom({ kind: 'running', s: 240 }, { kind: 'changes', s: 180, n: 5 }, { kind: 'counted' }),
      agitation: fc.constantFrom({ initialS: 30, everyS: 60, inversions: 2, tap: true }, { continuous: true }),
    },
    {
      requiredKeys: [
        'clock',
        'pourOut',
        'wear',
        'changeoverS',
        'storage',
        'stabiliser',
        'drying',
        'solution',
        'temperature',
        'oneTemperature',
        'tankStands',
        'tankStart',
        'pastCapacity',
      ],
    },
  );
  fc.assert(
    fc.property(habits, (chosen) => {
      const posted = new FormData();
      for (const [name, value] of Object.entries(formFromHabits(chosen))) if (value !== undefined) posted.set(name, String(value));
      const read = parseWithYup(posted, { schema: habitsSchema });
      expect(read.status).toBe('success');
      if (read.status === 'success') expect(habitsFromForm(read.value)).toEqual(chosen);
    }),
    { numRuns: 60 },
  );
});

test('a run is called what a person would call it', () => {
  const film = (format: '135-36' | '120' | '220' | '4x5', count = 1, keeper = false) => ({ format, count, keeper });
  expect(runTitle({ pushStops: 1, treatment: 'normal' }, [film('135-36'), film('135-36')])).toBe('two 135, push 1');
  expect(runTitle({ pushStops: 0, treatment: 'bleach-bypass' }, [film('120', 1, true)])).toBe('one 120, box speed, bleach bypass, keepers');
  expect(runTitle({ pushStops: -1 / 3, treatment: 'normal' }, [film('4x5', 4), film('220')])).toBe(
    'four 4x5 sheets and one 220, box speed'.replace('box speed', 'pull ⅓'),
  );
});
