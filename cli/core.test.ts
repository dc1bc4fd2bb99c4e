import { spawnSync } from 'node:child_process';
import { EXAMPLES } from './help.ts';

const ask = (args: readonly string[], input: string) => {
  const done = spawnSync(process.execPath, ['--import', 'tsx', 'cli/core.ts', ...args], { input, encoding: 'utf8', maxBuffer: 20_000_000 });
  return { status: done.status, answer: done.stdout, said: done.stderr };
};
const errorsOf = (answer: string) => (JSON.parse(answer) as { errors: { code: string; path: string; message: string }[] }).errors;

test('one JSON answer on standard output and nothing else; status 0 with an answer', () => {
  const plan = ask(['plan'], JSON.stringify(EXAMPLES['plan']));
  expect([plan.status, plan.said]).toEqual([0, '']);
  expect((JSON.parse(plan.answer) as { rollNumber: number }).rollNumber).toBe(8);
  expect(ask(['mix', '--help'], '').answer).toContain('npm run -s core -- mix');
});

test.each<[string, string[], string, string]>([
  ['nonsense', ['plan'], '{"kit": ', 'not-json'],
  ['five megabytes', ['pack'], `"${'x'.repeat(5_000_000)}"`, 'too-large'],
  ['an unknown command', ['brew'], '{}', 'unknown-command'],
  ['nothing', ['plan'], 'null', 'missing'],
  ['an unknown kit', ['plan'], '{"kit":"nobody","rolls":[{"format":"120"}]}', 'unknown-kit'],
])('%s is refused in words, with status 2', (_, args, input, code) => {
  const { status, answer } = ask(args, input);
  expect(status).toBe(2);
  expect(errorsOf(answer)[0]).toMatchObject({
    code,
    path: expect.stringMatching(/^\$/) as string,
    message: expect.stringMatching(/\w{3}.*\./s) as string,
  });
});
