import fc from 'fast-check';
import { BATH_KINDS, bleachesOrFixes, isDeveloper, isWater } from '../kit/kind.ts';
import { SHIPPED_KITS } from '../kit/shipped-kits.ts';
import { usualQuestion } from '../schedule/a-question.fixture.ts';
import { planRun } from '../schedule/plan.ts';
import { explainsAtTheBench, FIRST_STEPS, firstRollDocument, newFirstRoll, nextStep, readFirstRoll, withDone } from './first-roll.ts';
import { GLOSSARY } from './glossary.ts';
import { METHOD } from './method.ts';
import { NEEDED } from './needed.ts';
import { RULE_IDS, RULE_OF_LINE, RULE_OF_WARNING } from './rules.ts';
import { whatItDoes } from './what-a-bath-does.ts';

test('every bath of every shipped kit says in one sentence or two what it does', () => {
  for (const kind of [...BATH_KINDS, 'wetting-agent' as const])
    expect([kind, whatItDoes(kind)]).toEqual([kind, expect.stringMatching(/^[A-Z].{20,140}\.$/)]);
  for (const kit of SHIPPED_KITS) for (const bath of kit.baths) expect(whatItDoes(bath.kind).length).toBeGreaterThan(20);
});

test('water after a developer is there for the developer, and water at the end for bleach and fixer', () => {
  for (const kit of SHIPPED_KITS) {
    const planned = planRun({ ...usualQuestion(kit.id), habits: { afterDeveloper: 'rinse' } });
    if (!planned.ok) throw new Error(kit.id);
    planned.value.steps.forEach((step, i, steps) => {
      const before = steps[i - 1]?.kind;
      const says = whatItDoes(step.kind, before);
      if (isWater(step.kind) && before && isDeveloper(before))
        expect([kit.id, says]).toEqual([kit.id, expect.stringContaining('the developer out of the film')]);
      if (step.kind === 'wash' && before && bleachesOrFixes(before))
        expect([kit.id, says]).toEqual([kit.id, expect.stringContaining('bleach and fixer')]);
    });
  }
});

test('in whatever order steps are done, it goes on with one that is not, and nothing done is forgotten', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray([...FIRST_STEPS]), fc.constantFrom(null, ...FIRST_STEPS), (steps, from) => {
      const first = steps.reduce(withDone, newFirstRoll(5));
      expect([...first.done].sort()).toEqual([...steps].sort());
      const next = nextStep(first, from);
      expect(first.done.includes(next)).toBe(steps.length === FIRST_STEPS.length);
      // Left and come back to, it is as it was.
      expect(readFirstRoll(JSON.parse(JSON.stringify(firstRollDocument(first))))).toEqual(first);
    }),
  );
  expect(nextStep(withDone(newFirstRoll(1), 'needed'), 'needed')).toBe('kit');
  // Somebody who jumped ahead is led back to what was left out.
  expect(
    nextStep(
      ['kit', 'after'].reduce((first, step) => withDone(first, step as 'kit'), newFirstRoll(1)),
      'after',
    ),
  ).toBe('needed');
});

test('a page that cannot be read is as at its beginning, and none is none', () => {
  for (const nothing of [null, 'x', {}, { begunAtMs: '5' }]) expect(readFirstRoll(nothing)).toBeNull();
  expect(readFirstRoll({ begunAtMs: 5, done: ['kit', 'moon', 7], blind: -3, kitId: 4, overAtMs: 'no' })).toEqual({
    ...newFirstRoll(5),
    done: ['kit'],
  });
  expect([null, newFirstRoll(1), { ...newFirstRoll(1), overAtMs: 2 }].map(explainsAtTheBench)).toEqual([false, true, false]);
});

test('what is needed says what never to use, and nothing of it goes back to the kitchen', () => {
  const words = NEEDED.map(({ what, why, standIn, never }) => [what, why, standIn, never].join(' ')).join(' ');
  expect(words).toContain('never back to the kitchen');
  expect(NEEDED.filter(({ never }) => never?.includes('kitchen')).length).toBeGreaterThanOrEqual(3);
});

test('each rule stands once and has words; every working and warning leads to one', () => {
  expect(METHOD.map(({ id }) => id)).toEqual(RULE_IDS);
  expect(new Set(METHOD.map(({ title }) => title)).size).toBe(METHOD.length);
  for (const { says } of METHOD) for (const line of says) expect(line).toMatch(/^[A-Z].*\.$/);
  for (const rule of [...Object.values(RULE_OF_LINE), ...Object.values(RULE_OF_WARNING)]) expect(RULE_IDS).toContain(rule);
});

test('words of the trade are in order, once each, and none is explained by itself alone', () => {
  const words = GLOSSARY.map(({ id }) => id);
  expect(new Set(words).size).toBe(words.length);
  for (const { word, means } of GLOSSARY) {
    expect(means).toMatch(/\.$/);
    expect(means.toLowerCase().startsWith(word.toLowerCase())).toBe(false);
  }
});
