import { answerTo } from './answer.ts';

/** The program: one request on standard input, one answer on standard output (answer.ts). */
// Setting the code instead of exiting lets a large answer drain into a pipe.
process.exitCode = await answerTo(process.argv.slice(2), { input: process.stdin, write: (text) => process.stdout.write(text) });
