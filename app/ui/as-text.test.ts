import fc from 'fast-check';
import { asText, fromText } from './as-text.ts';

test('whatever plain data holds, quotes and marks of every kind, comes back as it was', () => {
  fc.assert(
    fc.property(fc.jsonValue({ stringUnit: 'binary' }), (data) => {
      expect(fromText(asText(data))).toEqual(JSON.parse(JSON.stringify(data)));
    }),
  );
  const names = ['the “good” roll', "Kim's", '`quoted`', 'two "marks"', '\\"', '‘it’'];
  expect(fromText(asText(names))).toEqual(names);
});

test('the same text is read once, and another is another', () => {
  const [first, second] = [asText({ rolls: 2 }), asText({ rolls: 3 })];
  expect(fromText(first)).toBe(fromText({ text: first.text }));
  for (let n = 0; n < 9; n++) fromText(asText(n));
  expect([fromText(first), fromText(second)]).toEqual([{ rolls: 2 }, { rolls: 3 }]);
});
