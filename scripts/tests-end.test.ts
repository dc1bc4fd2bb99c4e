import { ending } from './tests-end.mjs';

test('a test that waits for what never comes is named after its limit; every other ends as it would', async () => {
  await expect(ending(async () => new Promise(() => undefined), 20)()).rejects.toThrow('did not end within 0.02 s');
  await expect(ending(async (ml: number) => Promise.resolve(ml), 20)(480)).resolves.toBe(480);
  await expect(ending(async () => Promise.reject(new Error('one roll too many')), 20)()).rejects.toThrow('one roll too many');
  expect(ending((ml: number) => 2 * ml)(240)).toBe(480);
});
