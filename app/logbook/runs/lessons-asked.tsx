import { Form, Link } from 'react-router';
import { Card } from '../../ui/card.tsx';

export interface LessonAsked {
  readonly id: string;
  readonly text: string;
  /** What was answered already; null while it is open. */
  readonly helped: boolean | null;
}

/** Each lesson that returned in this run: did it help? Kept, reworded, or done with (domain.md 16). */
export function LessonsAsked({ runId, lessons }: { readonly runId: string; readonly lessons: readonly LessonAsked[] }) {
  if (lessons.length === 0) return null;
  const act = 'min-h-11 rounded-card border border-[#8aa39e] bg-card px-3 font-semibold';
  return (
    <Card aria-labelledby="asked" className="border-teal!">
      <h2 id="asked" className="font-bold">
        Did it help?
      </h2>
      <ul className="mt-1 divide-y divide-line">
        {lessons.map((lesson) => (
          <li key={lesson.id} className="py-2">
            <p>{lesson.text}</p>
            <Form method="post" action="/logbook/lessons" className="mt-1 flex flex-wrap items-center gap-2" preventScrollReset>
              <input type="hidden" name="lesson" value={lesson.id} />
              <input type="hidden" name="run" value={runId} />
              <input type="hidden" name="back" value={`/logbook/${runId}`} />
              {lesson.helped === null ? (
                <>
                  <button name="intent" value="helped" className={act}>
                    It helped
                  </button>
                  <button name="intent" value="did-not-help" className={act}>
                    It did not
                  </button>
                </>
              ) : (
                <>
                  <span className="text-quiet">{lesson.helped ? 'It helped: kept.' : 'It did not help.'}</span>
                  <Link className="inline-flex min-h-11 items-center underline" to={`/logbook/lessons?reword=${lesson.id}#new`}>
                    Reword it
                  </Link>
                  <button name="intent" value="done" className="min-h-11 underline">
                    Done with it
                  </button>
                </>
              )}
            </Form>
          </li>
        ))}
      </ul>
    </Card>
  );
}
