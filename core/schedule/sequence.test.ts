import fc from 'fast-check';
import { TREATMENTS, treatmentRefusal, type Treatment } from '../film/treatment.ts';
import { bleachesOrFixes, isDeveloper, isFinal, isWater } from '../kit/kind.ts';
import type { Kit } from '../kit/kit.ts';
import { shippedKit, SHIPPED_KITS } from '../kit/shipped-kits.ts';
import type { Habits } from './habits.ts';
import { readHabits } from './read-habits.ts';
import { draftSequence } from './sequence.ts';

const kit = (id: string): Kit =>
  shippedKit(id) ??
  (() => {
    throw new Error(id);
  })();
const C41 = kit('house-c41-three-bath');
const kinds = (of: Kit, habits: Habits = {}, treatment: Treatment = 'normal') =>
  draftSequence(of, habits, treatment).map((step) => step.kind);

test('the kit’s own order, when nobody has a habit', () => {
  expect(kinds(C41)).toEqual(['prewash', 'developer', 'rinse', 'bleach-fix', 'wash', 'stabiliser']);
});

test.each<[string, Habits, string[]]>([
  ['tank warmed dry', { prewash: { kind: 'none' } }, ['developer', 'rinse', 'bleach-fix', 'wash', 'stabiliser']],
  ['straight on', { afterDeveloper: 'none' }, ['prewash', 'developer', 'bleach-fix', 'wash', 'stabiliser']],
  ['a stop bath', { afterDeveloper: 'stop' }, ['prewash', 'developer', 'stop', 'bleach-fix', 'wash', 'stabiliser']],
  [
    'a drop of wetting agent',
    { wettingAgent: 'drop' },
    ['prewash', 'developer', 'rinse', 'bleach-fix', 'wash', 'stabiliser', 'wetting-agent'],
  ],
])('%s', (_, habits, wanted) => {
  expect(kinds(C41, habits)).toEqual(wanted);
});

test('a habit that is named times water, whoever timed it before; one that is not leaves the kit alone', () => {
  const seconds = (habits: Habits) => Object.fromEntries(draftSequence(C41, habits, 'normal').map((step) => [step.id, step.habitS]));
  expect(seconds({})).toMatchObject({ prewash: 60, rinse: 30, wash: 180, developer: null });
  expect(seconds({ prewash: { kind: 'timed', s: 300 }, washing: { kind: 'running', s: 600 } })).toMatchObject({ prewash: 300, wash: 600 });
  expect(seconds({ prewash: { kind: 'until-clear' } })).toMatchObject({ prewash: 60 });
});

test('bleach bypass leaves the bleach out and keeps water before the fixer, which stands at room temperature', () => {
  const steps = draftSequence(C41, { afterDeveloper: 'none' }, 'bleach-bypass');
  expect(steps.map((step) => step.kind)).toEqual(['prewash', 'developer', 'rinse', 'fixer', 'wash', 'stabiliser']);
  expect(steps.find((step) => step.kind === 'fixer')).toMatchObject({ name: 'Separate fixer', bottle: null, ownC: 20, standsIn: true });
  const own = kit('reference-c41');
  const ownSteps = draftSequence(own, {}, 'bleach-bypass');
  expect(ownSteps.map((step) => step.kind)).not.toContain('bleach');
  expect(ownSteps.find((step) => step.kind === 'fixer')?.bottle?.id).toBe(own.baths.find((bath) => bath.kind === 'fixer')?.id);
});

test('cine film in C-41 meets the alkaline bath first, and is refused where it has no business', () => {
  expect(kinds(C41, { prewash: { kind: 'timed' } }, 'cine-in-c41').slice(0, 3)).toEqual(['prebath', 'remjet-rinse', 'developer']);
  expect(treatmentRefusal('cine-in-c41', 'E-6', true)).toMatch(/./);
  expect(treatmentRefusal('bleach-bypass', 'C-41', false)).toMatch(/./);
  expect(treatmentRefusal('normal', 'E-6', false)).toBeNull();
});

const anyHabits: fc.Arbitrary<Habits> = fc.record(
  {
    prewash: fc.oneof(
      fc.constant({ kind: 'none' as const }),
      fc.record({ kind: fc.constantFrom('timed' as const, 'until-clear' as const), s: fc.integer({ min: 0, max: 600 }) }),
    ),
    afterDeveloper: fc.constantFrom('none' as const, 'rinse' as const, 'stop' as const),
    washing: fc.record({
      kind: fc.constantFrom('running' as const, 'changes' as const, 'counted' as const),
      s: fc.integer({ min: 0, max: 900 }),
    }),
    stabiliser: fc.constantFrom('in-tank' as const, 'open-tray' as const),
    wettingAgent: fc.constantFrom('none' as const, 'drop' as const),
  },
  { requiredKeys: [] },
);

test('whatever kit, habits and treatment: the order rules hold, every bath of the kit comes once, and light waits for the last fixing', () => {
  fc.assert(
    fc.property(fc.constantFrom(...SHIPPED_KITS), anyHabits, fc.constantFrom(...TREATMENTS), (of, habits, treatment) => {
      fc.pre(
        treatmentRefusal(
          treatment,
          of.process,
          of.baths.some((bath) => bath.kind === 'bleach' || bath.kind === 'bleach-fix'),
        ) === null,
      );
      const steps = draftSequence(of, habits, treatment);
      const place = (is: (kind: (typeof steps)[number]['kind']) => boolean, from: 'first' | 'last') =>
        from === 'first' ? steps.findIndex((s) => is(s.kind)) : steps.findLastIndex((s) => is(s.kind));
      expect(place(bleachesOrFixes, 'first')).toBeGreaterThan(place(isDeveloper, 'last'));
      const final = place(isFinal, 'first');
      if (final !== -1) expect(steps.slice(final + 1).every((step) => isFinal(step.kind) || step.kind === 'wetting-agent')).toBe(true);
      const remjet = place((kind) => kind === 'remjet-rinse', 'first');
      if (remjet !== -1) expect(remjet).toBeLessThan(place(isDeveloper, 'first'));
      const baths = steps.flatMap((step) => (step.bath && !isWater(step.bath.kind) ? [step.bath.id] : []));
      expect(new Set(baths).size).toBe(baths.length);
      if (treatment === 'normal')
        expect([...baths].sort()).toEqual(of.baths.flatMap((bath) => (isWater(bath.kind) ? [] : [bath.id])).sort());
      for (const step of steps) if (isWater(step.kind)) expect(step.bottle).toBeNull();
    }),
  );
});

test('habits of any version are read: what cannot be is left to the kit, the others stand, old names are today’s', () => {
  expect(readHabits(null)).toEqual({});
  expect(readHabits('habits')).toEqual({});
  expect(readHabits({ clock: 'tank-full', pourOut: 'sideways', changeoverS: '5', temperature: 'averages-target', nobody: 1 })).toEqual({
    clock: 'tank-full',
    temperature: 'pour-warmer',
  });
  expect(readHabits({ temperature: 'at-target' })).toEqual({ temperature: 'wait-longer' });
  fc.assert(fc.property(fc.jsonValue(), (document) => void draftSequence(C41, readHabits(document), 'normal')));
  fc.assert(
    fc.property(anyHabits, (habits) => expect(readHabits(JSON.parse(JSON.stringify(habits)))).toEqual(JSON.parse(JSON.stringify(habits)))),
  );
});
