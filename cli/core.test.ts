import { spawnSync } from 'node:child_process';
import { Readable } from 'node:stream';
import { answerTo } from './answer.ts';
import { EXAMPLES } from './help.ts';

/** A call without a process of its own. */
async function ask(args: readonly string[], input: string) {
  let answer = '';
  const status = await answerTo(args, { input: Readable.from([Buffer.from(input)]), write: (text) => (answer += text) });
  return { status, answer };
}
const errorsOf = (answer: string) => (JSON.parse(answer) as { errors: { code: string; path: string; message: string }[] }).errors;

test('the program itself: one JSON answer on standard output and nothing else; status 0 with an answer, 2 without', () => {
  const run = (args: readonly string[], input: string) =>
    spawnSync(process.execPath, ['--import', 'tsx', 'cli/core.ts', ...args], { input, encoding: 'utf8', maxBuffer: 20_000_000 });
  const lines = `${JSON.stringify(EXAMPLES['plan'])}\n{"kit": \n`;
  const { status, stdout, stderr } = run(['plan', '--lines'], lines);
  expect([status, stderr]).toEqual([2, '']);
  const [plan, refused] = stdout.trim().split('\n');
  expect((JSON.parse(plan ?? '') as { rollNumber: number }).rollNumber).toBe(8);
  expect(errorsOf(refused ?? '')[0]?.code).toBe('not-json');
});

test('one answer a call, and the help of each command shows a request that runs', async () => {
  const plan = await ask(['plan'], JSON.stringify(EXAMPLES['plan']));
  expect([plan.status, (JSON.parse(plan.answer) as { rollNumber: number }).rollNumber]).toEqual([0, 8]);
  expect((await ask(['mix', '--help'], '')).answer).toContain('npm run -s core -- mix');
  expect((await ask(['--help'], '')).answer).toContain('effect');
});

test.each<[string, string[], string, string]>([
  ['nonsense', ['plan'], '{"kit": ', 'not-json'],
  ['five megabytes', ['pack'], `"${'x'.repeat(5_000_000)}"`, 'too-large'],
  ['an unknown command', ['brew'], '{}', 'unknown-command'],
  ['nothing', ['plan'], 'null', 'missing'],
  ['an unknown kit', ['plan'], '{"kit":"nobody","rolls":[{"format":"120"}]}', 'unknown-kit'],
])('%s is refused in words, with status 2', async (_, args, input, code) => {
  const { status, answer } = await ask(args, input);
  expect(status).toBe(2);
  expect(errorsOf(answer)[0]).toMatchObject({
    code,
    path: expect.stringMatching(/^\$/) as string,
    message: expect.stringMatching(/\w{3}.*\./s) as string,
  });
});
