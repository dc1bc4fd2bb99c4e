import { causeById } from './causes.ts';
import { FORTY_CASES } from './forty-cases.fixture.ts';
import { judge } from './judge.ts';

test('forty strips whose cause is known: both who told of them are answered right in thirty-six at least', () => {
  expect(FORTY_CASES).toHaveLength(40);
  const wrong = FORTY_CASES.filter(({ cause, run, told }) => !told.every((seen) => judge(seen, run).causes[0]?.id === cause));
  expect(wrong.map(({ what }) => what)).toHaveLength(Math.min(wrong.length, 4));
});

test('one voice: the verdict is the kind of the first cause, or says that it is not clear; what is told apart is told apart', () => {
  for (const { cause, run, told } of FORTY_CASES)
    for (const seen of told) {
      const { verdict, causes } = judge(seen, run);
      const kinds = [causes[0]?.kind, 'unclear'];
      expect([cause, kinds.includes(verdict)]).toEqual([cause, true]);
      // Where it is not clear whose fault it was, both are said.
      if (verdict === 'unclear') expect(causes.length).toBeGreaterThan(0);
      expect(causeById(cause)?.id).toBe(cause);
    }
});
