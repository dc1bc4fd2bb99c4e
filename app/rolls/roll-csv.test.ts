import fc from 'fast-check';
import type { Roll } from '../server/rolls.server.ts';
import { oneLine } from '../ui/forms/typed.ts';
import { decodeText, guessColumns, readRows, readTable, rollsToCsv, tooMuchToRead } from './roll-csv.ts';

const read = (text: string) => {
  const table = readTable(text);
  return readRows(table, guessColumns(table.headings));
};
const bytes = (text: string) => new TextEncoder().encode(text);

test.each<[string, Uint8Array]>([
  ['UTF-8 with a mark and semicolons', bytes('\uFEFFName;Film;Process;Format;ISO\nFähre 1;Tern 400;c41;135;400')],
  [
    'UTF-16',
    new Uint8Array([
      0xff,
      0xfe,
      ...new Uint8Array(
        Uint16Array.from([...'Name,Film,Process,Format,ISO\nFähre 1,Tern 400,C-41,135-36,400'].map((c) => c.charCodeAt(0))).buffer,
      ),
    ]),
  ],
  [
    'Windows-1252 and tabs',
    Uint8Array.from([...'Name\tFilm\tProcess\tFormat\tISO\nF\xe4hre 1\tTern 400\tC-41\t35mm\t400'].map((c) => c.charCodeAt(0))),
  ],
])('%s is read right', (_, file) => {
  const [row] = read(decodeText(file));
  expect(row).toMatchObject({ ok: true, roll: { name: 'Fähre 1', process: 'C-41', format: '135-36', boxSpeed: 400, exposedSpeed: 400 } });
});

test('faults are told by row as a spreadsheet counts, the good rows stay good', () => {
  const rows = read('Name,Process,Format,Box speed,Exposed at\n"Kiln, night",C-41,120,400,800\n,K-9,135-36,fast,\nReeds,E-6,135-36,100,');
  expect(rows.map((row) => row.ok)).toEqual([true, false, true]);
  expect(rows[1]).toMatchObject({ row: 3 });
  expect(rows[1]?.ok === false && rows[1].faults.join(' ')).toMatch(/name.*C-41, E-6 or ECN-2.*whole number/s);
});

const roll = (change: Partial<Roll>): Roll => ({
  id: 'x',
  name: 'A',
  film: '',
  process: 'C-41',
  format: '135-36',
  count: 1,
  boxSpeed: 200,
  exposedSpeed: 200,
  developSpeed: null,
  treatment: 'normal',
  keeper: false,
  expiredYear: null,
  place: '',
  note: '',
  state: 'waiting',
  runId: null,
  addedAtMs: 0,
  ...change,
});

test('what goes out comes in again, and no cell can be run by a spreadsheet', () => {
  const text = fc.string({ unit: 'binary', maxLength: 30 }).map((s) => s.replace(/[\0\r\n\t]/g, ' ').trim());
  const name = fc
    .oneof(text, fc.constantFrom('=1+1', '+cmd', '-2', '@sum', '"quoted"', 'a;b,c', 'a;=1+1', 'x; @sum', 'p|-2'))
    .filter((s) => oneLine(s).length > 0 && !s.startsWith("'") && !s.startsWith('\uFEFF') && !/[;|]\s*'/.test(s));
  fc.assert(
    fc.property(name, fc.boolean(), fc.constantFrom(100, 400), (called, keeper, exposedSpeed) => {
      const csv = rollsToCsv([roll({ name: called, keeper, exposedSpeed })]);
      const [row] = read(csv);
      expect(row).toMatchObject({ ok: true, roll: { name: oneLine(called), keeper, exposedSpeed } });
      expect(csv.split('\r\n').slice(1).join('')).not.toMatch(/(^|[,;|])"?\s*[=+@-]/);
    }),
  );
});

test('a hundred thousand lines are read in one go', () => {
  const csv = `Name,Process,Format,Box speed\n${'Roll,C-41,135-36,200\n'.repeat(100_000)}`;
  expect(readTable(csv).rows).toHaveLength(100_000);
});

test.each([
  ['thirty megabytes of quotation marks', `Name;Film\n${'"'.repeat(30_000)}`, /Line 2 is longer than 20000 letters/],
  ['half a million lines', 'a\n'.repeat(500_000), /has 500000 lines. Up to 120000 are read at once: divide it/],
  ['a hundred thousand rolls', 'Ferry;Fennel 200;C-41;135-36;200;200\n'.repeat(100_000), null],
])('%s are looked at before they are split', (_, text, words) => {
  if (words) expect(tooMuchToRead(text)).toMatch(words);
  else expect(tooMuchToRead(text)).toBeNull();
});
