import { expect, test } from '@playwright/test';
import { get } from 'node:http';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { freshDatabase, OwnServer } from './own-server.ts';
import { ACTS, BODIES, PAGES } from './posted.fixture.ts';

/** What no browser sends: whatever is posted to whichever page, it is refused in words, and the next page stands. */
const own = new OwnServer();
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

test('no page answers with a fault of ours, whatever is posted to it', async () => {
  const post = async (at: string, [what, type, body]: (typeof BODIES)[number]): Promise<string[]> => {
    const answer = await fetch(own.base + at, {
      method: 'POST',
      headers: { Origin: own.base, 'Content-Type': type },
      body,
      redirect: 'manual',
    });
    await answer.arrayBuffer();
    return answer.status >= 500 ? [`${at}, ${what}: ${answer.status}`] : [];
  };
  const faults: string[] = [];
  for (const body of BODIES) {
    // As scripts ask for a page's data, which costs no page; and as a form without them, at one page of each kind.
    for (const page of PAGES) faults.push(...(await post(`${page}.data`, body)));
    for (const act of [...ACTS, '/rolls/new', '/probes', '/logbook/run-02/look']) faults.push(...(await post(act, body)));
  }
  expect(faults).toEqual([]);
  expect((await fetch(`${own.base}/shelf`)).status).toBe(200);
});

test('a kit whose id is written in other letters is kept, and its page opens', async () => {
  const kit = (await (await fetch(`${own.base}/kits/house-c41-three-bath/kit.json`)).json()) as object;
  const body = new URLSearchParams({ document: JSON.stringify({ ...kit, id: '洗い場', name: 'Washing place' }) });
  const kept = await fetch(`${own.base}/shelf/kits/house-c41-three-bath/document`, {
    method: 'POST',
    headers: { Origin: own.base },
    body,
    redirect: 'manual',
  });
  expect([kept.status, kept.headers.get('location')]).toEqual([302, `/shelf/kits/${encodeURIComponent('洗い場')}`]);
  const page = await fetch(own.base + (kept.headers.get('location') ?? ''));
  expect([page.status, (await page.text()).includes('Washing place')]).toEqual([200, true]);
});

test('a script goes out as it was compressed when it was built, and is the same for whoever takes none of that', async () => {
  const [script = ''] = /\/assets\/framework-[\w-]+\.js/.exec(await (await fetch(own.base)).text()) ?? [];
  const asked = async (path: string, accepts: string) =>
    new Promise<{ readonly status?: number; readonly as?: string; readonly kept?: string; readonly body: Buffer }>((resolve, reject) => {
      get(own.base + path, { headers: { 'Accept-Encoding': accepts } }, (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode,
            as: answer.headers['content-encoding'],
            kept: answer.headers['cache-control'],
            body: Buffer.concat(parts),
          }),
        );
      }).on('error', reject);
    });
  const [br, gzip, plain] = await Promise.all([asked(script, 'gzip, br'), asked(script, 'gzip'), asked(script, 'identity')]);
  expect([br.as, gzip.as, plain.as]).toEqual(['br', 'gzip', undefined]);
  for (const { kept } of [br, gzip, plain]) expect(kept).toBe('public, max-age=31536000, immutable');
  expect(brotliDecompressSync(br.body).equals(plain.body) && gunzipSync(gzip.body).equals(plain.body)).toBe(true);
  // As small as can be: what is compressed while somebody waits is larger.
  expect(br.body.length).toBeLessThan(0.9 * gzip.body.length);
  for (const path of ['/assets/of-no-build.js', '/assets/%E0%A4%A', `${script}.bak`])
    expect((await asked(path, 'br')).status).toBeGreaterThanOrEqual(400);
});
