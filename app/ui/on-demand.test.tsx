import { Suspense } from 'react';
import { renderToString } from 'react-dom/server';
import { onDemand } from './on-demand.ts';

const Digits = ({ typed }: { readonly typed: string }) => <b>{typed}</b>;

function asShown(part: ReturnType<typeof onDemand<{ Digits: typeof Digits }>>) {
  const Part = part.part((module) => module.Digits);
  return renderToString(
    <Suspense fallback="not yet">
      <Part typed="37.4" />
    </Suspense>,
  );
}

test('a part whose file is here stands at once: no digit is typed into an empty place', async () => {
  const part = onDemand(async () => Promise.resolve({ Digits }));
  expect(asShown(part)).toContain('not yet');
  await part.fetch();
  expect(asShown(part)).toContain('<b>37.4</b>');
});

test('a file that the network kept back is asked for again until it comes; a fault of ours is said', async () => {
  jest.useFakeTimers();
  try {
    const load = jest.fn(async () => Promise.resolve({ Digits }));
    load
      .mockRejectedValueOnce(new TypeError('Failed to fetch dynamically imported module: /assets/digits.js'))
      .mockRejectedValueOnce(new TypeError('Importing a module script failed.'));
    const part = onDemand(load);
    const fetched = part.fetch();
    await jest.advanceTimersByTimeAsync(60_000);
    await expect(fetched).resolves.toEqual({ Digits });
    expect(load).toHaveBeenCalledTimes(3);
    for (const slip of [new SyntaxError('a slip'), new TypeError('a slip of ours')])
      await expect(onDemand(async () => Promise.reject(slip)).fetch()).rejects.toThrow('a slip');
  } finally {
    jest.useRealTimers();
  }
});
