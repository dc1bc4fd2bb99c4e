import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

const shown = { page: (): string => 'A page' };
jest.mock('react-router', () => ({ ...jest.requireActual<object>('react-router'), ServerRouter: () => shown.page() }));
jest.spyOn(console, 'error').mockImplementation(() => undefined);

import type { EntryContext } from 'react-router';
import handleRequest, { streamTimeout } from './entry.server.tsx';

/** Whatever waits for the page to take too long, once it is through. */
async function left(page: () => string): Promise<{ readonly came: string; readonly waits: boolean[] }> {
  const set = jest.spyOn(globalThis, 'setTimeout');
  shown.page = page;
  const request = new Request('http://steady.reel/');
  const came = await handleRequest(request, 200, new Headers(), {} as EntryContext, { nonce: 'n' }).then(
    async (answer) => answer.text(),
    (fault: unknown) => String(fault),
  );
  const waits = set.mock.calls.flatMap(([, ms], i) =>
    ms !== undefined && ms > streamTimeout
      ? [(set.mock.results[i]?.value as { readonly _destroyed?: boolean } | undefined)?._destroyed === false]
      : [],
  );
  set.mockRestore();
  return { came, waits };
}

test('a page that is through is let go: nothing holds it in memory until its patience would have run out', async () => {
  expect(await left(() => 'A page')).toEqual({ came: 'A page', waits: [false] });
  const torn = await left(() => {
    throw new Error('It cannot be drawn');
  });
  expect(torn).toEqual({ came: 'Error: It cannot be drawn', waits: [false] });
});
