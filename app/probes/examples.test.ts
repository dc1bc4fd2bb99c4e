import { readFileSync } from 'node:fs';
import { transformSync } from 'esbuild';
import { execFileSync } from 'node:child_process';
import { shellExample, typescriptExample } from './examples.ts';

const guide = readFileSync('docs/scripting.md', 'utf8');
/** As the guide has it: indented, with dots for the token. */
const indented = (text: string) =>
  text
    .trimEnd()
    .split('\n')
    .map((line) => `    ${line}`)
    .join('\n');

test('the guide’s example in shell is the page’s, has ten lines, and a shell can read it', () => {
  const example = shellExample('http://127.0.0.1:3000', 'tank', '...');
  expect(guide).toContain(indented(example));
  expect(example.trimEnd().split('\n').length).toBeLessThanOrEqual(11);
  expect(() => execFileSync('sh', ['-n'], { input: example })).not.toThrow();
});

test('so is the one in TypeScript, which keeps what could not be sent, and a compiler can read it', () => {
  const example = typescriptExample('http://127.0.0.1:3000', 'tank', '...');
  // The guide has no room for what the comment says.
  expect(guide).toContain(indented(example.replace(/ \/\/ else they wait.*/, '')));
  expect(transformSync(example, { loader: 'ts' }).warnings).toEqual([]);
});
