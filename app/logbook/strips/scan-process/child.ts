import { STRIP_JOBS, type StripJob } from './strip-jobs.ts';

/**
 * The process that pictures are read in. What a picture takes in memory is known only when it is taken: past the limit this
 * process says so and ends, and the one that leads a run has not noticed.
 */
interface Asked {
  readonly id: number;
  readonly job: StripJob;
  readonly question: never;
  readonly mostBytes: number;
}

const LOOK_EVERY_MS = 15;
const MAY_GROW_BYTES = 50_000_000;

/** What a large picture took is not given back by a process that goes on: the next picture would be refused for the last one's sake. */
const AT_FIRST_BYTES = process.memoryUsage.rss();
const hasGrown = () => process.memoryUsage.rss() > AT_FIRST_BYTES + MAY_GROW_BYTES;

let busyWith: Asked | null = null;
setInterval(() => {
  if (!busyWith || process.memoryUsage.rss() <= busyWith.mostBytes) return;
  // Written at once, and gone: not after whatever the picture still does.
  process.send?.({ id: busyWith.id, tooLarge: true, grown: true }, () => process.exit(1));
}, LOOK_EVERY_MS);

process.on('message', (asked: Asked) => {
  busyWith = asked;
  const { id, job, question } = asked;
  void STRIP_JOBS[job](question).then(
    (answer) => process.send?.({ id, answer, grown: hasGrown() }),
    (error: unknown) => process.send?.({ id, failed: error instanceof Error ? error.message : String(error), grown: hasGrown() }),
  );
});
// Whoever asked is gone.
process.on('disconnect', () => process.exit(0));
