import { createInterface } from 'node:readline';
import { refused, type Answer } from '../core/answer.ts';
import { parseJson } from '../core/json-text.ts';
import { COMMANDS, LATER_COMMANDS } from './commands.ts';
import { EXAMPLES, SUMMARIES } from './help.ts';
import type { Command, LaterCommand } from './request.ts';

/** How the core is asked here: from the sources, or from where it is installed. */
const CORE = process.env['STEADY_REEL_COMMAND'] ? `${process.env['STEADY_REEL_COMMAND']} core` : 'npm run -s core --';

/**
 * The core from the command line (scripting.md): one command, a JSON request on standard input, one JSON answer on
 * standard output. Exit status 0 with an answer, 2 with errors.
 */
const ALL: Readonly<Record<string, Command | LaterCommand>> = { ...COMMANDS, ...LATER_COMMANDS };
const MOST_BYTES = 2_000_000;

async function whole(input: AsyncIterable<Buffer>): Promise<Answer<string>> {
  const chunks: Buffer[] = [];
  let bytes = 0;
  for await (const chunk of input) {
    bytes += chunk.length;
    if (bytes > MOST_BYTES) {
      return refused({
        code: 'too-large',
        path: '$',
        message: `The request is larger than ${MOST_BYTES / 1_000_000} MB. A kit with its rolls takes a few kB.`,
      });
    }
    chunks.push(chunk);
  }
  return {
    ok: true,
    value: Buffer.concat(chunks)
      .toString('utf8')
      .replace(/^\uFEFF/, ''),
  };
}

function parsed(text: string): Answer<unknown> {
  try {
    return { ok: true, value: parseJson(text) };
  } catch (error) {
    const message = error instanceof Error ? error.message : 'unreadable';
    return refused({
      code: 'not-json',
      path: '$',
      message: `The request is not JSON: ${message.slice(0, 200)}. Give one JSON object on standard input.`,
    });
  }
}

function help(name: string | undefined): string {
  if (name && ALL[name]) {
    return [
      `${name}: ${SUMMARIES[name]}`,
      '',
      `  ${CORE} ${name} <<'JSON'`,
      JSON.stringify(EXAMPLES[name], null, 2).replace(/^/gm, '  '),
      '  JSON',
      '',
      'One JSON answer on standard output. Exit status 2 with {"errors":[{code, path, message}]}.',
    ].join('\n');
  }
  const rows = Object.keys(ALL).map((command) => `  ${command.padEnd(8)} ${SUMMARIES[command]}`);
  return [`${CORE} COMMAND < request.json`, '', ...rows, '', 'COMMAND --help shows an example that runs.'].join('\n');
}

/** Where a request comes from and where its answer goes: the program's own streams, or a test's. */
export interface Streams {
  readonly input: AsyncIterable<Buffer> & NodeJS.ReadableStream;
  readonly write: (text: string) => void;
}

/** Answers one call of the command line; its exit status. */
export async function answerTo(args: readonly string[], { input, write }: Streams): Promise<number> {
  const say = (answer: Answer<unknown>): number => {
    write(`${JSON.stringify(forOutside(answer), null, 2)}\n`);
    return answer.ok ? 0 : 2;
  };
  const name = args.find((arg) => !arg.startsWith('-'));
  if (args.includes('--help') || args.includes('-h')) {
    write(`${help(name)}\n`);
    return 0;
  }
  const command = name && Object.hasOwn(ALL, name) ? ALL[name] : undefined;
  if (!command) {
    const message = `${name ? `There is no command “${name}”` : 'No command was given'}. There are ${Object.keys(ALL).join(', ')}.`;
    return say(refused({ code: 'unknown-command', path: '$', message }));
  }
  if (args.includes('--lines')) return byLines(command, { input, write });
  const text = await whole(input);
  if (!text.ok) return say(text);
  const request = parsed(text.value);
  return say(request.ok ? await command(request.value, surrounding()) : request);
}

/** One request a line, one line of answer each, errors included; the status is 2 when any could not be answered. */
async function byLines(command: Command | LaterCommand, { input, write }: Streams): Promise<number> {
  let status = 0;
  for await (const line of createInterface({ input, crlfDelay: Infinity })) {
    if (line.trim() === '') continue;
    const request =
      Buffer.byteLength(line) > MOST_BYTES
        ? refused({ code: 'too-large', path: '$', message: `A request is at most ${MOST_BYTES / 1_000_000} MB.` })
        : parsed(line.replace(/^\uFEFF/, ''));
    const answer = request.ok ? await command(request.value, surrounding()) : request;
    write(`${JSON.stringify(forOutside(answer))}\n`);
    if (!answer.ok) status = 2;
  }
  return status;
}

const surrounding = () => ({ today: localDate(new Date()) });

function localDate(now: Date): string {
  const two = (n: number) => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

/** A fault as scripting.md has it: code, path and sentence. */
function forOutside(answer: Answer<unknown>): unknown {
  return answer.ok ? answer.value : { errors: answer.errors.map(({ code, path, message }) => ({ code, path, message })) };
}
