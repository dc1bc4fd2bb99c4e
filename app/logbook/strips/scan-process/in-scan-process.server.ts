import { spawn, type ChildProcess } from 'node:child_process';
import { refused } from '../../../../core/answer.ts';
import { inTurn } from '../../../../scan/in-turn.ts';
import { fileToRun } from '../../../server/thread/file-to-run.server.ts';
import { TOO_LARGE } from './too-large.ts';
import type { StripAnswer, StripJob, StripQuestion } from './strip-jobs.ts';

/** With the server itself this stays under 600 MB, whatever the picture is. */
const MOST_BYTES = 400_000_000;
/** Tests, and only they, give less: STEADY_REEL_TEST_SCAN_BYTES. */
const mostBytes = () => Number(process.env['STEADY_REEL_TEST_SCAN_BYTES'] ?? MOST_BYTES);
const HEAP_MB = 160;
/** A second strip usually follows the first. */
const IDLE_MS = 20_000;

type Said = { readonly id: number; readonly grown: boolean } & (
  | { readonly answer: unknown }
  | { readonly failed: string }
  | { readonly tooLarge: true }
);

let child: ChildProcess | null = null;
/** The one before is gone: two at once would take twice the memory. */
let ended: Promise<unknown> = Promise.resolve();
let idle: NodeJS.Timeout | undefined;
let asked = 0;

/** Reads a picture in a process of its own: one at a time, with a limit to its memory. */
export function inScanProcess<J extends StripJob>(job: J, question: StripQuestion<J>): Promise<StripAnswer<J>> {
  return inTurn(() => ask(job, question) as Promise<StripAnswer<J>>);
}

async function ask(job: StripJob, question: unknown): Promise<unknown> {
  clearTimeout(idle);
  await ended;
  const id = ++asked;
  const one = (child ??= begin());
  one.ref();
  one.channel?.ref();
  return new Promise<unknown>((answer, fail) => {
    const settle = (how: () => void) => {
      one.off('message', hear).off('exit', gone).off('error', gone);
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
    const gone = () => settle(() => answer(refused(TOO_LARGE)));
    one.on('message', hear).once('exit', gone).once('error', gone);
    one.send({ id, job, question, mostBytes: mostBytes() });
  });
}

function begin(): ChildProcess {
  const { file, isBuilt } = fileToRun('scan-process.mjs', 'app/logbook/strips/scan-process/child.ts');
  const args = isBuilt ? [`--max-old-space-size=${HEAP_MB}`, file] : [file];
  // The system's own limit holds while a picture takes memory in one go; where there is no such limit the process looks itself.
  const limited = isBuilt && process.platform !== 'win32';
  const limit = ['-c', 'ulimit -d "$0" 2>/dev/null; exec "$@"', String(Math.round(MOST_BYTES / 1000)), process.execPath];
  const begun = spawn(limited ? '/bin/sh' : process.execPath, limited ? [...limit, ...args] : args, {
    // What the picture's reader says when its memory ends is said to the person in words.
    stdio: ['ignore', 'ignore', isBuilt ? 'ignore' : 'inherit', 'ipc'],
    serialization: 'advanced',
  });
  const gone = () => {
    if (child === begun) child = null;
  };
  begun.once('exit', gone).once('error', gone);
  return begun;
}

function end(): void {
  const ending = child;
  if (!ending) return;
  ended = new Promise((resolve) => ending.once('exit', resolve).once('error', resolve));
  if (ending.connected) ending.disconnect();
  child = null;
}
