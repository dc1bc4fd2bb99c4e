import { Form } from 'react-router';
import type { SectionPreview } from '../../server/book/merge-book.server.ts';
import { Button } from '../../ui/button.tsx';
import { TickBox } from '../../ui/forms/tick-box.tsx';

export interface BroughtBook {
  readonly id: string;
  readonly fileName: string;
  readonly written: string | null;
  readonly sections: readonly SectionPreview[];
  /** Bottles that would have another number here than on their labels. */
  readonly relabelled: readonly { readonly from: number; readonly to: number; readonly name: string }[];
}

const SECTION_WORDS: Readonly<Record<string, string>> = {
  kits: 'Kits',
  tanks: 'Tanks',
  tankPlaces: 'What tanks hold',
  thermometers: 'Thermometers',
  boxes: 'Boxes',
  batches: 'Batches',
  bottles: 'Bottles',
  sessions: 'Evenings that were begun',
  runs: 'Runs',
  rolls: 'Rolls',
  runEvents: 'Acts at the Bench',
  bottleEntries: 'Entries of bottles',
  evenings: 'Evenings to come',
  mixings: 'Mixings',
  mixingActs: 'Acts of mixing',
  handOvers: 'Jugs handed over',
  safetySheets: 'Safety sheets',
  looks: 'Looks at strips',
  lessons: 'Lessons',
  lessonAnswers: 'Whether they helped',
  measures: 'Measured strips',
  settings: 'Settings',
};

/** What a book would do, before it does anything. */
export function BringIn({ book }: { readonly book: BroughtBook }) {
  const told = book.sections.filter(({ fresh, same, different }) => fresh + same + different > 0);
  const fresh = told.reduce((sum, section) => sum + section.fresh, 0);
  const different = told.reduce((sum, section) => sum + section.different, 0);
  return (
    <>
      <p className="mt-1">
        <span className="font-semibold">{book.fileName}</span>
        {book.written && `, written ${book.written}`}.{' '}
        {fresh === 0 ? 'It has nothing that is not here already.' : `${fresh} things in it are new here.`}
      </p>
      <table className="mt-2 w-full text-[0.95rem]">
        <thead>
          <tr className="border-b border-line text-right text-sm text-quiet">
            <th className="text-left font-normal" />
            <th className="pl-3 font-semibold">new</th>
            <th className="pl-3 font-semibold">the same</th>
            <th className="pl-3 font-semibold">different</th>
          </tr>
        </thead>
        <tbody>
          {told.map((section) => (
            <tr key={section.name} className="border-b border-line last:border-0">
              <th scope="row" className="py-1 text-left font-normal">
                {SECTION_WORDS[section.name] ?? section.name}
                {section.named.length > 0 && (
                  <span className="block text-sm text-quiet">
                    {section.named.join(', ')}
                    {section.different > section.named.length && ' and others'}
                  </span>
                )}
              </th>
              <td className={`figure py-1 text-right align-top ${section.fresh > 0 ? 'font-semibold text-teal' : 'text-quiet'}`}>
                {section.fresh}
              </td>
              <td className="figure py-1 text-right align-top text-quiet">{section.same}</td>
              <td className={`figure py-1 text-right align-top ${section.different > 0 ? 'font-semibold text-hot' : 'text-quiet'}`}>
                {section.different}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {book.relabelled.length > 0 && (
        <p className="mt-3 font-semibold">
          These numbers are other bottles here. Change the labels once it is in:{' '}
          {book.relabelled.map(({ from, to, name }) => `${name} B${from} becomes B${to}`).join(', ')}.
        </p>
      )}
      <Form method="post" className="mt-3">
        <input type="hidden" name="brought" value={book.id} />
        {different > 0 && (
          <TickBox name="theirs" value="yes" className="mb-2">
            <span>
              Where they differ, take the book’s. <span className="text-quiet">Unticked, yours stays. Acts and entries always stay.</span>
            </span>
          </TickBox>
        )}
        {book.sections.some(({ name, fresh: settings, different: other }) => name === 'settings' && settings + other > 0) && (
          <TickBox name="settings" value="yes" className="mb-2">
            <span>
              Its settings too: units, habits, the tub. <span className="text-quiet">Unticked, yours stay.</span>
            </span>
          </TickBox>
        )}
        <div className="flex flex-wrap items-center gap-4">
          <Button filled name="intent" value="merge">
            Bring it in
          </Button>
          <button name="intent" value="forget" className="min-h-11 underline">
            Leave it
          </button>
        </div>
      </Form>
    </>
  );
}
