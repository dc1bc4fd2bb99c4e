// In the scope that tests share nothing ends a test that waits for what never comes: then nobody would hear which it was.
export const LIMIT_MS = 120_000;
// The clock that a test may wind is not this one.
const { setTimeout, clearTimeout } = globalThis;

/** What a test does, or a fault after the limit. Work that does not wait is left as it is. */
export function ending(work, limitMs = LIMIT_MS) {
  return (...values) => {
    const done = work(...values);
    if (typeof done?.then !== 'function') return done;
    let limit;
    const late = new Promise((_, reject) => {
      limit = setTimeout(() => reject(new Error(`This did not end within ${limitMs / 1000} s.`)), limitMs);
    });
    return Promise.race([done, late]).finally(() => clearTimeout(limit));
  };
}

/** As Jest calls what stands here before the tests of a scope. */
export default function limitEveryTest() {
  const { test } = globalThis;
  const each = (...table) => {
    const ofTable = test.each(...table);
    return (name, work) => ofTable(name, ending(work));
  };
  globalThis.test = Object.assign((name, work) => test(name, ending(work)), test, { each });
  for (const hook of ['beforeAll', 'beforeEach', 'afterEach', 'afterAll']) {
    const doing = globalThis[hook];
    globalThis[hook] = (work) => doing(ending(work));
  }
}
