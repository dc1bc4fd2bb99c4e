import { NavLink } from 'react-router';

const PAGES = [
  ['/logbook', 'Runs'],
  ['/logbook/year', 'Year'],
  ['/logbook/lessons', 'Lessons'],
  ['/logbook/strips', 'Strips'],
  ['/logbook/trends', 'Trends'],
  ['/logbook/book', 'The book'],
  ['/logbook/kept', 'What is kept'],
] as const;

/** The pages of the Logbook. */
export function LogbookNav() {
  return (
    <nav aria-label="Logbook" className="no-print mb-4 flex flex-wrap gap-x-5 border-b border-line">
      {PAGES.map(([to, name]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `flex min-h-11 items-center border-b-[3px] whitespace-nowrap no-underline ${isActive ? 'border-teal font-bold' : 'border-transparent text-quiet hover:text-ink'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
