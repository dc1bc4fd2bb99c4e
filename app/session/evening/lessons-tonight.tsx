import BookMarked from 'lucide-react/icons/book-bookmark';
import { Link } from 'react-router';
import type { ReturningLesson } from '../../run/judging/lessons-of-run.server.ts';

/** What earlier runs taught about what is planned here. */
export function LessonsTonight({ lessons }: { readonly lessons: readonly ReturningLesson[] }) {
  if (lessons.length === 0) return null;
  return (
    <section
      aria-label="From your logbook"
      className="flex flex-wrap items-end justify-between gap-x-4 rounded-card border border-teal bg-[#e6f0ed] px-3 py-1.5"
    >
      <ul className="space-y-1">
        {lessons.map((lesson) => (
          <li key={lesson.id} className="flex items-start gap-2.5">
            <BookMarked aria-hidden size={18} className="mt-1 shrink-0 text-teal" />
            <span>
              {lesson.text} <span className="text-sm text-quiet">from your logbook, about {lesson.about.name}</span>
            </span>
          </li>
        ))}
      </ul>
      <Link to="/logbook/lessons" className="text-sm underline">
        All lessons
      </Link>
    </section>
  );
}
