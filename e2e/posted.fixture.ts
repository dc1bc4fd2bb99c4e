// Pages and acts of the demo, and what no browser posts to them: for the suite, and at length for npm run measure -- fuzz.
const BEYOND_LATIN = '%E8%BF%90';
export const PAGES = [
  ...['/_root', '/habits', '/rolls/new', '/rolls/import', '/rolls/roll-01', '/rolls', '/shelf', '/shelf/batches/new'],
  ...['/shelf/batches/kiln-lane-4', '/shelf/bottles/B1', '/shelf/bottles/B7/test', '/shelf/boxes/box-reedbed', '/shelf/boxes/new'],
  ...['/shelf/labels', '/shelf/spent', '/shelf/cost', '/shelf/kits/kiln-lane', '/shelf/kits/kiln-lane/leaflet', '/safety'],
  ...['/shelf/kits/kiln-lane/document', '/shelf/tanks/steel', '/shelf/tanks/new', '/shelf/thermometers/new', '/phone', '/screen'],
  ...['/probes', '/first-roll', '/method', '/logbook/lessons', '/logbook/compare', '/logbook/book', '/logbook/kept', '/logbook/run-02'],
  ...[
    '/logbook/run-02/look',
    '/logbook/run-02/measure',
    '/practice',
    '/evenings/new',
    `/logbook/${BEYOND_LATIN}`,
    `/bench/${BEYOND_LATIN}`,
  ],
];
/** Answers of machines and forms that have no page of their own. */
export const ACTS = [
  ...['/bench/run-02/events', `/bench/${BEYOND_LATIN}/events`, '/runs/x/begin', '/runs/x/replan', '/runs/x/repair', '/runs/run-02/repair'],
  ...[`/runs/${BEYOND_LATIN}/begin`, '/sessions/x/leave', '/zone', '/evenings/x', '/units', '/tips', '/mixing/x', '/mixing/x/acts'],
  ...['/shelf/bottles', '/probes/tub/readings', '/heaters/x', '/logbook/run-02/scans', '/practice/x/events'],
];
const FORM = 'application/x-www-form-urlencoded';
export const BODIES: readonly (readonly [what: string, type: string, body: string])[] = [
  ['JSON', 'application/json', '{"a":1}'],
  ['half of a JSON', 'application/json', '{'],
  ['five thousand brackets', 'application/json', '['.repeat(5000)],
  ['five thousand lists in one another', 'application/json', '['.repeat(5000) + ']'.repeat(5000)],
  ['objects deep in an act', FORM, `act=${encodeURIComponent('{"kind":'.repeat(2000) + '1' + '}'.repeat(2000))}`],
  ['a field called __proto__', FORM, '__proto__=1&__proto__[x]=1&intent=save'],
  ['a constructor', FORM, 'constructor=1&constructor[prototype]=2'],
  ['a list where a word belongs', FORM, 'name[0]=x&name[1]=y&intent=add-probe&scanner[0]=z'],
  ['a word twice', FORM, 'intent=save&intent=add&name=a&name=b'],
  ['fields in fields', FORM, 'a[b][c][d][e]=1&name.a.b=2&baths[9].name=x'],
  ['a broken multipart', 'multipart/form-data; boundary=x', '--x\r\nContent-Disposition: form-data; name="a"'],
  ['a multipart without a boundary', 'multipart/form-data', 'abc'],
  ['text', 'text/plain', 'x'],
  ['nothing', FORM, ''],
  [
    'letters beyond Latin',
    FORM,
    `intent=save&name=${BEYOND_LATIN}&id=${BEYOND_LATIN}&once=${BEYOND_LATIN}&roll=${BEYOND_LATIN}&run=${BEYOND_LATIN}`,
  ],
  ['marks that no name has', FORM, 'intent=%00&name=%00&to=%0d%0aSet-Cookie: a'],
  ['a broken percent', FORM, 'intent=%E0%A4%A'],
];
