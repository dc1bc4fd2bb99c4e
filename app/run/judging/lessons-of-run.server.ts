import { PROCESSES } from '../../../core/film/process.ts';
import { TREATMENT_ADVICE, TREATMENTS } from '../../../core/film/treatment.ts';
import { ABOUT, concerns, lessonsAt, type LessonAbout, type Situation } from '../../../core/lessons/lesson.ts';
import type { Moment } from '../../../core/lessons/moment.ts';
import { knownFilms, findRoll, rollsOfRun } from '../../server/rolls.server.ts';
import { lessonsInUse, type KeptLesson } from '../../server/runs/lessons.server.ts';
import type { Run } from '../../server/runs/runs.server.ts';
import { kitsOfBatches } from '../../server/shelf/batches.server.ts';
import { listKits } from '../../server/shelf/kits.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';

/** A lesson as it is shown where it returns: its words, and where they come from. */
export interface ReturningLesson {
  readonly id: string;
  readonly text: string;
  readonly at: Moment;
  readonly about: LessonAbout;
}

const shown = ({ id, text, at, about }: KeptLesson): ReturningLesson => ({ id, text, at, about });

function situationOf(run: Pick<Run, 'batchId' | 'tankId' | 'plan' | 'id'>): Situation {
  const rolls = run.plan.rollIds.length > 0 ? run.plan.rollIds.flatMap((id) => findRoll(id) ?? []) : rollsOfRun(run.id);
  return {
    kitId: kitsOfBatches().get(run.batchId)?.id ?? '',
    batchId: run.batchId,
    tankId: run.tankId,
    films: rolls.map((roll) => roll.film),
    process: run.plan.process,
    treatment: run.plan.treatment ?? 'normal',
  };
}

/** What was learnt and has something to say to a run; nothing that this same run taught. */
export function lessonsForRun(run: Run): ReturningLesson[] {
  const situation = situationOf(run);
  return lessonsInUse()
    .filter((lesson) => lesson.runId !== run.id && concerns(lesson, situation))
    .map(shown);
}

/** The lessons that a run had the good of: those kept before it began. */
export function lessonsHeardIn(run: Run, beganAtMs: number): KeptLesson[] {
  const situation = situationOf(run);
  return lessonsInUse().filter((lesson) => lesson.keptAtMs < beganAtMs && concerns(lesson, situation));
}

/** What is worth knowing before an evening is settled: of all that concerns any of its runs. */
export function lessonsForPlanning(situations: readonly Situation[]): ReturningLesson[] {
  const lessons = lessonsAt(lessonsInUse(), ['planning', 'warming']);
  return lessons.filter((lesson) => situations.some((situation) => concerns(lesson, situation))).map(shown);
}

/** What a lesson can be tied to: of a run, what it was made of; else all there is. */
export function whatLessonsAreAbout(run: Run | null): LessonAbout[] {
  const kits = kitsOfBatches();
  const everything: LessonAbout = { kind: 'everything', is: '', name: 'every run' };
  if (!run) {
    return [
      everything,
      ...PROCESSES.map((process): LessonAbout => ({ kind: 'process', is: process, name: process })),
      ...listKits().map(({ id, kit }): LessonAbout => ({ kind: 'kit', is: id, name: kit.name })),
      ...[...kits].map(([id, batch]): LessonAbout => ({ kind: 'batch', is: id, name: batch.batchName })),
      ...listTanks().map(({ id, name }): LessonAbout => ({ kind: 'tank', is: id, name })),
      ...filmsByName(knownFilms().map(({ film }) => film)),
      ...TREATMENTS.filter((treatment) => treatment !== 'normal').map((treatment): LessonAbout => ({
        kind: 'treatment',
        is: treatment,
        name: TREATMENT_ADVICE[treatment].name,
      })),
    ];
  }
  const { kitId, batchId, tankId, films, process, treatment } = situationOf(run);
  return [
    { kind: 'batch', is: batchId, name: run.plan.batchName },
    { kind: 'kit', is: kitId, name: run.plan.kitName },
    { kind: 'tank', is: tankId, name: run.plan.tankName },
    ...filmsByName(films),
    { kind: 'process', is: process, name: process },
    ...(treatment === 'normal' ? [] : [{ kind: 'treatment' as const, is: treatment, name: TREATMENT_ADVICE[treatment].name }]),
    everything,
  ];
}

function filmsByName(films: readonly string[]): LessonAbout[] {
  return [...new Set(films.filter((film) => film !== ''))].map((film) => ({ kind: 'film', is: film, name: film }));
}

/** `kit:kiln-lane` as a form sends it; null for what is none of the things there are. */
export function aboutOf(posted: string, among: readonly LessonAbout[]): LessonAbout | null {
  const kind = ABOUT.find((each) => posted === each || posted.startsWith(`${each}:`));
  return among.find((each) => each.kind === kind && each.is === posted.slice(each.kind.length + 1)) ?? null;
}
