import { MOMENTS } from '../../../core/lessons/moment.ts';
import { indexRunAnew } from '../../run/acts/run-index.server.ts';
import { aboutOf, whatLessonsAreAbout } from '../../run/judging/lessons-of-run.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { answerLesson, findLesson, saveLesson, setLessonDeleted, setLessonDone } from '../../server/runs/lessons.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { onceOf } from '../../ui/forms/once.ts';
import type { LessonTyped } from './lesson-form.tsx';

export type LessonKept =
  | { readonly ok: true; readonly id: string }
  | { readonly ok: false; readonly field: string; readonly says: string; readonly typed: LessonTyped; readonly lesson: string };

const LONGEST = 300;

/** Keeps a lesson as a form sends it: a new one, or one reworded. */
export function keepLesson(form: FormData): LessonKept {
  const there = findLesson(textOf(form, 'lesson'));
  const run = findRun(there?.runId ?? textOf(form, 'run'));
  const typed = { text: textOf(form, 'text').trim(), about: textOf(form, 'about'), at: textOf(form, 'at') };
  const refuse = (field: string, says: string) => ({ ok: false, field, says, typed, lesson: there?.id ?? '' }) as const;
  if (typed.text === '') return refuse('text', 'Write the sentence that you want to read the next time.');
  if (typed.text.length > LONGEST)
    return refuse('text', `A lesson is one sentence of up to ${LONGEST} characters; this one has ${typed.text.length}.`);
  // A lesson keeps what it was tied to, even where that is not on the shelf any more.
  const abouts = [...whatLessonsAreAbout(run), ...whatLessonsAreAbout(null), ...(there ? [there.about] : [])];
  const about = aboutOf(typed.about, abouts);
  if (!about) return refuse('about', 'Choose what it is about from the list.');
  const at = MOMENTS.find((moment) => moment === typed.at) ?? 'planning';
  const id = there?.id ?? onceOf(form);
  saveLesson({ id, text: typed.text, about, at, runId: there ? there.runId : (run?.id ?? null) }, nowMs());
  if (run) indexRunAnew(run.id);
  return { ok: true, id };
}

/** Whether it helped, and what becomes of it: kept as it is, or done with. Reworded is kept anew. */
export function lessonAct(form: FormData): void {
  const lesson = textOf(form, 'lesson');
  const there = findLesson(lesson);
  switch (form.get('intent')) {
    case 'helped':
    case 'did-not-help': {
      const run = findRun(textOf(form, 'run'));
      if (there && run) answerLesson(lesson, run.id, form.get('intent') === 'helped', nowMs());
      return;
    }
    case 'done':
      return setLessonDone(lesson, nowMs());
    case 'return':
      return setLessonDone(lesson, null);
    case 'drop':
    case 'bring-back':
      setLessonDeleted(lesson, form.get('intent') === 'drop' ? nowMs() : null);
      if (there?.runId) indexRunAnew(there.runId);
  }
}
