import type { ReactNode } from 'react';
import { NEEDED } from '../../../core/beginner/needed.ts';
import { Card } from '../../ui/card.tsx';
import { Notice } from '../../ui/notice.tsx';
import { Term } from '../../ui/term.tsx';
import { HeaterQuestion } from './heater-question.tsx';

/** What is needed, with what a household may stand in for, and what never. */
export function NeededStep({ next }: { readonly next: ReactNode }) {
  return (
    <>
      <p className="mb-3 max-w-prose">
        It takes an afternoon to gather and an hour to do. <Term id="c-41">C-41</Term> is the process of colour negatives, and the most
        forgiving of the three. Tap a dotted word to see what it means.
      </p>
      <ul className="grid gap-3 md:grid-cols-2">
        {NEEDED.map((each) => (
          <li key={each.what}>
            <Card className="h-full">
              <h3 className="font-bold">{each.what}</h3>
              <p className="text-[0.95rem]">{each.why}</p>
              {each.standIn && (
                <p className="mt-1 text-[0.95rem]">
                  <span className="font-semibold text-teal">May stand in: </span>
                  {each.standIn}
                </p>
              )}
              {each.never && (
                <p className="mt-1 text-[0.95rem]">
                  <span className="font-semibold text-hot">Never: </span>
                  {each.never}
                </p>
              )}
            </Card>
          </li>
        ))}
      </ul>
      <HeaterQuestion />
      <div className="mt-4">
        <Notice>
          What touched chemistry stays with chemistry. Read the kit’s safety data sheet before you open it; it and local rules overrule this
          page.{' '}
          <a className="underline" href="/safety">
            Safety
          </a>
        </Notice>
      </div>
      {next}
    </>
  );
}
