import { addDays, parseISO } from 'date-fns';
import { whatFollows, type WhatFollows } from '../../../core/chemistry/ledger/what-follows.ts';
import { paceOf } from '../../../core/chemistry/life/pace.ts';
import { runsLeft, twoEnds, type Pace, type TwoEnds } from '../../../core/chemistry/life/two-ends.ts';
import { bathProcess } from '../../../core/evening/evening.ts';
import { isOneShot, type Habits } from '../../../core/schedule/habits.ts';
import { readHabits } from '../../../core/schedule/read-habits.ts';
import { isoDay } from '../../../core/units/day.ts';
import { today } from '../database/clock.server.ts';
import { waitingRolls } from '../rolls.server.ts';
import { storedSetting } from '../settings.server.ts';
import { listTanks } from '../shelf/tanks.server.ts';
import type { BatchWithKit } from '../shelf/batches.server.ts';
import { rollsByDay } from '../shelf/bottle-entries.server.ts';

/** What lies ahead of a batch: its two ends, and what that asks of its owner. */
interface Life {
  readonly ends: TwoEnds;
  readonly follows: WhatFollows;
  readonly fillings: Fillings | null;
}

/** Where each filling is used once: how many there are for the smallest tank of the house. */
interface Fillings {
  readonly count: number;
  readonly ml: number;
}

function fillingsOf(batch: BatchWithKit, habits: Habits, ml: number): Fillings | null {
  if (!isOneShot(habits, batch) || batch.wornRolls > 0 || !Number.isFinite(ml)) return null;
  return { count: runsLeft({ bottles: batch.bottles }, null, ml, true), ml };
}

/** A little more than eight weeks, whatever the hour. */
const HISTORY_DAYS = 60;

/** How fast each process is used, from the ledgers. */
function paces(): ReadonlyMap<string, Pace | null> {
  const on = today();
  const runs = rollsByDay(isoDay(addDays(parseISO(on), -HISTORY_DAYS)));
  return new Map(
    [...new Set(runs.map((run) => run.process))].map((process) => [
      process,
      paceOf(
        runs.filter((run) => run.process === process),
        on,
      ),
    ]),
  );
}

export interface Lives {
  readonly lives: ReadonlyMap<string, Life>;
  readonly paces: ReturnType<typeof paces>;
}

/** The lives of batches that stand on the shelf, by id, and the paces they follow from. */
export function livesOf(batches: readonly BatchWithKit[]): Lives {
  const on = today();
  const pace = paces();
  const waiting = waitingRolls();
  const habits = readHabits(storedSetting('habits'));
  const leastMl = Math.min(...listTanks().map(({ volumeMl, volumeOneMl }) => volumeOneMl ?? volumeMl));
  const lives = new Map(
    batches.map((batch) => {
      const bottles = batch.bottles.filter((bottle) => !bottle.emptied);
      const fillings = fillingsOf(batch, habits, leastMl);
      const seen = { rollsDone: batch.rollsDone, bottles };
      const ends = twoEnds(batch.kit, batch.volumeMl, seen, on, pace.get(batch.kit.process) ?? null, fillings?.count);
      const names = waiting.filter((roll) => bathProcess(roll) === batch.kit.process).map((roll) => roll.name);
      return [batch.id, { ends, fillings, follows: whatFollows({ on, bottles: batch.bottles, ends, waiting: names }) }];
    }),
  );
  return { lives, paces: pace };
}
