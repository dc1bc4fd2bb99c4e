import BookMarked from 'lucide-react/icons/book-bookmark';
import type { ReturningLesson } from '../../run/judging/lessons-of-run.server.ts';

interface LessonsProps {
  readonly lessons: readonly ReturningLesson[];
}

/** What earlier runs taught, before the first pour: there is time to read all of it. */
export function LessonList({ lessons }: LessonsProps) {
  if (lessons.length === 0) return null;
  return (
    <ul aria-label="From your logbook" className="mt-4 space-y-1.5">
      {lessons.map((lesson) => (
        <li key={lesson.id} className="flex items-start gap-3 rounded-r-card border-l-4 border-aqua bg-night-card px-3 py-2 text-lg">
          <BookMarked aria-hidden size={20} className="mt-1 shrink-0 text-aqua" />
          <Words lesson={lesson} />
        </li>
      ))}
    </ul>
  );
}

/**
 * The closest lesson at the bath where it is wanted: one line above everything that counts, so that on a phone neither it
 * nor the cue is under the act. A press opens what is longer than a line.
 */
export function LessonLine({ lessons }: LessonsProps) {
  const [lesson] = lessons;
  if (!lesson) return null;
  return (
    <details
      aria-label="From your logbook"
      key={lesson.id}
      className="group mb-1 rounded-r-card border-l-4 border-aqua bg-night-card px-3 text-base lg:text-lg"
    >
      <summary className="flex min-h-10 cursor-pointer list-none items-center gap-2.5 group-open:py-2">
        <BookMarked aria-hidden size={18} className="shrink-0 text-aqua" />
        <span className="min-w-0 truncate group-open:whitespace-normal">
          <Words lesson={lesson} />
        </span>
      </summary>
    </details>
  );
}

function Words({ lesson }: { readonly lesson: ReturningLesson }) {
  return (
    <span>
      {lesson.text} <span className="text-base text-night-quiet">your own, about {lesson.about.name}</span>
    </span>
  );
}
