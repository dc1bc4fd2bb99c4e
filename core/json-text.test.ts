import fc from 'fast-check';
import { parseJson } from './json-text.ts';

test('whatever is JSON is read as it is, brackets in words among it', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
      expect(parseJson(JSON.stringify(value))).toEqual(JSON.parse(JSON.stringify(value)));
    }),
  );
  const words = { '[[[': '\\"' + '{['.repeat(500), end: '\\' };
  expect(parseJson(JSON.stringify(words))).toEqual(words);
});

test('a hundred thousand lists in one another are refused in words, before anything walks down into them', () => {
  for (const text of ['['.repeat(100_000) + ']'.repeat(100_000), '{"a":'.repeat(100) + '1' + '}'.repeat(100)])
    expect(() => parseJson(text)).toThrow('nested deeper than 60');
  expect(() => parseJson('{')).toThrow(SyntaxError);
});
