import type { ComponentType, ReactNode } from 'react';
import type { ProbeNow } from '../../../core/probe/probe-now.ts';
import type { BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunNow } from '../../../core/run/state/now.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import type { TipId } from '../../../core/run/tips.ts';
import type { ReturningLesson } from '../../run/judging/lessons-of-run.server.ts';
import type { NextRun } from '../after/next-run.server.ts';
import type { ServerClock, ClockReading } from '../../ui/screen/server-clock.ts';
import type { Confirmed } from '../channel/event-store.ts';
import type { Act } from '../channel/run-channel.ts';
import type { Thermometer } from '../entries/reading-entry.tsx';
import type { ReadingPlace } from './place-choice.tsx';

/** A run as a screen is given it: a real one, or one in a kitchen that is made up. */
export interface BenchRun {
  readonly runId: string;
  /** The session that it belongs to; null where nothing is planned anew. */
  readonly sessionId: string | null;
  readonly plan: RunPlan;
  /** `Run 2 of 3`, or what else stands above its title. */
  readonly above: string;
  /** `batch 4 · roll 7`, or what else stands beside the way out. */
  readonly beside: string;
  readonly events: readonly Confirmed[];
  readonly askedMs: number | null;
  readonly refused: string | null;
  readonly clock: ClockReading;
  readonly thermometers: readonly Thermometer[];
  readonly tipsAway: readonly TipId[];
  readonly after: NextRun;
  readonly bottles: readonly BottleAtBench[];
  readonly lessons: readonly ReturningLesson[];
  readonly today: string;
  readonly benchOnly: boolean;
  /** What each step does and why, in a sentence; null where that is known. */
  readonly explains: readonly string[] | null;
  readonly probes: readonly ProbeNow[];
  /** Files of what stands in the middle of the first picture. */
  readonly files: readonly string[];
}

/** What a part of the Bench sees of the run. */
export interface SeenRun {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly nowMs: number;
  readonly act: (act: Act) => unknown;
}

/** What is otherwise where a run has a clock and effects of its own (architecture.md, seams). */
export interface OwnEffects {
  readonly leaveTo: string;
  /** Which practice this is, and how fast its clock goes. */
  readonly sign: (clock: ServerClock | null) => ReactNode;
  /** What happens in this kitchen beside the baths. */
  readonly Happens: ComponentType<SeenRun & { readonly openStart: () => void }>;
  /** How a reading is taken; null where a person reads a thermometer of their own and types. */
  readonly Reading: ComponentType<SeenRun & { readonly places: readonly ReadingPlace[]; readonly close: () => void }> | null;
  readonly Ended: ComponentType<SeenRun & { readonly undo: () => void }>;
}
