import { fork, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { refused } from '../../../../core/answer.ts';
import { inTurn } from '../../../../scan/in-turn.ts';
import type { StripAnswer, StripJob, StripQuestion } from './strip-jobs.ts';

/** With the server itself this stays under 600 MB, whatever the picture is. */
const MOST_BYTES = 440_000_000;
/** Tests, and only they, give less: STEADY_REEL_TEST_SCAN_BYTES. */
const mostBytes = () => Number(process.env['STEADY_REEL_TEST_SCAN_BYTES'] ?? MOST_BYTES);
const HEAP_MB = 160;
/** A second strip usually follows the first. */
const IDLE_MS = 20_000;

const TOO_LARGE = {
  code: 'too-large',
  path: '$.file',
  message: 'That picture takes more memory to read than there is for it. Save it smaller, without tiles, or only the strip’s end.',
};

type Said = { readonly id: number; readonly grown: boolean } & (
  { readonly answer: unknown } | { readonly failed: string } | { readonly tooLarge: true }
);

let child: ChildProcess | null = null;
let idle: NodeJS.Timeout | undefined;
let asked = 0;

/** Reads a picture in a process of its own: one at a time, with a limit to its memory. */
export function inScanProcess<J extends StripJob>(job: J, question: StripQuestion<J>): Promise<StripAnswer<J>> {
  return inTurn(() => ask(job, question) as Promise<StripAnswer<J>>);
}

function ask(job: StripJob, question: unknown): Promise<unknown> {
  clearTimeout(idle);
  const id = ++asked;
  const one = (child ??= begin());
  one.ref();
  one.channel?.ref();
  return new Promise<unknown>((answer, fail) => {
    const settle = (how: () => void) => {
      one.off('message', hear).off('exit', ended).off('error', ended);
      one.unref();
      one.channel?.unref();
      if (child === one) idle = setTimeout(end, IDLE_MS).unref();
      how();
    };
    const hear = (said: Said) => {
      if (said.id !== id) return;
      if (said.grown) end();
      if ('answer' in said) settle(() => answer(said.answer));
      else if ('tooLarge' in said) settle(() => answer(refused(TOO_LARGE)));
      else settle(() => fail(new Error(said.failed)));
    };
    // It ends by itself where the memory is more than it may take, or the system ends it for the same reason.
    const ended = () => settle(() => answer(refused(TOO_LARGE)));
    one.on('message', hear).once('exit', ended).once('error', ended);
    one.send({ id, job, question, mostBytes: mostBytes() });
  });
}

function begin(): ChildProcess {
  const built = resolve('build', 'scan-process.mjs');
  const isBuilt = process.env['NODE_ENV'] === 'production' && existsSync(built);
  const file = isBuilt ? built : resolve('app/logbook/strips/scan-process/child.ts');
  const begun = fork(file, {
    serialization: 'advanced',
    execArgv: isBuilt ? [`--max-old-space-size=${HEAP_MB}`] : ['--import', 'tsx'],
  });
  const gone = () => {
    if (child === begun) child = null;
  };
  begun.once('exit', gone).once('error', gone);
  return begun;
}

function end(): void {
  if (child?.connected) child.disconnect();
  child = null;
}
